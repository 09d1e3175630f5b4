import type { Findable, Person } from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { TEACHES } from "../sections/own-class.ts";

const NOWHERE = "null::uuid, null::uuid, null::int";
const IN_SECTION = "join levels l on l.id = s.level_id and l.deleted_at is null";

/** Of each sort: id, name, what it belongs to, other words, level, section, week. */
const FOUND: Readonly<Record<Findable["kind"], string>> = {
  figure: `select f.id, f.name, d.name, concat_ws(' ',
      (select string_agg(entry ->> 'name', ' ') from jsonb_array_elements(f.other_names) entry),
      (select string_agg(entry ->> 'text', ' ') from jsonb_array_elements(f.cues) entry)), ${NOWHERE}
    from figures f join dances d on d.id = f.dance_id where f.deleted_at is null`,
  level: `select l.id, l.name, d.name, l.aim, l.id, null::uuid, null::int
    from levels l join dances d on d.id = l.dance_id where l.deleted_at is null`,
  section: `select s.id, s.name, l.name, concat_ws(' ', s.room, s.good_to_know,
      (select string_agg(staff.name, ' ') from section_teachers t join staff on staff.id = t.staff_id
       where t.section_id = s.id)), l.id, s.id, null::int
    from sections s ${IN_SECTION} where s.deleted_at is null`,
  lesson: `select n.id, 'Week ' || n.week, l.name || ', ' || s.name,
      (select string_agg(p.title, ' ') from lesson_segments p where p.lesson_id = n.id), l.id, s.id, n.week
    from lessons n join sections s on s.id = n.section_id and s.deleted_at is null ${IN_SECTION}`,
  recap: `select r.id, r.title, l.name || ', ' || s.name, 'recap', l.id, s.id, n.week
    from recaps r join lessons n on n.id = r.lesson_id
    join sections s on s.id = n.section_id and s.deleted_at is null ${IN_SECTION}`,
  sequence: `select q.id, q.name, d.name, q.note, ${NOWHERE}
    from sequences q join dances d on d.id = q.dance_id where q.deleted_at is null`,
  check: `select c.id, to_char(c.held_on, 'FMDD Mon YYYY'), l.name || ', ' || s.name, 'check', l.id, s.id, null::int
    from checks c join sections s on s.id = c.section_id and s.deleted_at is null ${IN_SECTION}`,
  dancer: `select st.id, st.name, string_agg(distinct l.name || ', ' || s.name, '; '), '', ${NOWHERE}
    from students st join enrolments e on e.student_id = st.id and e.deleted_at is null
    join sections s on s.id = e.section_id and s.deleted_at is null ${IN_SECTION}
    where st.id = st.person_id and ($director or ${TEACHES("s.id")}) group by st.id, st.name`,
  staff: `select id, name, role, email, ${NOWHERE} from staff where active`,
  room: `select id, name, '', note, ${NOWHERE} from rooms where deleted_at is null`,
  term: `select id, name, '', '', ${NOWHERE} from terms where deleted_at is null`,
};
const ALL = Object.entries(FOUND)
  .map(([kind, sql]) => `select '${kind}' as kind, found.* from (${sql}) found`)
  .join(" union all ");

/** Everything that somebody may see, with the words by which it is found. */
export const listFindable = (db: Database, { id, role }: Person): Promise<Findable[]> =>
  rowsOf<Findable>(
    db,
    `with all_found (kind, id, name, "of", words, level_id, section_id, week) as (${ALL})
     select kind, id, name, "of", coalesce(words, '') as words, level_id as "levelId", section_id as "sectionId", week
     from all_found`,
    { personId: id, director: role === "director" },
  );
