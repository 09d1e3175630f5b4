-- How a level's plan was when a section took over its changes last.
alter table plans add column agreed jsonb check (jsonb_typeof(agreed) = 'object');

-- What somebody proposes to change: a figure, a new one, or a plan, beside what it was.
create table proposals (
  id uuid primary key default gen_random_uuid(),
  list text not null check (list in ('figures', 'plans')),
  thing_id uuid,
  base jsonb,
  content jsonb not null,
  note text not null default '',
  state text not null check (state in ('writing', 'sent', 'withdrawn', 'taken', 'declined')),
  staff_id uuid not null references staff (id),
  answer text not null default '',
  settled_by uuid references staff (id),
  settled_at timestamptz,
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (thing_id is not null or list = 'figures'),
  check ((state in ('taken', 'declined')) = (settled_at is not null))
);
create index proposals_staff on proposals (staff_id);
create index proposals_sent on proposals (updated_at) where state = 'sent';

create constraint trigger proposals_history after insert or update on proposals deferrable initially deferred
  for each row execute function keep_history('proposals');
