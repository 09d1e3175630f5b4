-- What a recap said before, one row for each person's sitting.
create table recap_versions (
  id uuid primary key default gen_random_uuid(),
  recap_id uuid not null references recaps (id) on delete cascade,
  number integer not null check (number > 0),
  title text not null check (length(trim(title)) > 0),
  document jsonb not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (recap_id, number)
);

-- The shapes of lessons that the house likes.
create table lesson_templates (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  parts jsonb not null check (jsonb_typeof(parts) = 'array'),
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index lesson_templates_name on lesson_templates (lower(name)) where deleted_at is null;

-- Minutes that a lesson is shorter than its plan says.
alter table lessons add column short_by integer not null default 0 check (short_by between 0 and 239);
