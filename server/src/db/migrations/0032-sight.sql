-- The day at the studio; an evening goes on until six in the morning. Servers with a fixed today say so.
create function studio_today() returns date language sql stable as $$
  select coalesce(
    nullif(current_setting('map_step.today', true), '')::date,
    ((now() at time zone coalesce((select time_zone from studio), 'UTC')) - interval '6 hours')::date)
$$;

-- The day of a section's lesson: every week from the first, without the days off.
create function lesson_day(section uuid, week integer) returns date language sql stable as $$
  select days.on_day::date
  from sections s, generate_series(s.first_date::timestamp, s.first_date::timestamp + interval '260 weeks', '7 days') as days (on_day)
  where s.id = section and not exists (
    select 1 from section_days_off off where off.section_id = s.id and off.day = days.on_day::date)
  order by days.on_day offset greatest(week, 1) - 1 limit 1
$$;

-- Whoever steps in does so for one evening.
alter table section_substitutes add column on_day date not null default studio_today();

-- What was noted of somebody elsewhere before they came: of which classes it is open to those who teach this one; null for
-- of all. Nothing that was seen so far is closed.
alter table enrolments add column opened uuid[];
