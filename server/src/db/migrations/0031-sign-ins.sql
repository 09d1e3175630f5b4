-- Whether a sign-in still counts is told by a counter, not by the clock: one that goes back would shut everybody out.
-- A trigger counts, so that processes of before, which know the time only, end sign-ins here, too.
alter table staff add column sessions_epoch integer not null default 0;
alter table one_time_links add column epoch integer;

create function count_sign_ins() returns trigger language plpgsql as $$
begin
  new.sessions_epoch := old.sessions_epoch + 1;
  return new;
end $$;
create trigger staff_sign_ins before update on staff for each row
  when (new.sessions_since is distinct from old.sessions_since) execute function count_sign_ins();

-- Lines to pages end within a moment of what ended the right to them.
create function tell_rights() returns trigger language plpgsql as $$
declare
  whose text;
begin
  whose := case tg_table_name when 'staff' then to_jsonb(new) ->> 'id' else to_jsonb(old) -> 'sess' ->> 'personId' end;
  if whose is not null then
    perform pg_notify('map_step_rights', whose);
  end if;
  return null;
end $$;
create trigger staff_rights after update on staff for each row
  when (new.role is distinct from old.role or new.active is distinct from old.active
    or new.sessions_epoch is distinct from old.sessions_epoch) execute function tell_rights();
create trigger sessions_rights after delete on sessions for each row execute function tell_rights();

-- What somebody shows beside the password: a device's key, or codes of an app.
create table factors (
  id uuid primary key,
  staff_id uuid not null references staff on delete cascade,
  kind text not null check (kind in ('key', 'codes')),
  name text not null,
  -- Of codes: what they are made from, locked with a key that is not in the database.
  locked text,
  -- The last moment of which a code was taken, so that none counts twice.
  last_step bigint not null default 0,
  -- Of a key: what it is called by, what its answers are checked with, how often it answered.
  credential_id text unique,
  public_key text,
  uses bigint not null default 0,
  transports text[] not null default '{}',
  -- Nothing until it was shown once that it works.
  confirmed_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index factors_staff on factors (staff_id);

create table recovery_codes (
  id uuid primary key,
  staff_id uuid not null references staff on delete cascade,
  code_hash text not null unique,
  used_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index recovery_codes_staff on recovery_codes (staff_id);

-- What a key is asked to sign, once.
create table challenges (
  hash text primary key,
  staff_id uuid not null references staff on delete cascade,
  expires_at timestamptz not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);

-- Whether directors are asked for something beside the password.
alter table studio add column directors_show_more boolean not null default false;
