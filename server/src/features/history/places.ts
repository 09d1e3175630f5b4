import { type HistoryList, SETTINGS_THING } from "@map-step/contract";

const NOWHERE = "null::uuid, null::uuid, null::int";
const OF_SECTION = "join levels l on l.id = s.level_id";

/** Of each sort: its name, what it belongs to, its level, section and week as far as it has these, and whether it is gone. */
const PLACES: Readonly<Record<HistoryList, string>> = {
  dances: `select id, name, '', ${NOWHERE}, false from dances`,
  figures: `select r.id, r.name, d.name, ${NOWHERE}, r.deleted_at is not null
    from figures r join dances d on d.id = r.dance_id`,
  approaches: `select id, name, '', ${NOWHERE}, deleted_at is not null from approaches`,
  lessonTemplates: `select id, name, '', ${NOWHERE}, deleted_at is not null from lesson_templates`,
  levels: `select r.id, r.name, d.name, r.id, null::uuid, null::int, r.deleted_at is not null
    from levels r join dances d on d.id = r.dance_id`,
  readinessRules: `select r.id, '', l.name, l.id, null::uuid, null::int, l.deleted_at is not null
    from readiness_rules r join levels l on l.id = r.level_id`,
  sections: `select s.id, s.name, l.name, l.id, s.id, null::int, s.deleted_at is not null or l.deleted_at is not null
    from sections s ${OF_SECTION}`,
  enrolments: `select r.id, students.name, l.name || ', ' || s.name, l.id, s.id, null::int, r.deleted_at is not null
    from enrolments r join students on students.id = r.student_id join sections s on s.id = r.section_id ${OF_SECTION}`,
  plans: `select r.id, '', l.name || coalesce(', ' || s.name, ''), l.id, s.id, null::int,
      l.deleted_at is not null or s.deleted_at is not null
    from plans r join levels l on l.id = r.level_id left join sections s on s.id = r.section_id`,
  planDrafts: `select r.id, r.name, l.name || coalesce(', ' || s.name, ''), l.id, s.id, null::int, r.deleted_at is not null
    from plan_drafts r join plans on plans.id = r.plan_id join levels l on l.id = plans.level_id
    left join sections s on s.id = plans.section_id`,
  lessons: `select r.id, '', l.name || ', ' || s.name, l.id, s.id, r.week, s.deleted_at is not null or l.deleted_at is not null
    from lessons r join sections s on s.id = r.section_id ${OF_SECTION}`,
  sequences: `select r.id, r.name, d.name, ${NOWHERE}, r.deleted_at is not null
    from sequences r join dances d on d.id = r.dance_id`,
  recaps: `select r.id, r.title, l.name || ', ' || s.name, l.id, s.id, lessons.week,
      s.deleted_at is not null or l.deleted_at is not null
    from recaps r join lessons on lessons.id = r.lesson_id join sections s on s.id = lessons.section_id ${OF_SECTION}`,
  comments: `select r.id, case when length(r.text) > 80 then left(r.text, 79) || '…' else r.text end,
      coalesce(figures.name, sequences.name, l.name || coalesce(', ' || s.name, ''), ''), l.id, s.id, r.week,
      r.deleted_at is not null
    from comments r
    left join figures on r.list = 'figures' and figures.id = r.thing_id
    left join sequences on r.list = 'sequences' and sequences.id = r.thing_id
    left join plans on r.list = 'plans' and plans.id = r.thing_id
    left join checks on r.list = 'checks' and checks.id = r.thing_id
    left join sections s on s.id = case when r.list in ('lessons', 'recaps') then r.thing_id
      else coalesce(plans.section_id, checks.section_id) end
    left join levels l on l.id = coalesce(plans.level_id, s.level_id)`,
  rooms: `select id, name, '', ${NOWHERE}, deleted_at is not null from rooms`,
  terms: `select id, name, '', ${NOWHERE}, deleted_at is not null from terms`,
  absences: `select r.id, staff.name, '', ${NOWHERE}, r.deleted_at is not null
    from absences r join staff on staff.id = r.staff_id`,
  proposals: `select r.id, case r.list when 'figures' then r.content ->> 'name' else '' end,
      coalesce(d.name, l.name || coalesce(', ' || s.name, ''), ''), l.id, s.id, null::int, false
    from proposals r left join dances d on r.list = 'figures' and d.id::text = r.content ->> 'danceId'
    left join plans on r.list = 'plans' and plans.id = r.thing_id
    left join levels l on l.id = plans.level_id left join sections s on s.id = plans.section_id`,
  settings: `select '${SETTINGS_THING}'::uuid, '', name, ${NOWHERE}, false from studio`,
  staff: `select id, name, '', ${NOWHERE}, not active from staff`,
  checks: `select r.id, to_char(r.held_on, 'YYYY-MM-DD'), l.name || ', ' || s.name, l.id, s.id, null::int,
      s.deleted_at is not null or l.deleted_at is not null
    from checks r join sections s on s.id = r.section_id ${OF_SECTION}`,
};

/** SQL: what a thing of a sort is called and where it is found: `id, name, belongs, level, section, week, gone`. */
export const placeOf = (list: HistoryList): string =>
  `(select place.* from (${PLACES[list]}) as place (id, name, belongs, level, section, week, gone))`;

/** SQL: the same of several sorts, with `list` before it. */
export const placesOf = (lists: readonly HistoryList[]): string =>
  `(${lists.map((list) => `select '${list}' as list, place.* from ${placeOf(list)} place`).join(" union all ")})`;
