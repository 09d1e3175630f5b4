-- What corrects something of what was seen names what is there; what takes back something that is not there says nothing.
lock table evidence in share row exclusive mode;
select set_config('map_step.erasing', 'yes', true);
delete from evidence e where mark is null and not exists (select from evidence before where before.id = e.corrects);
update evidence e set corrects = null
  where corrects is not null and not exists (select from evidence before where before.id = e.corrects);
select set_config('map_step.erasing', '', true);
set constraints all immediate;
alter table evidence add constraint evidence_corrects
  foreign key (corrects) references evidence (id) deferrable initially deferred;
create index evidence_by_corrects on evidence (corrects) where corrects is not null;
