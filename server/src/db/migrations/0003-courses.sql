create table levels (
  id uuid primary key default gen_random_uuid(),
  dance_id uuid not null references dances (id),
  name text not null check (length(trim(name)) > 0),
  follows_id uuid references levels (id) check (follows_id <> id),
  weeks integer not null check (weeks between 1 and 26),
  lesson_minutes integer not null check (lesson_minutes between 15 and 240),
  warm_up_minutes integer not null check (warm_up_minutes between 0 and 60),
  wrap_minutes integer not null check (wrap_minutes between 0 and 60),
  most_new integer not null check (most_new between 1 and 12),
  settled_lessons integer not null check (settled_lessons between 0 and 8),
  approach_id text not null,
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (warm_up_minutes + wrap_minutes + 5 <= lesson_minutes)
);
create unique index levels_name on levels (dance_id, lower(name)) where deleted_at is null;

create table sections (
  id uuid primary key default gen_random_uuid(),
  level_id uuid not null references levels (id),
  name text not null check (length(trim(name)) > 0),
  first_date date not null,
  start_time text not null check (start_time ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'),
  room text not null default '',
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index sections_name on sections (level_id, lower(name)) where deleted_at is null;

create table section_days_off (
  section_id uuid not null references sections (id) on delete cascade,
  day date not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (section_id, day)
);

create table section_teachers (
  section_id uuid not null references sections (id) on delete cascade,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (section_id, staff_id)
);

create table students (
  id uuid primary key default gen_random_uuid(),
  section_id uuid not null references sections (id),
  name text not null check (length(trim(name)) > 0),
  role text not null check (role in ('leader', 'follower', 'solo')),
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index students_name on students (section_id, lower(name)) where deleted_at is null;

-- A level has one plan of its own; each of its sections has a copy.
create table plans (
  id uuid primary key default gen_random_uuid(),
  level_id uuid not null references levels (id),
  section_id uuid unique references sections (id),
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index plans_of_level on plans (level_id) where section_id is null;

create table plan_figures (
  plan_id uuid not null references plans (id) on delete cascade,
  figure_id uuid not null references figures (id),
  week integer check (week between 1 and 26),
  position integer not null check (position >= 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (plan_id, figure_id)
);
create index plan_figures_figure on plan_figures (figure_id);
