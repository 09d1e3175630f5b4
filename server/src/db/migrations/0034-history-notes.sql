-- What a change was part of, such as a proposal that was taken: it stands by itself in the history and says so.
alter table history add column note text;

create or replace function keep_history() returns trigger language plpgsql as $$
declare
  thing uuid := case tg_argv[0] when 'settings' then '00000000-0000-4000-8000-000000000001' else to_jsonb(new) ->> 'id' end;
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
  now_state := history_state(tg_argv[0], thing);
  if now_state is null then
    return null;
  end if;
  select state into last_state from history where list = tg_argv[0] and thing_id = thing order by id desc limit 1;
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
  insert into history (staff_id, list, thing_id, what, state, note)
    values (who, tg_argv[0], thing, said, now_state, nullif(current_setting('map_step.note', true), ''))
    returning id into entry;
  perform pg_notify('map_step_history', entry::text);
  return null;
end $$;
