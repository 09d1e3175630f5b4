-- A section says its room by name; which room of the studio that is, if it is one, is worked out here and nowhere else.
lock table rooms, sections in access exclusive mode;
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
create index sections_by_room on sections (room_id) where room_id is not null;
update sections set room_id = rooms.id from rooms
  where rooms.deleted_at is null and lower(rooms.name) = lower(trim(sections.room));
