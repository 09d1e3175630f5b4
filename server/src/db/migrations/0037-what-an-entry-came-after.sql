-- What an entry of a class came after is there. Each table by itself, so that nobody who writes meanwhile waits in a circle.
lock table class_entries in share row exclusive mode;
select set_config('map_step.erasing', 'yes', true);
update class_entries e set after = null
  where after is not null and not exists (select from class_entries before where before.id = e.after);
select set_config('map_step.erasing', '', true);
set constraints all immediate;
-- Told at the end of a change, so that one statement may write or take away many.
alter table class_entries add constraint class_entries_after
  foreign key (after) references class_entries (id) deferrable initially deferred;
create index class_entries_by_after on class_entries (after) where after is not null;
