-- The address at which a guest teacher reads a plan, until a day.
create table plan_links (
  plan_id uuid primary key references plans (id) on delete cascade,
  secret text not null unique,
  until_day date not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
