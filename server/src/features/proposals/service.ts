import { isDeepStrictEqual } from "node:util";
import type {
  ChangeProposal,
  FieldError,
  Person,
  ProposalContent,
  ProposalLine,
  Settlement,
} from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { inTransaction, partOf } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { forbidden, HttpProblem, inUse, invalid, notFound } from "../../http/problems.ts";
import { changeFigure, createFigure, figureFaults } from "../figures/service.ts";
import { placeOf } from "../history/places.ts";
import { changePlan, planFaults } from "../plans/service.ts";

type Kept<T> = Omit<T, "at" | "settledAt"> & { readonly at: Date; readonly settledAt: Date | null };
const asSent = <T>({ at, settledAt, ...rest }: Kept<T>): T =>
  ({ ...rest, at: at.toISOString(), settledAt: settledAt?.toISOString() ?? null }) as unknown as T;

/** So long one that is settled still stands in lists. */
const SHOWN_DAYS = 30;
const LINE = `p.id, p.version, p.list, p.thing_id as "thingId", p.note, p.state, p.staff_id as "staffId", writer.name as by,
  p.updated_at as at, p.answer, settler.name as "settledBy", p.settled_at as "settledAt", place.name, place.belongs as of,
  place.level as "levelId", place.section as "sectionId"`;
const TABLES = `proposals p join staff writer on writer.id = p.staff_id left join staff settler on settler.id = p.settled_by
  join ${placeOf("proposals")} place on place.id = p.id`;
/** A teacher sees what they wrote; a director also what others sent. */
const IN_SIGHT = "(p.staff_id = $me or ($director and p.state in ('sent', 'taken', 'declined')))";

type Seer = Pick<Person, "id" | "role">;
const seenBy = ({ id, role }: Seer) => ({ me: id, director: role === "director" });

export async function listProposals(db: Database, person: Seer): Promise<ProposalLine[]> {
  const rows = await rowsOf<Kept<ProposalLine>>(
    db,
    `select ${LINE} from ${TABLES}
     where ${IN_SIGHT} and p.state <> 'withdrawn'
       and (p.settled_at is null or p.settled_at > now() - make_interval(days => ${SHOWN_DAYS}))
     order by p.settled_at is not null, p.updated_at desc, p.id limit 200`,
    seenBy(person),
  );
  return rows.map((row) => asSent(row));
}

/** @throws a not-found problem, also where it is somebody else's */
export async function readProposal(db: Database, id: string, person: Seer): Promise<ChangeProposal> {
  const [row] = await rowsOf<Kept<ChangeProposal>>(
    db,
    `select ${LINE}, p.base, p.content from ${TABLES} where p.id = $id and ${IN_SIGHT}`,
    { id, ...seenBy(person) },
  );
  if (!row) throw notFound();
  return asSent<ChangeProposal>(row);
}

/** What keeps a proposal from being taken as it is, with the place of each fault in it. */
async function faultsOf(db: Database, proposal: ProposalContent): Promise<FieldError[]> {
  const faults =
    proposal.list === "figures"
      ? await figureFaults(db, proposal.thingId, proposal.content)
      : await planFaults(db, proposal.thingId, proposal.content);
  return faults.map(({ path, message }) => ({ path: `content.${path}`, message }));
}

/** A proposal may be half written, but what is sent can be taken. */
async function refuseUnfit(db: Database, proposal: ProposalContent): Promise<void> {
  if (proposal.state !== "sent") return;
  if (isDeepStrictEqual(proposal.base, proposal.content))
    throw invalid([{ path: "content", message: "Nothing is changed in it yet" }]);
  const faults = await faultsOf(db, proposal);
  if (faults.length > 0) throw invalid(faults);
}

export const createProposal = (
  db: Database,
  content: ProposalContent,
  person: Seer,
): Promise<ChangeProposal> =>
  inTransaction(db, async () => {
    await refuseUnfit(db, content);
    const { id } = await db.Proposal.create({ ...content, staffId: person.id, changedBy: person.id });
    return readProposal(db, id, person);
  });

const isSettled = ({ state }: Pick<ChangeProposal, "state">): boolean =>
  state === "taken" || state === "declined";

export const changeProposal = (
  db: Database,
  id: string,
  { version, ...content }: ProposalContent & { readonly version: number },
  person: Seer,
): Promise<ChangeProposal> =>
  inTransaction(db, async () => {
    const now = await readProposal(db, id, person);
    if (now.staffId !== person.id) throw forbidden("Only who wrote a proposal changes it.");
    if (isSettled(now)) throw inUse("It was settled meanwhile. Make another proposal.");
    if (now.list !== content.list || now.thingId !== content.thingId)
      throw invalid([{ path: "thingId", message: "A proposal stays about the same thing" }]);
    await changeAt(db, db.Proposal, id, version, content, () => readProposal(db, id, person));
    await refuseUnfit(db, content);
    return readProposal(db, id, person);
  });

/** What was removed meanwhile is not changed behind its back. */
async function refuseGone(
  db: Database,
  list: NonNullable<Settlement["take"]>["list"],
  thingId: string | null,
): Promise<void> {
  if (thingId === null) return;
  const [row] = await rowsOf<{ gone: boolean }>(
    db,
    list === "figures"
      ? "select deleted_at is not null as gone from figures where id = $thingId"
      : `select s.deleted_at is not null or l.deleted_at is not null as gone
         from plans p join levels l on l.id = p.level_id left join sections s on s.id = p.section_id where p.id = $thingId`,
    { thingId },
  );
  if (row?.gone === false) return;
  const what = list === "figures" ? "The figure" : "What this plan is of";
  throw inUse(
    `${what} was removed meanwhile. Bring it back from the bin first, or answer without taking it.`,
  );
}

/** Puts what was taken in its place, and says which thing it is. */
async function takeIn(
  db: Database,
  thingId: string | null,
  take: NonNullable<Settlement["take"]>,
): Promise<string> {
  if (take.list === "plans") {
    if (thingId === null) throw notFound();
    return (await changePlan(db, thingId, take.version, take.content)).id;
  }
  if (thingId === null) return (await createFigure(db, take.content)).id;
  return (await changeFigure(db, thingId, { ...take.content, version: take.version })).id;
}

/** A director takes a proposal, or answers it only. What is taken is changed with it or not at all. */
export const settleProposal = (
  db: Database,
  id: string,
  { version, answer, take, part }: Settlement,
  person: Seer,
): Promise<ChangeProposal> =>
  inTransaction(db, async () => {
    const now = await readProposal(db, id, person);
    if (isSettled(now)) throw inUse(`${now.settledBy ?? "Somebody"} settled it meanwhile.`);
    if (take && take.list !== now.list)
      throw invalid([{ path: "take.list", message: "The proposal is about something else" }]);
    if (!take && answer === "") throw invalid([{ path: "answer", message: "Say why it is not taken" }]);
    const settled = {
      state: take ? "taken" : "declined",
      answer,
      settledBy: person.id,
      settledAt: new Date(),
    };
    await changeAt(db, db.Proposal, id, version, settled, () => readProposal(db, id, person));
    if (take) {
      await refuseGone(db, take.list, now.thingId);
      // In the history it stands by itself; who proposed it is not told there.
      const share = part && part.taken < part.of ? `, ${part.taken} of ${counted(part.of, "change")}` : "";
      const taken = () => takeIn(db, now.thingId, take);
      const thingId = await partOf(db, `a proposal${share}`, taken).catch((error: unknown) => {
        if (error instanceof HttpProblem && error.problem.current !== undefined)
          throw inUse("What it changes was changed by somebody else just now. Look again.");
        throw error;
      });
      await db.Proposal.update({ thingId }, { where: { id } });
    }
    return readProposal(db, id, person);
  });
