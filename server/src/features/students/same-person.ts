import type { AlikePair, Person, StudioPerson } from "@map-step/contract";
import { alikePairs } from "@map-step/core/student";
import { inTransaction } from "../../db/ambient.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { invalid } from "../../http/problems.ts";
import { listPeople, personOf, readPerson } from "./read.ts";

/** More pairs than these nobody looks through at once. */
const MOST_PAIRS = 60;

/** Pairs of different sections whose names are the same, or nearly; the same ones first. */
export async function listAlike(db: Database, person: Person): Promise<AlikePair[]> {
  const people = await listPeople(db, person);
  const sections = new Map(
    people.map(({ id, courses }) => [id, new Set(courses.map(({ sectionId }) => sectionId))]),
  );
  const apart = (one: StudioPerson, other: StudioPerson) =>
    !other.courses.some(({ sectionId }) => sections.get(one.id)?.has(sectionId));
  return alikePairs(people, MOST_PAIRS, apart);
}

/** Joins one with another: everything of both is one person's. */
export const joinStudents = (
  db: Database,
  person: Person,
  id: string,
  otherId: string,
): Promise<StudioPerson> =>
  inTransaction(db, async () => {
    // One after the other, so that two who join the same people never make a circle.
    await db.sequelize.query("lock table students in share row exclusive mode");
    const [one, other] = [await personOf(db, id), await personOf(db, otherId)];
    if (one === other) throw invalid([{ path: "studentId", message: "They are one person already" }]);
    await rowsOf(db, "update students set same_as = $other where id = $one returning id", { one, other });
    return readPerson(db, person, other);
  });

/** Takes a joining back: this one, with whom was joined to them before, is somebody of their own again. */
export const separateStudent = (db: Database, person: Person, id: string): Promise<StudioPerson> =>
  inTransaction(db, async () => {
    await db.sequelize.query("lock table students in share row exclusive mode");
    await personOf(db, id);
    await rowsOf(db, "update students set same_as = null where id = $id returning id", { id });
    return readPerson(db, person, id);
  });
