import type { AlikePair, Person, StudioPerson } from "@map-step/contract";
import { alikeNames } from "@map-step/core/student";
import { atomically } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid } from "../../http/problems.ts";
import { listPeople, personOf, readPerson } from "./read.ts";

/** More pairs than these nobody looks through at once. */
const MOST_PAIRS = 60;

/** Letters that a name begins with and its length tell most pairs apart without a look at each. */
function candidates(people: readonly StudioPerson[]): (readonly [StudioPerson, StudioPerson])[] {
  const buckets = new Map<string, StudioPerson[]>();
  const into = (key: string, one: StudioPerson) => {
    const there = buckets.get(key);
    if (there) there.push(one);
    else buckets.set(key, [one]);
  };
  for (const one of people) {
    const letters = one.name
      .normalize("NFKD")
      .replaceAll(/[^\p{L}\p{N}]/gu, "")
      .toLowerCase();
    // One letter apart, two names still begin or end alike.
    into(`begins ${letters.slice(0, 3)}`, one);
    into(`ends ${letters.slice(-3)}`, one);
  }
  const pairs = new Map<string, readonly [StudioPerson, StudioPerson]>();
  for (const own of buckets.values())
    own.forEach((one, at) => {
      for (const other of own.slice(at + 1)) {
        const [a, b] = one.id < other.id ? [one, other] : [other, one];
        pairs.set(`${a.id} ${b.id}`, [a, b]);
      }
    });
  return [...pairs.values()];
}

const sectionsOf = ({ courses }: StudioPerson): ReadonlySet<string> =>
  new Set(courses.map(({ sectionId }) => sectionId));

/** Pairs of different sections whose names are the same, or nearly; the same ones first. */
export async function listAlike(db: Database, person: Person): Promise<AlikePair[]> {
  const pairs = candidates(await listPeople(db, person)).flatMap(([one, other]): AlikePair[] => {
    const alike = alikeNames(one.name, other.name);
    const own = sectionsOf(one);
    const together = other.courses.some(({ sectionId }) => own.has(sectionId));
    return alike === "other" || together ? [] : [{ one, other, same: alike === "same" }];
  });
  return pairs
    .sort((a, b) => Number(b.same) - Number(a.same) || a.one.name.localeCompare(b.one.name))
    .slice(0, MOST_PAIRS);
}

/** Joins one with another: everything of both is one person's. */
export const joinStudents = (
  db: Database,
  person: Person,
  id: string,
  otherId: string,
): Promise<StudioPerson> =>
  atomically(db, async () => {
    // One after the other, so that two who join the same people never make a circle.
    await db.sequelize.query("lock table students in share row exclusive mode");
    const [one, other] = [await personOf(db, id), await personOf(db, otherId)];
    if (one === other) throw invalid([{ path: "studentId", message: "They are one person already" }]);
    await rowsOf(db, "update students set same_as = $other where id = $one returning id", { one, other });
    return readPerson(db, person, other);
  });

/** Takes a joining back: this one, with whom was joined to them before, is somebody of their own again. */
export const separateStudent = (db: Database, person: Person, id: string): Promise<StudioPerson> =>
  atomically(db, async () => {
    await db.sequelize.query("lock table students in share row exclusive mode");
    await personOf(db, id);
    await rowsOf(db, "update students set same_as = null where id = $id returning id", { id });
    return readPerson(db, person, id);
  });
