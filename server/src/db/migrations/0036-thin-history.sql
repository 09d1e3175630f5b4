-- What somebody writes in one sitting is told once, with what came of it, so only that is kept: no more grows than is
-- shown. A sitting is changes of one person to one thing, each within ten minutes of the one before; what is part of
-- something else, such as a proposal that was taken, stands for itself.
create or replace function keep_history() returns trigger language plpgsql security definer set search_path = public as $$
declare
  thing uuid := case tg_argv[0] when 'settings' then '00000000-0000-4000-8000-000000000001' else to_jsonb(new) ->> 'id' end;
  now_state jsonb;
  last history%rowtype;
  said text;
  who uuid;
  part_of text := nullif(current_setting('map_step.note', true), '');
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
  select * into last from history where list = tg_argv[0] and thing_id = thing order by id desc limit 1;
  if last.state = now_state then
    return null;
  end if;
  said := case
    when last.state is null then 'made'
    when coalesce(last.state -> 'deletedAt', 'null') = 'null' and coalesce(now_state -> 'deletedAt', 'null') <> 'null' then 'removed'
    when coalesce(last.state -> 'deletedAt', 'null') <> 'null' and coalesce(now_state -> 'deletedAt', 'null') = 'null' then 'back'
    else 'changed' end;
  who := coalesce(
    nullif(current_setting('map_step.who', true), '')::uuid,
    (to_jsonb(new) ->> 'changed_by')::uuid,
    (to_jsonb(new) ->> 'staff_id')::uuid);
  insert into history (staff_id, list, thing_id, what, state, note)
    values (who, tg_argv[0], thing, said, now_state, part_of)
    returning id into entry;
  if said = 'changed' and last.what = 'changed' and last.staff_id = who and last.note is null and part_of is null
    and clock_timestamp() - last.at < interval '10 minutes' then
    perform set_config('map_step.erasing', 'yes', true);
    delete from history where id = last.id;
    perform set_config('map_step.erasing', '', true);
  end if;
  perform pg_notify('map_step_history', entry::text);
  return null;
end $$;

-- Run once a day. Of what is older than a year the last state of each day stays. What lay in the bin for longer than its
-- 60 days and nothing speaks of goes, with its history; figures, levels and classes stay, since what was taught does.
create function tidy_up() returns void language plpgsql security definer set search_path = public as $$
begin
  perform set_config('map_step.erasing', 'yes', true);
  delete from history h using history later
  where h.at < now() - interval '1 year' and h.what = 'changed' and h.note is null
    and later.list = h.list and later.thing_id = h.thing_id and later.id > h.id and later.at::date = h.at::date;
  -- Of the time before sittings were kept as one.
  delete from history h using (
    select id, what = 'changed' and note is null and lead(what) over own = 'changed' and lead(note) over own is null
      and lead(staff_id) over own = staff_id and lead(at) over own - at < interval '10 minutes' as is_within
    from history window own as (partition by list, thing_id order by id)) sitting
  where sitting.id = h.id and is_within;
  delete from comments c where c.deleted_at < now() - interval '60 days'
    and not exists (select from comments answer where answer.reply_to = c.id);
  delete from plan_drafts where deleted_at < now() - interval '60 days';
  delete from lesson_templates where deleted_at < now() - interval '60 days';
  delete from enrolments e where e.deleted_at < now() - interval '60 days'
    and not exists (select from evidence where section_id = e.section_id and student_id = e.student_id)
    and not exists (select from class_entries join lessons on lessons.id = lesson_id
      where lessons.section_id = e.section_id and target = e.student_id::text);
  delete from history h where h.at < now() - interval '60 days' and (
    h.list = 'comments' and not exists (select from comments where id = h.thing_id)
    or h.list = 'planDrafts' and not exists (select from plan_drafts where id = h.thing_id)
    or h.list = 'lessonTemplates' and not exists (select from lesson_templates where id = h.thing_id)
    or h.list = 'enrolments' and not exists (select from enrolments where id = h.thing_id));
  perform set_config('map_step.erasing', '', true);
end $$;
