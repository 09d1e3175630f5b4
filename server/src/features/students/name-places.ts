import { createHash } from "node:crypto";
import type { NamePlace, NamePlaces } from "@map-step/contract";
import {
  findNamings,
  type Naming,
  type NamingDoubt,
  nameWords,
  namingDoubt,
  otherNames,
} from "@map-step/core/student";
import type { Database } from "../../db/connection.ts";
import { rowsOf } from "../../db/query.ts";
import { type Family, familyOf } from "./family.ts";
import { isProseIn, withoutWords } from "./words-of.ts";
import { WRITTEN, type WrittenTable } from "./written.ts";

/** A text in which somebody may be named. */
interface FoundText {
  readonly row: FoundRow;
  readonly text: string;
  readonly naming: Naming;
}
interface FoundRow {
  readonly written: WrittenTable;
  readonly key: string;
  readonly about: string;
  readonly sectionId: string | null;
  readonly by: string;
  readonly byId: string | null;
  readonly day: string;
  readonly isClosed: boolean;
  readonly values: Readonly<Record<string, unknown>>;
}

/** A place with the whole text in which it stands. */
export interface Place extends NamePlace {
  readonly text: string;
  /** Who wrote it, by id, and whether only they and directors read it. */
  readonly byId: string | null;
  readonly isClosed: boolean;
}

/** Places in which somebody may be named, and how to take them out. */
interface FoundPlaces {
  readonly places: readonly Place[];
  /** What each row holds without the places that are chosen, as far as that differs. */
  readonly without: (ids: ReadonlySet<string>) => readonly Rewritten[];
}

/** A row's column as it is without the name. */
export interface Rewritten {
  readonly table: string;
  readonly key: string;
  readonly column: string;
  readonly type: WrittenTable["columns"][string];
  readonly value: unknown;
}

/** Marks on letters, and what is not seen, that may stand within a word as it is kept. */
const WITHIN = "[\\u0300-\\u036f\\u00ad\\u200b-\\u200f\\u202a-\\u202e\\u2060-\\u2064\\ufeff]*";

/** Each plain letter with all letters that are it with a mark. */
const MARKED: ReadonlyMap<string, string> = (() => {
  const marked = new Map<string, string>();
  for (let code = 0xc0; code < 0x2000; code++) {
    const letter = String.fromCodePoint(code);
    const plain = letter.normalize("NFKD").replaceAll(/\p{M}/gu, "").toLowerCase();
    if (plain.length === 1 && plain !== letter && /\p{L}/u.test(plain))
      marked.set(plain, (marked.get(plain) ?? "") + letter);
  }
  return marked;
})();

/** A pattern of PostgreSQL that every text with one of the words matches, however it is written. */
const patternOf = (words: readonly string[]): string =>
  words
    .map((word) => [...word].map((letter) => `[${letter}${MARKED.get(letter) ?? ""}]`).join(WITHIN))
    .join("|");

/** The rows of one table in which the words stand, as those of every table are read. */
function selectFrom(written: WrittenTable, place: number): string {
  const { table, columns, about, sectionId, by, day, isClosed = "false", leftOut } = written;
  const names = Object.keys(columns);
  return `select ${place} as place, t.id::text as key, coalesce(${about}, '') as about, ${sectionId} as "sectionId",
      coalesce((select name from staff where staff.id = ${by}), '') as by, ${by} as "byId",
      ${isClosed} as "isClosed", to_char(${day} at time zone (select time_zone from studio), 'YYYY-MM-DD') as day,
      jsonb_build_object(${names.map((name) => `'${name}', t.${name}`).join(", ")}) as values
    from ${table} t
    where (${names.map((name) => `t.${name}::text ~* $pattern`).join(" or ")}) ${leftOut ? `and not (${leftOut})` : ""}`;
}

const EVERYWHERE = `${WRITTEN.map(selectFrom).join("\nunion all ")}\norder by place, key`;

const idOf = ({ row, text, naming }: FoundText): string =>
  createHash("sha256")
    .update([row.sectionId ?? "", naming.from, naming.to, text].join("\n"))
    .digest("base64url")
    .slice(0, 24);

/** So much stands on either side of a name, in letters. */
const AROUND = 70;

function passageOf(text: string, { from, to }: Naming): Pick<NamePlace, "before" | "name" | "after"> {
  const flat = (stretch: string) => stretch.replaceAll(/\s+/g, " ");
  const before = text.slice(Math.max(0, from - AROUND), from);
  const after = text.slice(to, to + AROUND);
  return {
    before: from > AROUND ? `… ${flat(before.replace(/^\S*\s/, ""))}` : flat(before),
    name: flat(text.slice(from, to)),
    after: to + AROUND < text.length ? `${flat(after.replace(/\s\S*$/, ""))} …` : flat(after),
  };
}

/** Small words of the name that stand where nobody of that name is meant. */
const ordinaryOf = (found: readonly FoundText[], own: ReadonlySet<string>): ReadonlySet<string> =>
  new Set(
    found.flatMap(({ row, naming }) =>
      naming.isWhole || naming.isCapital || own.has(row.sectionId ?? "") ? [] : [naming.word],
    ),
  );

const textsIn = (row: FoundRow, find: (text: string) => readonly Naming[]): FoundText[] => {
  const found: FoundText[] = [];
  for (const [column, type] of Object.entries(row.written.columns))
    withoutWords(
      row.values[column],
      (text, isProse) => {
        for (const naming of find(text)) if (naming.isWhole || isProse) found.push({ row, text, naming });
        return [];
      },
      type !== "json" || isProseIn(column),
    );
  return found;
};

/** Finds every place where what is written may be about one person, the sure ones first. */
export async function namePlaces(db: Database, family: Family): Promise<FoundPlaces> {
  const find = findNamings(family.names);
  const words = family.names.map((name) => nameWords(name));
  const telling = words.flatMap(({ all, telling }) => (telling.length > 0 ? telling : all));
  if (telling.length === 0) return { places: [], without: () => [] };
  const others = await rowsOf<{ name: string }>(
    db,
    "select name from students where not id = any($ids::uuid[]) union all select name from staff",
    { ids: family.ids },
  );
  const pattern = patternOf([...new Set(telling)]);
  const kept = await rowsOf<Omit<FoundRow, "written"> & { place: number }>(db, EVERYWHERE, { pattern });
  const rows = kept.flatMap(({ place, ...row }): FoundRow[] => {
    const written = WRITTEN[place];
    return written ? [{ ...row, written }] : [];
  });
  const found = rows.flatMap((row) => textsIn(row, find));
  const own = new Set(family.sectionIds);
  const ordinary = ordinaryOf(found, own);
  const everybody = otherNames(others.map(({ name }) => name));
  const places = new Map<string, Place>();
  for (const one of found) {
    const id = idOf(one);
    const { row, text, naming } = one;
    const earlier = places.get(id);
    if (earlier) {
      places.set(id, { ...earlier, copies: earlier.copies + 1 });
      continue;
    }
    const isOwn = own.has(row.sectionId ?? "");
    const doubt: NamingDoubt | null = namingDoubt(naming, isOwn, everybody, ordinary);
    const { written, about, by, byId, day, isClosed } = row;
    places.set(id, {
      id,
      what: written.what,
      about,
      by,
      byId,
      day,
      isClosed,
      text,
      ...passageOf(text, naming),
      copies: 0,
      doubt,
    });
  }
  return {
    places: [...places.values()].toSorted((a, b) => Number(a.doubt !== null) - Number(b.doubt !== null)),
    without: (ids) =>
      rows.flatMap((row) =>
        Object.entries(row.written.columns).flatMap(([column, type]): Rewritten[] => {
          const before = row.values[column];
          const value = withoutWords(
            before,
            (text, isProse) =>
              find(text).filter(
                (naming) => (naming.isWhole || isProse) && ids.has(idOf({ row, text, naming })),
              ),
            type !== "json" || isProseIn(column),
          );
          const isSame = JSON.stringify(value) === JSON.stringify(before);
          return isSame ? [] : [{ table: row.written.table, key: row.key, column, type, value }];
        }),
      ),
  };
}

/** What tells one list of places from another. */
export const basisOf = (places: readonly NamePlace[]): string =>
  createHash("sha256")
    .update(
      places
        .map(({ id, copies }) => `${id} ${copies}`)
        .toSorted()
        .join("\n"),
    )
    .digest("base64url");

/** So many places that may be somebody else's are shown; a name that is an ordinary word has thousands. */
const MOST_DOUBTFUL = 300;

/** The list as somebody looks through it. */
function shownPlaces({ names }: Pick<Family, "names">, places: readonly Place[]): NamePlaces {
  const sure = places.filter(({ doubt }) => doubt === null);
  const shown = [...sure, ...places.slice(sure.length, sure.length + MOST_DOUBTFUL)];
  return {
    name: names[0] ?? "",
    places: shown.map(({ text: _text, byId: _byId, isClosed: _isClosed, ...place }) => place),
    more: places.length - shown.length,
    basis: basisOf(places),
  };
}

/** Everywhere that what is written may be about a student, to be looked through before they are erased. */
export async function listNamePlaces(db: Database, studentId: string): Promise<NamePlaces> {
  const family = await familyOf(db, studentId);
  const { places } = await namePlaces(db, family);
  return shownPlaces(family, places);
}
