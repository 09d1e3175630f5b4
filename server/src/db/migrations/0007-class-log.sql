-- What a running order holds beside its minutes.
alter table lesson_segments
  drop constraint lesson_segments_kind_check,
  add constraint lesson_segments_kind_check check (
    kind in ('warm-up', 'carry-over', 'return', 'deepen', 'new', 'contrast', 'practice', 'wrap', 'own')
  ),
  add column with_ids uuid[] not null default '{}',
  add column locked boolean not null default false,
  add column cautions text[] not null default '{}',
  add column reached text check (reached in ('steps', 'rhythm', 'count', 'partner', 'technique', 'style'));

-- Everything noted in class or corrected later, never changed. The id is made on the device that noted it, so that
-- an entry counts once however often it is sent.
create table class_entries (
  id uuid primary key,
  lesson_id uuid not null references lessons (id) on delete cascade,
  position bigint generated always as identity unique,
  kind text not null check (kind in ('mark', 'spent', 'attendance', 'remark', 'waited', 'ended')),
  target text not null check (length(target) > 0),
  value jsonb check (jsonb_typeof(value) = 'object'),
  after uuid,
  noted_at timestamptz not null,
  staff_id uuid not null references staff (id),
  outcome text not null check (outcome in ('kept', 'same', 'conflict')),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
create index class_entries_lesson on class_entries (lesson_id, position);

-- Marks from before there was a log; who gave them was not kept, so the first director stands for them.
insert into class_entries (id, lesson_id, kind, target, value, noted_at, staff_id, outcome)
select gen_random_uuid(), lesson_id, 'mark', segments.id::text,
  jsonb_build_object('covered', covered, 'reached', null), segments.updated_at, director.id, 'kept'
from lesson_segments segments
cross join (select id from staff where role = 'director' order by created_at limit 1) director
where covered is not null
order by segments.updated_at;
insert into class_entries (id, lesson_id, kind, target, value, noted_at, staff_id, outcome)
select gen_random_uuid(), lessons.id, 'ended', 'class', jsonb_build_object('ended', true), lessons.updated_at,
  director.id, 'kept'
from lessons
cross join (select id from staff where role = 'director' order by created_at limit 1) director
where state = 'taught';

alter table lesson_segments drop column version;
