-- The same of notes in a check.
lock table check_notes in share row exclusive mode;
select set_config('map_step.erasing', 'yes', true);
delete from check_notes n where text is null and not exists (select from check_notes before where before.id = n.corrects);
update check_notes n set corrects = null
  where corrects is not null and not exists (select from check_notes before where before.id = n.corrects);
select set_config('map_step.erasing', '', true);
set constraints all immediate;
alter table check_notes add constraint check_notes_corrects
  foreign key (corrects) references check_notes (id) deferrable initially deferred;
create index check_notes_by_corrects on check_notes (corrects) where corrects is not null;
