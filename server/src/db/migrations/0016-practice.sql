-- What students' taps against the beat came to, as their teachers keep it.
create table practice_results (
  id uuid primary key,
  student_id uuid not null references students (id),
  figure_id uuid references figures (id),
  sequence_id uuid references sequences (id),
  measure jsonb not null,
  staff_id uuid not null references staff (id),
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  check (num_nonnulls(figure_id, sequence_id) = 1)
);
create index practice_results_student on practice_results (student_id, created_at desc);
