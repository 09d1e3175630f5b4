-- Routines: figures one after the other, with choices left to the dancer.
create table sequences (
  id uuid primary key,
  version integer not null default 1,
  dance_id uuid not null references dances (id),
  level_id uuid references levels (id),
  name text not null,
  loops boolean not null,
  phrase_beats integer not null,
  bpm integer,
  note text not null,
  items jsonb not null,
  secret text unique,
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  changed_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index sequences_name on sequences (dance_id, lower(name)) where deleted_at is null;
create index sequences_level on sequences (level_id);

create table sequence_versions (
  id uuid primary key,
  sequence_id uuid not null references sequences (id) on delete restrict,
  number integer not null,
  content jsonb not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (sequence_id, number)
);

-- A part of a lesson may teach a sequence, or some phrases of it.
alter table lesson_segments add column sequence_id uuid references sequences (id);
