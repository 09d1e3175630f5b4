-- What is named is there: what corrects, what comes after something, the place of a figure in a plan, a section's room.
select set_config('map_step.erasing', 'yes', true);
update class_entries e set after = null
  where after is not null and not exists (select from class_entries before where before.id = e.after);
-- What takes back something that is not there says nothing.
delete from evidence e where mark is null and not exists (select from evidence before where before.id = e.corrects);
update evidence e set corrects = null
  where corrects is not null and not exists (select from evidence before where before.id = e.corrects);
delete from check_notes n where text is null and not exists (select from check_notes before where before.id = n.corrects);
update check_notes n set corrects = null
  where corrects is not null and not exists (select from check_notes before where before.id = n.corrects);
select set_config('map_step.erasing', '', true);
-- Told at the end of a change, so that one statement may write or take away many.
alter table class_entries add constraint class_entries_after
  foreign key (after) references class_entries (id) deferrable initially deferred;
alter table evidence add constraint evidence_corrects
  foreign key (corrects) references evidence (id) deferrable initially deferred;
alter table check_notes add constraint check_notes_corrects
  foreign key (corrects) references check_notes (id) deferrable initially deferred;
create index class_entries_by_after on class_entries (after) where after is not null;
create index evidence_by_corrects on evidence (corrects) where corrects is not null;
create index check_notes_by_corrects on check_notes (corrects) where corrects is not null;

update plan_figures p set position = placed.position from (
  select plan_id, figure_id, row_number() over (partition by plan_id order by position, created_at, figure_id) - 1 as position
  from plan_figures) placed
  where placed.plan_id = p.plan_id and placed.figure_id = p.figure_id and placed.position <> p.position;
alter table plan_figures add constraint plan_figures_position
  unique (plan_id, position) deferrable initially deferred;

-- A section says its room by name; which room of the studio that is, if it is one, is worked out here and nowhere else.
alter table sections add column room_id uuid references rooms (id);
create function room_of_section() returns trigger language plpgsql as $$
begin
  new.room_id := (select id from rooms where deleted_at is null and lower(name) = lower(trim(new.room)));
  return new;
end $$;
create trigger sections_room before insert or update of room on sections
  for each row execute function room_of_section();
create function sections_of_room() returns trigger language plpgsql as $$
begin
  if new.deleted_at is null then
    update sections set room_id = new.id where room_id is null and lower(trim(room)) = lower(new.name);
  else
    update sections set room_id = null where room_id = new.id;
  end if;
  return null;
end $$;
create trigger rooms_sections after insert or update of name, deleted_at on rooms
  for each row execute function sections_of_room();
update sections set room_id = rooms.id from rooms
  where rooms.deleted_at is null and lower(rooms.name) = lower(trim(sections.room));
create index sections_by_room on sections (room_id) where room_id is not null;
