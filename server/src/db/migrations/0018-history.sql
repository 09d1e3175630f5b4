-- Every change of a thing, written with it: who, when, and what it was from then on.
create table history (
  id bigint generated always as identity primary key,
  at timestamptz not null default clock_timestamp(),
  staff_id uuid references staff (id),
  list text not null,
  thing_id uuid not null,
  what text not null check (what in ('was', 'made', 'changed', 'removed', 'back')),
  state jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index history_thing on history (list, thing_id, id);
create index history_at on history (at);

create trigger history_stays before update or delete on history for each row execute function stays_as_said();
create trigger history_is_kept before truncate on history for each statement execute function stays_as_said();

-- Runs when all that belongs to a change is written. What a thing is, `history_state` puts together; the server lays that
-- function after migrating, from where each sort of thing is kept.
create function keep_history() returns trigger language plpgsql as $$
declare
  now_state jsonb;
  last_state jsonb;
  said text;
  who uuid;
  entry bigint;
begin
  -- What a migration writes anew says the same as before, and the function is that of the tables before it.
  if current_setting('map_step.migrating', true) = 'yes' then
    return null;
  end if;
  now_state := history_state(tg_argv[0], new.id);
  if now_state is null then
    return null;
  end if;
  select state into last_state from history where list = tg_argv[0] and thing_id = new.id order by id desc limit 1;
  if last_state = now_state then
    return null;
  end if;
  said := case
    when last_state is null then 'made'
    when coalesce(last_state -> 'deletedAt', 'null') = 'null' and coalesce(now_state -> 'deletedAt', 'null') <> 'null' then 'removed'
    when coalesce(last_state -> 'deletedAt', 'null') <> 'null' and coalesce(now_state -> 'deletedAt', 'null') = 'null' then 'back'
    else 'changed' end;
  who := coalesce(
    nullif(current_setting('map_step.who', true), '')::uuid,
    (to_jsonb(new) ->> 'changed_by')::uuid,
    (to_jsonb(new) ->> 'staff_id')::uuid);
  insert into history (staff_id, list, thing_id, what, state) values (who, tg_argv[0], new.id, said, now_state)
    returning id into entry;
  perform pg_notify('map_step_history', entry::text);
  return null;
end $$;

do $$
declare
  pair text[];
begin
  foreach pair slice 1 in array array[
    ['dances', 'dances'], ['figures', 'figures'], ['approaches', 'approaches'], ['lessonTemplates', 'lesson_templates'],
    ['levels', 'levels'], ['readinessRules', 'readiness_rules'], ['sections', 'sections'], ['enrolments', 'enrolments'],
    ['plans', 'plans'], ['lessons', 'lessons'], ['sequences', 'sequences'], ['recaps', 'recaps'], ['checks', 'checks']]
  loop
    execute format(
      'create constraint trigger %I after insert or update on %I deferrable initially deferred
         for each row execute function keep_history(%L)',
      pair[2] || '_history', pair[2], pair[1]);
  end loop;
end $$;

-- Up to where somebody has seen what others changed.
create table staff_seen (
  staff_id uuid primary key references staff (id) on delete cascade,
  history_id bigint not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
