-- Each nightly backup: whether it was made, read back into a database of its own and found the same.
create table backups (
  id bigint generated always as identity primary key,
  at timestamptz not null default clock_timestamp(),
  file text not null,
  bytes bigint not null default 0,
  problem text,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
