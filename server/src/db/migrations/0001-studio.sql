create table studio (
  id smallint primary key default 1 check (id = 1),
  name text not null check (length(trim(name)) > 0),
  time_zone text not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);

create table staff (
  id uuid primary key default gen_random_uuid(),
  name text not null check (length(trim(name)) > 0),
  email text not null unique check (email = lower(email)),
  role text not null check (role in ('director', 'teacher')),
  active boolean not null default true,
  password_hash text not null,
  -- Only for the made-up accounts of the demo studio, which the sign-in page offers.
  demo_password text,
  version integer not null default 1 check (version > 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);

create table sessions (
  sid text primary key,
  sess json not null,
  expire timestamptz not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index sessions_expire on sessions (expire);

create table sign_in_attempts (
  key text primary key,
  hits integer not null check (hits >= 0),
  resets_at timestamptz not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
