-- What a class noted stays as it was said, like what was seen. Only erasing a person for good, or a whole demo studio,
-- takes it away.
create or replace function stays_as_said() returns trigger language plpgsql as $$
begin
  if current_setting('map_step.erasing', true) = 'yes' then
    if tg_op = 'UPDATE' then
      return new;
    end if;
    return old;
  end if;
  raise exception 'what was noted is never changed; a correction is a further entry' using errcode = '23001';
end $$;
create trigger class_entries_stay before update or delete on class_entries
  for each row execute function stays_as_said();
create trigger class_entries_are_kept before truncate on class_entries
  for each statement execute function stays_as_said();

-- The one way on which what is kept for good is touched: a person is taken out of it. Marks and attendance are nobody's
-- from then on; of what was written only what has the sign of somebody erased is taken. Whoever owns the tables owns
-- this, so that a server which may not change them can still erase somebody.
create function erase_from_kept(ids uuid[], nobody uuid, words jsonb) returns void
  language plpgsql security definer set search_path = public as $$
declare
  one record;
begin
  perform set_config('map_step.erasing', 'yes', true);
  update evidence set student_id = nobody where student_id = any(ids);
  update class_entries set target = nobody::text
    where target = any(ids::text[]) and kind in ('attendance', 'waited');
  delete from history where list = 'enrolments' and state ->> 'studentId' = any(ids::text[]);
  for one in select * from jsonb_to_recordset(words) as word ("table" text, key text, "column" text, value jsonb)
  loop
    if position('(name erased)' in one.value::text) = 0 then
      raise exception 'only a name is taken out' using errcode = '23001';
    end if;
    case one.table || '.' || one.column
      when 'class_entries.value' then update class_entries set value = one.value where id = one.key::uuid;
      when 'check_notes.text' then update check_notes set text = one.value #>> '{}' where id = one.key::uuid;
      when 'history.state' then update history set state = one.value where id = one.key::bigint;
      when 'history.note' then update history set note = one.value #>> '{}' where id = one.key::bigint;
    end case;
  end loop;
  perform set_config('map_step.erasing', '', true);
end $$;
