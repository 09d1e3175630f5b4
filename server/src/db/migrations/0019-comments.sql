-- What the staff say to each other about a thing.
create table comments (
  id uuid primary key default gen_random_uuid(),
  list text not null check (list in ('figures', 'plans', 'lessons', 'recaps', 'sequences', 'checks')),
  thing_id uuid not null,
  week integer check (week between 1 and 26),
  counts jsonb,
  reply_to uuid references comments (id),
  text text not null check (length(trim(text)) > 0),
  mentions jsonb not null default '[]',
  staff_id uuid not null references staff (id),
  edited_at timestamptz,
  resolved_at timestamptz,
  resolved_by uuid references staff (id),
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index comments_thing on comments (list, thing_id);
create index comments_reply on comments (reply_to) where reply_to is not null;
create index comments_open on comments using gin (mentions) where resolved_at is null and deleted_at is null;

create constraint trigger comments_history after insert or update on comments deferrable initially deferred
  for each row execute function keep_history('comments');
