-- What is noted in a class or a check is told to open pages, of which section; a week for a class, none for a check.
create function tell_noted() returns trigger language plpgsql as $$
declare
  place jsonb;
begin
  if current_setting('map_step.migrating', true) = 'yes' then
    return null;
  end if;
  case tg_table_name
    when 'class_entries' then
      select jsonb_build_object('sectionId', section_id, 'week', week) into place from lessons where id = new.lesson_id;
    when 'check_notes' then
      select jsonb_build_object('sectionId', section_id, 'week', null) into place from checks where id = new.check_id;
    else
      place := jsonb_build_object('sectionId', new.section_id, 'week', null);
  end case;
  perform pg_notify('map_step_noted', place::text);
  return null;
end $$;

create trigger class_entries_told after insert on class_entries for each row execute function tell_noted();
create trigger evidence_told after insert on evidence for each row execute function tell_noted();
create trigger check_notes_told after insert on check_notes for each row execute function tell_noted();
