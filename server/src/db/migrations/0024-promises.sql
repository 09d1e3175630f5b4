-- A promise that was made in class is kept, which is noted in the log of the class in which it was made.
alter table class_entries drop constraint class_entries_kind_check;
alter table class_entries add constraint class_entries_kind_check
  check (kind in ('mark', 'spent', 'attendance', 'remark', 'waited', 'fulfilled', 'ended'));
create index class_entries_remarks on class_entries (lesson_id) where kind in ('remark', 'fulfilled');
