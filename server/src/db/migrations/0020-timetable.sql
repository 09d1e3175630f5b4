-- Rooms, terms with their closed days, who is away, who teaches one lesson in somebody's place, and addresses at which
-- calendars ask for lessons.
create table rooms (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  places integer check (places between 1 and 500),
  note text not null default '',
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index rooms_name on rooms (lower(name)) where deleted_at is null;

create table terms (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  first_day date not null,
  last_day date not null,
  closed jsonb not null default '[]',
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (first_day <= last_day),
  constraint terms_days exclude using gist (daterange(first_day, last_day, '[]') with &&) where (deleted_at is null)
);

create table absences (
  id uuid primary key default gen_random_uuid(),
  staff_id uuid not null references staff (id),
  from_day date not null,
  until_day date not null,
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (from_day <= until_day)
);
create index absences_days on absences (until_day, from_day) where deleted_at is null;

create table section_stand_ins (
  section_id uuid not null references sections (id) on delete cascade,
  week integer not null check (week between 1 and 26),
  for_id uuid not null references staff (id),
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (section_id, week, for_id),
  check (staff_id <> for_id)
);

create table calendar_addresses (
  kind text not null check (kind in ('teacher', 'room', 'section')),
  thing_id uuid not null,
  secret text not null unique,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (kind, thing_id)
);

-- A room that a section names is a room of the studio.
insert into rooms (name)
  select min(trim(room)) from sections where trim(room) <> '' and deleted_at is null group by lower(trim(room));

do $$
declare
  list text;
begin
  foreach list in array array['rooms', 'terms', 'absences'] loop
    execute format(
      'create constraint trigger %I after insert or update on %I deferrable initially deferred
         for each row execute function keep_history(%L)',
      list || '_history', list, list);
  end loop;
end $$;
