create table lessons (
  id uuid primary key default gen_random_uuid(),
  section_id uuid not null references sections (id),
  week integer not null check (week between 1 and 26),
  state text not null check (state in ('planned', 'taught')),
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (section_id, week)
);

create table lesson_segments (
  id uuid primary key,
  lesson_id uuid not null references lessons (id) on delete cascade,
  position integer not null check (position >= 0),
  kind text not null check (kind in ('warm-up', 'carry-over', 'return', 'deepen', 'new', 'practice', 'wrap', 'own')),
  title text not null check (length(trim(title)) > 0),
  figure_id uuid references figures (id),
  layers jsonb not null default '[]',
  minutes integer not null check (minutes between 1 and 240),
  covered text check (covered in ('done', 'part', 'not-done')),
  version integer not null default 0 check (version >= 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (lesson_id, position) deferrable initially deferred
);

create table recaps (
  id uuid primary key default gen_random_uuid(),
  lesson_id uuid not null unique references lessons (id) on delete cascade,
  title text not null check (length(trim(title)) > 0),
  document jsonb not null,
  secret text unique check (length(secret) >= 20),
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);

create table checks (
  id uuid primary key default gen_random_uuid(),
  section_id uuid not null references sections (id),
  held_on date not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (section_id, held_on, staff_id)
);

create table check_marks (
  check_id uuid not null references checks (id) on delete cascade,
  student_id uuid not null references students (id),
  figure_id uuid not null references figures (id),
  mark text not null check (mark in ('not-yet', 'with-help', 'alone', 'dances-it')),
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (check_id, student_id, figure_id)
);
