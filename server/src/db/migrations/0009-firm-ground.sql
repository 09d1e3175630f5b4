-- Who took a thing away, and who changed it last.
alter table figures add column deleted_by uuid references staff (id), add column changed_by uuid references staff (id);
alter table levels add column deleted_by uuid references staff (id), add column changed_by uuid references staff (id);
alter table sections add column deleted_by uuid references staff (id), add column changed_by uuid references staff (id);
alter table students add column deleted_by uuid references staff (id), add column changed_by uuid references staff (id);
alter table approaches add column deleted_by uuid references staff (id), add column changed_by uuid references staff (id);
alter table plan_drafts add column deleted_by uuid references staff (id);
alter table lesson_templates add column deleted_by uuid references staff (id);
alter table plans add column changed_by uuid references staff (id);
alter table lessons add column changed_by uuid references staff (id);
alter table recaps add column changed_by uuid references staff (id);
alter table dances add column changed_by uuid references staff (id);
alter table staff add column changed_by uuid references staff (id);

-- A lesson, what was noted of it and what was written about it never go by cascade.
alter table class_entries
  drop constraint class_entries_lesson_id_fkey,
  add foreign key (lesson_id) references lessons (id) on delete restrict;
alter table recaps
  drop constraint recaps_lesson_id_fkey,
  add foreign key (lesson_id) references lessons (id) on delete restrict;
alter table recap_versions
  drop constraint recap_versions_recap_id_fkey,
  add foreign key (recap_id) references recaps (id) on delete restrict;
alter table check_marks
  drop constraint check_marks_check_id_fkey,
  add foreign key (check_id) references checks (id) on delete restrict;

-- A lesson that follows its plan again keeps its row, so that its version goes on counting.
alter table lessons add column follows_plan boolean not null default false;

-- A mark that was taken back keeps its row for the same reason.
alter table check_marks alter column mark drop not null;

-- What the public page of a recap shows is what was published, not what is being written.
alter table recaps
  add column published_title text,
  add column published_document jsonb,
  add column published_at timestamptz;
update recaps set published_title = title, published_document = document, published_at = updated_at
where secret is not null;
alter table recaps add check ((secret is null) = (published_document is null)),
  add check ((secret is null) = (published_title is null));

-- Sign-ins from before this moment do not count any more: the password was changed, or the account closed.
alter table staff add column sessions_since timestamptz;

-- How often was tried lately; rows go by themselves once they are out of date.
drop table sign_in_attempts;
create table rate_limits (
  key varchar(255) primary key,
  points integer not null default 0,
  expire bigint
);

-- Another number whenever a figure of the dance, or a tie of one, is written. From a sequence, so that no number is
-- ever used twice, not even after a transaction that came to nothing: what is read under a number stays true.
create sequence library_versions;
alter table dances add column library_version bigint not null default nextval('library_versions');

create function library_changed_by_figures() returns trigger language plpgsql as $$
begin
  update dances set library_version = nextval('library_versions')
  where id in (select dance_id from touched);
  return null;
end $$;

create function library_changed_by_ties() returns trigger language plpgsql as $$
begin
  update dances set library_version = nextval('library_versions')
  where id in (select figures.dance_id from figures join touched on touched.figure_id = figures.id);
  return null;
end $$;

do $$
declare
  place text;
  tells text;
begin
  foreach place in array array['figures', 'figure_needs', 'figure_helps', 'figure_teachers'] loop
    tells := case when place = 'figures' then 'library_changed_by_figures' else 'library_changed_by_ties' end;
    execute format('create trigger library_insert after insert on %I referencing new table as touched
      for each statement execute function %I()', place, tells);
    execute format('create trigger library_update after update on %I referencing new table as touched
      for each statement execute function %I()', place, tells);
    execute format('create trigger library_delete after delete on %I referencing old table as touched
      for each statement execute function %I()', place, tells);
  end loop;
end $$;
-- A figure that moves to another dance changes the one that it leaves, too.
create trigger library_left after update on figures referencing old table as touched
  for each statement execute function library_changed_by_figures();

-- What pages ask for by.
create index figures_dance on figures (dance_id) where deleted_at is null;
create index sections_level on sections (level_id);
create index levels_follows on levels (follows_id);
create index plans_level on plans (level_id);
create index students_section on students (section_id);
create index section_teachers_staff on section_teachers (staff_id);
create index checks_section on checks (section_id);
create index check_marks_student on check_marks (student_id);
create index class_entries_target on class_entries (target) where kind in ('attendance', 'waited');

-- Years that no calendar of a studio reaches.
update sections set first_date = least(greatest(first_date, '1900-01-01'), '2200-12-31')
where first_date not between '1900-01-01' and '2200-12-31';
delete from section_days_off where day not between '1900-01-01' and '2200-12-31';
update checks set held_on = least(greatest(held_on, '1900-01-01'), '2200-12-31')
where held_on not between '1900-01-01' and '2200-12-31';
alter table sections add check (first_date between '1900-01-01' and '2200-12-31');
alter table section_days_off add check (day between '1900-01-01' and '2200-12-31');
alter table checks add check (held_on between '1900-01-01' and '2200-12-31');
