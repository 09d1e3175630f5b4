import {
  FIGURE_FIELDS,
  type Findable,
  type HistoryList,
  LEVEL_FIELDS,
  type Person,
  type PlainFields,
  ROOM_FIELDS,
  SECTION_FIELDS,
  textsOf,
} from "@map-step/contract";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { placeOf } from "../history/places.ts";
import { TEACHES } from "../sections/own-class.ts";
import { columnOf } from "../studio-file/tables.ts";

/** SQL: the words by which a thing is found beside its name, as its fields say; `alias` is its row. */
const searchedIn = (alias: string, fields: PlainFields): string =>
  `concat_ws(' ', ${textsOf(fields, "searched")
    .map((name) => `${alias}.${columnOf(name)}`)
    .join(", ")})`;

/** SQL: what stands in the records of a figure `f` by which it is found. */
const SEARCHED_IN_FIGURES = textsOf(FIGURE_FIELDS, "searched")
  .map(
    (name) => `(select string_agg(concat_ws(' ', entry ->> 'name', entry ->> 'text'), ' ')
        from jsonb_array_elements(f.${columnOf(name)}) entry)`,
  )
  .join(", ");

/** The sorts that have a place of their own, and the other words by which each is known; `place` is the thing. */
const PLACED: Readonly<Partial<Record<Findable["kind"], readonly [list: HistoryList, words: string]>>> = {
  figure: ["figures", `(select concat_ws(' ', ${SEARCHED_IN_FIGURES}) from figures f where f.id = place.id)`],
  level: ["levels", `(select ${searchedIn("levels", LEVEL_FIELDS)} from levels where levels.id = place.id)`],
  section: [
    "sections",
    `(select concat_ws(' ', ${searchedIn("s", SECTION_FIELDS)},
        (select string_agg(staff.name, ' ' order by staff.name) from section_teachers t join staff on staff.id = t.staff_id
         where t.section_id = s.id))
      from sections s where s.id = place.id)`,
  ],
  lesson: [
    "lessons",
    "(select string_agg(p.title, ' ' order by p.position) from lesson_segments p where p.lesson_id = place.id)",
  ],
  recap: ["recaps", "'recap'"],
  sequence: ["sequences", "(select note from sequences where sequences.id = place.id)"],
  check: ["checks", "'check ' || to_char(place.name::date, 'FMDD Month YYYY')"],
  room: ["rooms", `(select ${searchedIn("rooms", ROOM_FIELDS)} from rooms where rooms.id = place.id)`],
  term: ["terms", "''"],
};
const NOWHERE = "null::uuid, null::uuid, null::int";
const OTHERS = `select 'dancer', st.id, st.name, string_agg(distinct l.name || ', ' || s.name, '; '), '', ${NOWHERE}
    from students st join enrolments e on e.student_id = st.id and e.deleted_at is null
    join sections s on s.id = e.section_id and s.deleted_at is null
    join levels l on l.id = s.level_id and l.deleted_at is null
    where st.id = st.person_id and ($director or ${TEACHES("s.id")}) group by st.id, st.name
  union all select 'staff', id, name, role, email, ${NOWHERE} from staff where active`;
const ALL = `${Object.entries(PLACED)
  .map(
    ([kind, [list, words]]) =>
      `select '${kind}', place.id, ${kind === "lesson" ? "'Week ' || place.week" : "place.name"}, place.belongs, ${words},
        place.level, place.section, place.week from ${placeOf(list)} place where not place.gone`,
  )
  .join(" union all ")} union all ${OTHERS}`;

/** Everything that somebody may see, with the words by which it is found. */
export const listFindable = (db: Database, { id, role }: Person): Promise<Findable[]> =>
  rowsOf<Findable>(
    db,
    `with all_found (kind, id, name, "of", words, level_id, section_id, week) as (${ALL})
     select kind, id, name, "of", coalesce(words, '') as words, level_id as "levelId", section_id as "sectionId", week
     from all_found order by kind, name, id`,
    { personId: id, director: role === "director" },
  );
