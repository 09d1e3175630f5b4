alter table levels
  add column most_new_counts integer not null default 2 check (most_new_counts between 1 and 12),
  add column first_show_week integer not null default 1 check (first_show_week between 1 and 26),
  add column talk_week integer check (talk_week between 1 and 26),
  add column bpm integer check (bpm between 20 and 300),
  add column break_weeks integer not null default 0 check (break_weeks between 0 and 104);

-- A studio's own ways of teaching, beside those that ship.
create table approaches (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  reason text not null,
  ages jsonb not null check (jsonb_typeof(ages) = 'array'),
  returns jsonb not null default '[]' check (jsonb_typeof(returns) = 'array'),
  return_minutes integer not null check (return_minutes between 1 and 30),
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index approaches_name on approaches (lower(name)) where deleted_at is null;

-- What a plan wants of a figure.
alter table plan_figures
  add column pinned boolean not null default false,
  add column wish text not null default 'may' check (wish in ('must', 'may', 'ban')),
  add column worth integer not null default 5 check (worth between 1 and 9),
  add column parts integer not null default 1 check (parts between 1 and 6),
  add column approach_id text,
  add column extra_returns integer[] not null default '{}';

-- Weeks that are not like the others, findings somebody lives with, teachers who cannot be there.
alter table plans
  add column special jsonb not null default '[]' check (jsonb_typeof(special) = 'array'),
  add column muted jsonb not null default '[]' check (jsonb_typeof(muted) = 'array'),
  add column away jsonb not null default '[]' check (jsonb_typeof(away) = 'array');

-- Plans kept under a name, to be compared and adopted.
create table plan_drafts (
  id uuid primary key default gen_random_uuid(),
  plan_id uuid not null references plans (id) on delete cascade,
  name text not null check (length(trim(name)) > 0),
  content jsonb not null,
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create unique index plan_drafts_name on plan_drafts (plan_id, lower(name)) where deleted_at is null;
