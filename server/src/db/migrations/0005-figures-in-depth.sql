alter table dances
  add column free_timed boolean not null default false,
  add column count_from integer not null default 1 check (count_from between 1 and 64);

-- Names and cues say whose they are: [{"name", "usedBy"}] and [{"text", "school", "house"}].
alter table figures
  add column names_elsewhere jsonb not null default '[]',
  add column cues_by_school jsonb not null default '[]',
  add column variant_of_id uuid references figures (id),
  add check (variant_of_id <> id);
update figures set
  names_elsewhere = coalesce(
    (select jsonb_agg(jsonb_build_object('name', entry, 'usedBy', '') order by place)
     from unnest(other_names) with ordinality as old (entry, place)), '[]'),
  cues_by_school = coalesce(
    (select jsonb_agg(jsonb_build_object('text', entry, 'school', '', 'house', true) order by place)
     from unnest(cues) with ordinality as old (entry, place)), '[]');
alter table figures drop column other_names, drop column cues;
alter table figures rename column names_elsewhere to other_names;
alter table figures rename column cues_by_school to cues;
create index figures_variant_of on figures (variant_of_id);

create table figure_helps (
  figure_id uuid not null references figures (id) on delete cascade,
  helped_by_id uuid not null references figures (id),
  position integer not null check (position >= 0),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (figure_id, helped_by_id),
  check (figure_id <> helped_by_id)
);
create index figure_helps_by on figure_helps (helped_by_id);

-- Who may teach a figure; nobody named means everybody.
create table figure_teachers (
  figure_id uuid not null references figures (id) on delete cascade,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (figure_id, staff_id)
);
