import { isDeepStrictEqual } from "node:util";
import { DANCE_FIELDS, type DanceRecord, type FigureRecord, type NewDance } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { holdNamed } from "@map-step/core/hold";
import { elementKey, type Figure, faultText, openLibrary, replaceHold } from "@map-step/core/notation";
import { STARTER_SETS } from "@map-step/core/starter";
import { TIER_NAMES } from "@map-step/core/time";
import { counted, inWords } from "@map-step/core/words";
import { inTransaction } from "../../db/ambient.ts";
import { changeAt } from "../../db/change.ts";
import type { Database } from "../../db/connection.ts";
import { rowsOf, selected } from "../../db/query.ts";
import { invalid, notFound } from "../../http/problems.ts";
import { addFigures } from "../figure-file/service.ts";
import { readLibrary } from "../figures/library.ts";
import { lockLibrary, rewrite } from "../figures/service.ts";
import { DANCERS_COLUMNS } from "../settings/service.ts";

const DANCES = `select d.id, d.version, ${selected(Object.keys(DANCE_FIELDS), "d")}, ${DANCERS_COLUMNS} from dances d`;

export const listDances = (db: Database): Promise<DanceRecord[]> =>
  rowsOf<DanceRecord>(db, `${DANCES} order by d.name`);

export async function readDance(db: Database, id: string): Promise<DanceRecord> {
  const [dance] = await rowsOf<DanceRecord>(db, `${DANCES} where d.id = $id`, { id });
  if (!dance) throw notFound();
  return dance;
}

export const createDance = async (db: Database, content: NewDance): Promise<DanceRecord> =>
  readDance(db, (await db.Dance.create(content)).id);

/** A dance with the general figures of a starter set; the studio's own from then on. */
export const beginDance = (db: Database, content: NewDance, starterId: string): Promise<DanceRecord> =>
  inTransaction(db, async () => {
    const set = STARTER_SETS.find(({ id }) => id === starterId);
    if (!set) throw notFound();
    const dance = await createDance(db, content);
    await addFigures(
      db,
      set.figures.map(({ tier, variantOf, cues, ...figure }) => ({
        ...figure,
        dance: dance.name,
        level: TIER_NAMES[tier],
        cues: cues.map((text) => ({ text, school: "", house: true })),
        ...(variantOf ? { variantOf } : {}),
      })),
    );
    return readDance(db, dance.id);
  });

const NOTATED = ["slowBeats", "quickBeats", "swung", "alone", "holds", "ownElements"] as const;
const MOST_NAMED = 3;

/** Figures that can be read as their dance is now, and could not as it would be, each with what would be wrong. */
function brokenBy(figures: readonly FigureRecord[], now: DanceRecord, next: DanceRecord) {
  const [before, after] = [openLibrary(figures, readingOf(now)), openLibrary(figures, readingOf(next))];
  return figures.flatMap(({ name }) => {
    const [fault] = after(name)?.faults ?? [];
    return fault && before(name)?.faults.length === 0 ? [{ name, fault }] : [];
  });
}

const saidIn = ({ said = {} }: Figure): string[] =>
  Object.values(said).flatMap((all) => (all ?? []).map(({ name }) => name));

/** Figures of before that would be read as a new element where they say something else, each with that element. */
function readOtherwise(figures: readonly FigureRecord[], now: DanceRecord, next: DanceRecord) {
  const known = new Set(now.ownElements.map(({ name }) => elementKey(name)));
  const fresh = new Set(
    next.ownElements.flatMap(({ name }) => (known.has(elementKey(name)) ? [] : [elementKey(name)])),
  );
  if (fresh.size === 0) return [];
  const [before, after] = [openLibrary(figures, readingOf(now)), openLibrary(figures, readingOf(next))];
  return figures.flatMap(({ name }) => {
    const [was, is] = [before(name)?.figure, after(name)?.figure];
    if (!was || !is || isDeepStrictEqual(was.steps, is.steps)) return [];
    const own = new Set(saidIn(was).map(elementKey));
    const element = saidIn(is).find((one) => fresh.has(elementKey(one)) && !own.has(elementKey(one)));
    return element === undefined ? [] : [{ name, element }];
  });
}

/** A hold or an element that figures name cannot go, and no change may leave them without a meaning. */
async function refuseIfBroken(db: Database, now: DanceRecord, next: DanceRecord): Promise<void> {
  const changed = NOTATED.filter((field) => !isDeepStrictEqual(now[field], next[field]));
  if (changed.length === 0) return;
  const { figures } = await readLibrary(db, now.id);
  const [other, ...others] = readOtherwise(figures, now, next);
  if (other)
    throw invalid([
      {
        path: "ownElements",
        message: `${inWords([other, ...others].slice(0, MOST_NAMED).map(({ name }) => name))} would be danced otherwise, because the text would be read as ${other.element}. Give the element another name.`,
      },
    ]);
  const broken = brokenBy(figures, now, next);
  const [first] = broken;
  if (!first) return;
  const names = inWords(broken.slice(0, MOST_NAMED).map(({ name }) => name));
  const more = broken.length > MOST_NAMED ? ` and ${counted(broken.length - MOST_NAMED, "more figure")}` : "";
  throw invalid([
    {
      path: changed.at(-1) ?? "",
      message: `${names}${more} could not be read any more. In ${first.name}, line ${first.fault.line}: ${faultText(first.fault)}`,
    },
  ]);
}

export const changeDance = (
  db: Database,
  id: string,
  { version, ...content }: NewDance & { version: number },
): Promise<DanceRecord> =>
  inTransaction(db, async () => {
    // No figure is written meanwhile that the change would leave without a meaning.
    await lockLibrary(db);
    const now = await readDance(db, id);
    await refuseIfBroken(db, now, { ...now, ...content });
    await changeAt(db, db.Dance, id, version, content, () => readDance(db, id));
    return readDance(db, id);
  });

/**
 * Says another hold in the steps of all figures of a dance.
 * @throws a problem when the dance has no such hold
 */
export const replaceHoldIn = (
  db: Database,
  id: string,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<{ changed: string[] }> =>
  inTransaction(db, async () => {
    await lockLibrary(db);
    const { dance, figures } = await readLibrary(db, id);
    const [before, after] = [holdNamed(from, dance.holds), holdNamed(to, dance.holds)];
    if (!before) throw invalid([{ path: "from", message: `${dance.name} has no hold called ${from}` }]);
    if (!after) throw invalid([{ path: "to", message: `${dance.name} has no hold called ${to}` }]);
    const reading = readingOf(dance);
    const find = openLibrary(figures, reading);
    const changed = figures.flatMap((figure) => {
      const notation = replaceHold(
        figure.notation,
        before.name,
        after.name,
        reading,
        (name) => find(name)?.figure ?? null,
      );
      return notation === figure.notation ? [] : [{ ...figure, notation }];
    });
    if (changed.length > 0) await rewrite(db, changed);
    return { changed: changed.map(({ name }) => name) };
  });
