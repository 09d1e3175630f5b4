-- Links that open the door once: for who is new on the staff, and for who forgot the password. Only what a link comes to
-- is kept, so that nobody who reads the database has the link.
create table one_time_links (
  id uuid primary key default gen_random_uuid(),
  kind text not null check (kind in ('invitation', 'reset')),
  staff_id uuid not null references staff (id) on delete cascade,
  token_hash text not null unique,
  expires_at timestamptz not null,
  used_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index one_time_links_staff on one_time_links (staff_id) where used_at is null;

-- What was written to somebody. What went out by mail keeps no link.
create table letters (
  id uuid primary key default gen_random_uuid(),
  to_address text not null,
  subject text not null,
  text text not null,
  path text,
  sent_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index letters_created on letters (created_at);
