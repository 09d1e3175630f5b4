-- A student is there once, whatever they take; an enrolment is their place in a section, from a day until a day.
alter table sections add column places integer check (places between 1 and 500);

create table enrolments (
  id uuid primary key default gen_random_uuid(),
  section_id uuid not null references sections (id),
  student_id uuid not null references students (id),
  role text not null check (role in ('leader', 'follower', 'solo', 'both')),
  from_date date not null check (from_date between '1900-01-01' and '2200-12-31'),
  until_date date check (until_date between '1900-01-01' and '2200-12-31'),
  waiting boolean not null default false,
  -- The step of moving up in which it was made.
  batch_id uuid,
  version integer not null default 1 check (version > 0),
  deleted_at timestamptz,
  deleted_by uuid references staff (id),
  changed_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (until_date is null or until_date >= from_date)
);
create unique index enrolments_once on enrolments (section_id, student_id) where deleted_at is null;
create index enrolments_student on enrolments (student_id);
create index enrolments_batch on enrolments (batch_id) where batch_id is not null;

insert into enrolments (section_id, student_id, role, from_date, deleted_at, deleted_by, changed_by, created_at, updated_at)
select section_id, students.id, role, first_date, students.deleted_at, students.deleted_by, students.changed_by,
  students.created_at, students.updated_at
from students join sections on sections.id = section_id;

drop index students_name;
drop index students_section;
alter table students
  drop column section_id, drop column deleted_at, drop column deleted_by,
  drop constraint students_role_check,
  add constraint students_role_check check (role in ('leader', 'follower', 'solo', 'both')),
  -- One person who was written twice: the other one, and who they are in the end.
  add column same_as uuid references students (id) check (same_as <> id),
  add column person_id uuid references students (id);
update students set person_id = id;
alter table students alter column person_id set not null;
create index students_person on students (person_id);
create index students_name on students (lower(name));

create function student_is_somebody() returns trigger language plpgsql as $$
begin
  new.person_id := coalesce(new.person_id, new.id);
  return new;
end $$;
create trigger student_is_somebody before insert on students for each row execute function student_is_somebody();

create function students_are_persons() returns trigger language plpgsql as $$
begin
  with recursive tree as (
    select id, id as root from students where same_as is null
    union all
    select students.id, root from students join tree on same_as = tree.id
  )
  update students set person_id = root from tree where students.id = tree.id and person_id <> root;
  return null;
end $$;
create trigger students_are_persons after update of same_as on students
  for each statement execute function students_are_persons();

-- Who stepped in for the teachers of a section.
create table section_substitutes (
  section_id uuid not null references sections (id) on delete cascade,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (section_id, staff_id)
);

-- Everything seen of a student, never changed: a correction is a further entry. The id is made on the device.
create table evidence (
  id uuid primary key,
  position bigint generated always as identity unique,
  student_id uuid not null references students (id),
  section_id uuid not null references sections (id),
  check_id uuid references checks (id),
  role text not null check (role in ('leader', 'follower', 'solo')),
  figure_id uuid not null references figures (id),
  layer text not null check (layer in ('steps', 'rhythm', 'count', 'partner', 'technique', 'style')),
  mark text check (mark in ('not-yet', 'with-help', 'alone', 'dances-it')),
  corrects uuid,
  place text not null check (place in ('check', 'class')),
  seen_on date not null check (seen_on between '1900-01-01' and '2200-12-31'),
  noted_at timestamptz not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (mark is not null or corrects is not null),
  check ((place = 'check') = (check_id is not null))
);
create index evidence_student on evidence (student_id, position);
create index evidence_section on evidence (section_id);
create index evidence_check on evidence (check_id);
create index evidence_corrects on evidence (corrects) where corrects is not null;

-- What was noted about a figure in a check.
create table check_notes (
  id uuid primary key,
  position bigint generated always as identity unique,
  check_id uuid not null references checks (id),
  figure_id uuid not null references figures (id),
  text text check (length(trim(text)) > 0),
  corrects uuid,
  noted_at timestamptz not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (text is not null or corrects is not null)
);
create index check_notes_check on check_notes (check_id);

-- One check of a section in a day, whoever began it; what two people marked stands beside each other.
insert into evidence (id, student_id, section_id, check_id, role, figure_id, layer, mark, place, seen_on, noted_at, staff_id)
select gen_random_uuid(), student_id, checks.section_id, first.id, students.role, figure_id,
  case students.role when 'solo' then 'count' else 'partner' end, mark, 'check', checks.held_on,
  check_marks.updated_at, checks.staff_id
from check_marks
join checks on checks.id = check_id
join (select distinct on (section_id, held_on) id, section_id, held_on from checks order by section_id, held_on, created_at, id)
  first using (section_id, held_on)
join students on students.id = student_id
where mark is not null
order by check_marks.updated_at;

drop table check_marks;
delete from checks using checks earlier
where earlier.section_id = checks.section_id and earlier.held_on = checks.held_on
  and (earlier.created_at, earlier.id) < (checks.created_at, checks.id);
alter table checks
  drop constraint checks_section_id_held_on_staff_id_key,
  add column minutes integer not null default 15 check (minutes between 1 and 240),
  add column things jsonb not null default '[]',
  add column items jsonb not null default '[]',
  add column version integer not null default 1 check (version > 0),
  add column changed_by uuid references staff (id);
create unique index checks_day on checks (section_id, held_on);

-- What was seen stays as it was said. Only erasing a person for good, or a whole demo studio, takes it away.
create function stays_as_said() returns trigger language plpgsql as $$
begin
  if current_setting('map_step.erasing', true) = 'yes' then
    if tg_op = 'UPDATE' then
      return new;
    end if;
    return old;
  end if;
  raise exception 'what was seen is never changed; a correction is a further entry' using errcode = '23001';
end $$;
create trigger evidence_stays before update or delete on evidence for each row execute function stays_as_said();
create trigger evidence_is_kept before truncate on evidence for each statement execute function stays_as_said();
create trigger notes_stay before update or delete on check_notes for each row execute function stays_as_said();
create trigger notes_are_kept before truncate on check_notes for each statement execute function stays_as_said();

-- When a dancer of a level is ready for the next, where the level states it.
create table readiness_rules (
  id uuid primary key default gen_random_uuid(),
  level_id uuid not null unique references levels (id),
  clauses jsonb not null,
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);

-- The next groups of a level's dancers, as far as they were laid.
create table group_plans (
  id uuid primary key default gen_random_uuid(),
  level_id uuid not null unique references levels (id),
  goal_ids jsonb not null default '[]',
  goes jsonb not null default '[]',
  wishes jsonb not null default '[]',
  locks jsonb not null default '[]',
  version integer not null default 1 check (version > 0),
  changed_by uuid references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
