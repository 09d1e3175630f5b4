create table dances (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  meter integer not null check (meter between 2 and 12),
  phrase_beats integer not null check (phrase_beats between 1 and 64),
  slow_beats integer not null check (slow_beats between 1 and 8),
  quick_beats integer not null check (quick_beats between 1 and 8),
  slowest_bpm integer not null check (slowest_bpm between 20 and 300),
  fastest_bpm integer not null check (fastest_bpm between 20 and 300),
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (slowest_bpm <= fastest_bpm)
);
create unique index dances_name on dances (lower(name));

create table figures (
  id uuid primary key default gen_random_uuid(),
  dance_id uuid not null references dances (id),
  name text not null check (length(trim(name)) > 0),
  other_names text[] not null default '{}',
  kind text not null check (kind in ('basic', 'pattern', 'turn', 'technique', 'musicality', 'show')),
  tier smallint not null check (tier between 1 and 4),
  notation text not null default '',
  minutes integer not null check (minutes between 1 and 120),
  cues text[] not null default '{}',
  slips text[] not null default '{}',
  cautions text[] not null default '{}',
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index figures_name on figures (dance_id, lower(name)) where deleted_at is null;

create table figure_needs (
  figure_id uuid not null references figures (id) on delete cascade,
  needs_id uuid not null references figures (id),
  position integer not null check (position >= 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (figure_id, needs_id),
  check (figure_id <> needs_id)
);
create index figure_needs_needs on figure_needs (needs_id);
