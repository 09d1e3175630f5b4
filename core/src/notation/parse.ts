import type { Hold } from "../hold/index.ts";
import { TICKS_PER_BEAT, type Ticks } from "../time/index.ts";
import { checkComposed, checkDanced, checkWhole, openEnd, USE_PROBLEMS } from "./check.ts";
import { compose, type Lookup } from "./compose.ts";
import type { RoleDraft, TextDraft } from "./draft.ts";
import { withFeetJoined } from "./feet-in-row.ts";
import { readUse } from "./parse-use.ts";
import { isCount, type RhythmBeats } from "./read-count.ts";
import { fullWord } from "./read-extras.ts";
import { readRow } from "./read-row.ts";
import { makeFault, type Report, type ReportDoubt } from "./report.ts";
import { resolveRole, type WrittenRole } from "./resolve.ts";
import { emptyRow, type RowContext } from "./row.ts";
import { type Statement, scan, type Token } from "./scan.ts";
import { endSpelling } from "./spelling.ts";
import type { Composition, Doubt, Element, Fault, Figure, FollowerBy, Step } from "./types.ts";
import { isRole, MAX_BEATS, ROLES, type Role } from "./words.ts";

/** What reading a text takes of its dance; `readingOf` of the elements gives it for a dance. */
export interface Reading extends RhythmBeats {
  readonly elements: readonly Element[];
  /** The holds of the dance; without them, any name is one. */
  readonly holds?: readonly Hold[];
  /** Whether `&` and `a` lie at two thirds of the beat. */
  readonly swung?: boolean;
  /** Danced without a partner: steps without a role are solo. */
  readonly alone?: boolean;
  /** Beats to the bar, to ask for a length that a last count leaves open. */
  readonly meter?: number;
}

/** What was read of a text. The figure holds all that could be read, also where there are faults. */
export interface Parsed {
  /** All that could be read, complete when there are no faults. */
  readonly figure: Figure;
  /** In the order of the text. */
  readonly faults: readonly Fault[];
  /** What was read in the likeliest way and may be meant otherwise, in the order of the text. */
  readonly doubts: readonly Doubt[];
  /** For each role, the line on which each of its own steps stands. */
  readonly lines: Readonly<Partial<Record<Role, readonly number[]>>>;
}

const COMMON: Reading = { slowBeats: 2, quickBeats: 1, elements: [] };

const ROLE_WORDS: Readonly<Record<string, Role>> = {
  man: "leader",
  men: "leader",
  gent: "leader",
  leaders: "leader",
  lady: "follower",
  ladies: "follower",
  woman: "follower",
  follow: "follower",
  followers: "follower",
};
const roleOf = (word: string): Role | null => (isRole(word) ? word : (ROLE_WORDS[word] ?? null));

const BY_WORDS: Readonly<Record<string, FollowerBy>> = {
  opposite: "opposite",
  mirror: "opposite",
  image: "image",
};

function openRole(draft: TextDraft, role: Role, statement: Statement, context: RowContext): void {
  const [header, next, ...rest] = statement;
  const { report } = context;
  const word = next?.kind === "word" ? fullWord(next) : "";
  const by = role === "follower" ? (BY_WORDS[word] ?? null) : null;
  draft.current = role;
  if (draft.roles.has(role)) report(header, `${role} only once in a figure`);
  else draft.roles.set(role, { header, row: emptyRow(), by });
  const row = draft.roles.get(role)?.row;
  if (BY_WORDS[word] && !by && next) report(next, `${word} only after follower`);
  else if (by && rest[0]) report(rest[0], "the end of the line");
  else if (!by && next && row) readRow(row, statement, 1, context);
}

const WHOLE = /^\d{1,3}$/;

function readBeats(draft: TextDraft, value: Token | undefined, word: Token, report: Report): void {
  const beats = value && WHOLE.test(value.value) ? Number(value.value) : 0;
  if (!value || beats < 1 || beats > MAX_BEATS)
    report(value ?? word, `a whole number of beats from 1 to ${MAX_BEATS}`);
  else if (draft.beats !== null) report(word, "beats only once in a figure");
  else [draft.beats, draft.beatsAt] = [beats, value];
}

/** Steps where no role stands above them: of the leader, or of a dancer alone. */
function rowFor(draft: TextDraft, first: Token, alone: boolean): RoleDraft {
  draft.current ??= alone ? "solo" : "leader";
  const known = draft.roles.get(draft.current);
  if (known) return known;
  const made: RoleDraft = { header: first, row: emptyRow(), by: null };
  draft.roles.set(draft.current, made);
  return made;
}

function addRow(draft: TextDraft, statement: Statement, alone: boolean, context: RowContext): void {
  const role = rowFor(draft, statement[0], alone);
  if (role.by && !role.row.tried)
    context.report(statement[0], `no steps for a follower who dances the leader's ${role.by}`);
  readRow(role.row, statement, 0, role.by ? { ...context, report: () => undefined } : context);
}

function readStatement(draft: TextDraft, statement: Statement, alone: boolean, context: RowContext): void {
  const [first, second, third] = statement;
  const { report } = context;
  const word = first.kind === "word" ? fullWord(first) : "";
  const next = second?.kind === "word" ? fullWord(second) : "";
  const role = roleOf(word);
  if (role) openRole(draft, role, statement, context);
  else if (word === "beats") {
    readBeats(draft, second, first, report);
    if (third) report(third, "the end of the line");
  } else if (WHOLE.test(word) && /^beats?$/.test(next) && !third)
    readBeats(draft, first, second as Token, report);
  else if (word === "use") {
    const use = readUse(statement, report);
    if (use) draft.uses.push(use);
  } else if (word === "free" && !isCount(first)) {
    draft.free = true;
    if (second) report(second, "the end of the line");
  } else addRow(draft, statement, alone, context);
}

function readAll(text: string, reading: Reading, report: Report, doubt: ReportDoubt): TextDraft {
  const draft: TextDraft = {
    roles: new Map(),
    uses: [],
    head: [],
    current: null,
    beats: null,
    beatsAt: null,
    free: false,
  };
  const { elements, holds, swung = false, alone = false, slowBeats, quickBeats } = reading;
  const rhythm = { slowBeats, quickBeats };
  const apart: RowContext = {
    rhythm,
    meter: reading.meter,
    elements,
    swung,
    report,
    doubt,
    composed: false,
    ...(holds ? { holds } : {}),
  };
  const composed: RowContext = { ...apart, composed: true };
  for (const scanned of withFeetJoined(scan(text))) {
    if (scanned.kind === "comment") {
      const row = draft.current && draft.roles.get(draft.current)?.row;
      if (row) row.placed.push({ kind: "comment", at: NOWHERE, onset: row.end, text: scanned.text });
      else draft.head.push({ role: null, before: null, text: scanned.text });
      continue;
    }
    readStatement(draft, scanned.tokens, alone, draft.uses.length > 0 ? composed : apart);
  }
  for (const { row } of draft.roles.values()) endSpelling(row, apart);
  return draft;
}

const NOWHERE: Token = { kind: "word", value: "", line: 1, column: 1, length: 1 };

/** Without a `beats` line a figure lasts to the end of its last counted beat, of its last S or Q, or of what is said. */
function lengthOf(draft: TextDraft): Ticks {
  if (draft.beats !== null) return draft.beats * TICKS_PER_BEAT;
  const ends = [...draft.roles.values()].map(
    ({ row }) => Math.ceil(row.end / TICKS_PER_BEAT) * TICKS_PER_BEAT,
  );
  return Math.max(TICKS_PER_BEAT, ...ends);
}

type Written = ReadonlyMap<Role, WrittenRole>;

const listsOf = <T>(written: Written, listOf: (role: WrittenRole) => readonly T[]) =>
  Object.fromEntries(
    [...written].map(([role, all]) => [role, listOf(all)] as const).filter(([, list]) => list.length > 0),
  ) as Partial<Record<Role, readonly T[]>>;

/** What belongs to the text beside its steps. */
function notesOf(draft: TextDraft, written: Written): Pick<Figure, "said" | "comments"> {
  const said = listsOf(written, (role) => role.said);
  const comments = [...draft.head, ...[...written.values()].flatMap((role) => role.comments)];
  return {
    ...(Object.keys(said).length > 0 ? { said } : {}),
    ...(comments.length > 0 ? { comments } : {}),
  };
}

const resolveAll = (draft: TextDraft, base: Figure["steps"], report: Report): Written =>
  new Map(
    [...draft.roles]
      .filter(([, { by }]) => by === null)
      .map(([role, { row }]) => [role, resolveRole(role, row.placed, base[role] ?? [], report)]),
  );

function composedFigure(
  draft: TextDraft,
  lookup: Lookup,
  report: Report,
): { figure: Figure; written: Written } {
  const by = draft.roles.get("follower")?.by ?? undefined;
  const uses = draft.uses.map(({ use }) => use);
  const length = draft.beats === null ? {} : { length: draft.beats * TICKS_PER_BEAT };
  const bare: Composition = { uses, changes: {}, omitted: {} };
  const written = resolveAll(draft, compose(bare, lookup, by !== undefined).steps, report);
  const composition: Composition = {
    uses,
    changes: listsOf<Step>(written, ({ steps }) => steps),
    omitted: listsOf<Ticks>(written, ({ omitted }) => omitted.map(({ onset }) => onset)),
    ...length,
    ...(draft.free ? { free: true as const } : {}),
  };
  const whole = compose(composition, lookup, by !== undefined);
  for (const { use, problem } of whole.problems) {
    const placed = draft.uses[use];
    if (placed) report(placed.at, USE_PROBLEMS[problem]);
  }
  for (const { role, onset } of whole.idle) {
    const at = written.get(role)?.omitted.find((one) => one.onset === onset)?.at;
    if (at) report(at, "a count at which there is a step to leave out");
  }
  const figure: Figure = {
    length: whole.length,
    steps: whole.steps,
    ...(by && whole.steps.leader !== undefined ? { followerBy: by } : {}),
    ...(draft.free || whole.free ? { free: true as const } : {}),
    composition,
    ...notesOf(draft, written),
  };
  // What is wrong with a stretch is said where it stands; only a sound whole is looked at further.
  if (whole.problems.length === 0) checkComposed(draft, figure, report);
  return { figure, written };
}

function writtenFigure(draft: TextDraft, report: Report): { figure: Figure; written: Written } {
  const written = resolveAll(draft, {}, report);
  const by = draft.roles.get("follower")?.by ?? undefined;
  const figure: Figure = {
    length: lengthOf(draft),
    steps: Object.fromEntries([...written].map(([role, { steps }]) => [role, steps])),
    ...(by && draft.roles.has("leader") ? { followerBy: by } : {}),
    ...(draft.free ? { free: true as const } : {}),
    ...notesOf(draft, written),
  };
  return { figure, written };
}

/**
 * Reads step notation (docs/notation.md). Never throws: every fault is reported with its place, what was
 * expected and, where a word was nearly right, a suggestion; reading goes on after it.
 * @param reading what the text takes of its dance; without it, slow and quick last two and one beats, and no element is
 * known
 * @param lookup finds the figures that `use` lines name; without it, none is found
 * @example
 * parseFigure("solo\n1 L sied").faults[0].suggestion // "side"
 */
export function parseFigure(text: string, reading: Reading = COMMON, lookup: Lookup = () => null): Parsed {
  const faults: Fault[] = [];
  const report: Report = (at, expected, words) => void faults.push(makeFault(at, expected, words));
  const asked: Stretch[] = [];
  const doubt: ReportDoubt = (from, to, texts) => {
    // Of two questions about the same word the later one has seen more.
    if (asked.at(-1)?.from === from) asked.pop();
    asked.push({ from, to, texts });
  };
  const draft = readAll(text, reading, report, doubt);
  const { figure: read, written } =
    draft.uses.length > 0 ? composedFigure(draft, lookup, report) : writtenFigure(draft, report);
  checkWhole(draft, read, written, report);
  // What cannot be read is blamed where it stands; only where all can be is an empty role a fault of its own.
  if (faults.length === 0) checkDanced(draft, read, report);
  const open = faults.length === 0 ? openEnd(draft, read, reading.meter) : null;
  const longer = read.length + TICKS_PER_BEAT;
  const figure: Figure = open ? { ...read, length: longer } : read;
  if (open) asked.push(lastsOf(open, text, [longer, read.length]));
  faults.sort((a, b) => a.line - b.line || a.column - b.column);
  const lines = Object.fromEntries(
    ROLES.flatMap((role) => {
      const own = written.get(role);
      return own ? [[role, own.lines]] : [];
    }),
  );
  // Where something cannot be read at all, that is said first.
  const doubts = faults.length > 0 ? NO_DOUBTS : asked.map((one) => doubtOf(one, text, reading));
  return { figure, faults, doubts, lines };
}

const NO_DOUBTS: readonly Doubt[] = [];

interface Stretch {
  readonly from: Token;
  readonly to: Token;
  readonly texts: readonly string[];
}

/** The end of a row from a count on, that lasts one or another number of beats. */
function lastsOf(from: Token, text: string, lengths: readonly Ticks[]): Stretch {
  const said = (
    lineOf(text, from.line)
      .slice(from.column - 1)
      .split("#")[0] ?? ""
  ).replace(/[\s,;]+$/, "");
  const texts = lengths.map((length) => `${said}; beats ${length / TICKS_PER_BEAT}`);
  return { from, to: { ...from, length: said.length }, texts };
}

const lineOf = (text: string, line: number): string => text.split(/\r\n|\r|\n/)[line - 1] ?? "";

/** A doubt with what each reading of it comes to. */
function doubtOf({ from, to, texts }: Stretch, text: string, reading: Reading): Doubt {
  const { line, column } = from;
  const row = lineOf(text, line);
  const length = (to.line === line ? to.column + to.length : row.length + 1) - column;
  return {
    line,
    column,
    length,
    found: row.slice(column - 1, column - 1 + length),
    choices: texts.map((choice) => {
      const { figure } = parseFigure(`solo\n${choice}`, reading);
      return { text: choice, steps: figure.steps.solo?.length ?? 0, beats: figure.length / TICKS_PER_BEAT };
    }),
  };
}
