import {
  type DanceRecord,
  type FieldError,
  type FigureContent,
  type FigureRecord,
  figureContent,
} from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import {
  faultText,
  formatFigure,
  nameKey,
  openLibrary,
  type ParsedLookup,
  parseFigure,
} from "@map-step/core/notation";
import { findCircle } from "@map-step/core/step-map";

/** A figure that is about to be kept: with the id that it has or will have. */
export interface Candidate {
  readonly id: string;
  readonly content: FigureContent;
}

/** What figures are checked against, looked up by what is asked: all figures as they would be afterwards. */
export interface Surroundings {
  readonly dances: ReadonlyMap<string, DanceRecord>;
  readonly byId: ReadonlyMap<string, FigureRecord>;
  readonly staffIds: ReadonlySet<string>;
  /** Figures of a dance that bear a name. */
  readonly named: (danceId: string, name: string) => readonly FigureRecord[];
  /** Figures of which others are variants. */
  readonly hasVariants: ReadonlySet<string>;
  /** What each figure needs. */
  readonly needs: ReadonlyMap<string, readonly string[]>;
  /** Reads the figures of a dance by name, each once. */
  readonly read: (dance: DanceRecord) => ParsedLookup;
  /** Figures whose steps use another by its name. */
  readonly usersOf: (figure: Pick<FigureRecord, "danceId" | "name">) => readonly FigureRecord[];
}

const keyOf = (danceId: string, name: string) => `${danceId}\n${nameKey(name)}`;
const sameName = (a: string, b: string) => nameKey(a) === nameKey(b);

function grouped<T>(entries: readonly (readonly [string, T])[]): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const [key, entry] of entries) {
    const group = groups.get(key);
    if (group) group.push(entry);
    else groups.set(key, [entry]);
  }
  return groups;
}

/** A function that works out its answer when it is first asked for. */
function lazily<T>(work: () => T): () => T {
  let known: { readonly value: T } | undefined;
  return () => {
    known ??= { value: work() };
    return known.value;
  };
}

/** Lays figures out to be checked against; takes about as long as reading them once. */
export function layOut(
  dances: readonly DanceRecord[],
  figures: readonly FigureRecord[],
  staffIds: ReadonlySet<string>,
): Surroundings {
  const byName = grouped(figures.map((figure) => [keyOf(figure.danceId, figure.name), figure]));
  const byDance = lazily(() => grouped(figures.map((figure) => [figure.danceId, figure])));
  const users = lazily(() =>
    grouped(
      figures
        .filter(isComposed)
        .flatMap((user) =>
          [...new Set(usedIn(user.notation).map((name) => keyOf(user.danceId, name)))].map(
            (key) => [key, user] as const,
          ),
        ),
    ),
  );
  const opened = new Map<string, ParsedLookup>();
  return {
    dances: new Map(dances.map((dance) => [dance.id, dance])),
    byId: new Map(figures.map((figure) => [figure.id, figure])),
    staffIds,
    named: (danceId, name) => byName.get(keyOf(danceId, name)) ?? [],
    hasVariants: new Set(figures.flatMap(({ variantOfId }) => variantOfId ?? [])),
    needs: new Map(figures.map(({ id, needs }) => [id, needs])),
    read: (dance) => {
      const known = opened.get(dance.id) ?? openLibrary(byDance().get(dance.id) ?? [], readingOf(dance));
      opened.set(dance.id, known);
      return known;
    },
    usersOf: ({ danceId, name }) =>
      (users().get(keyOf(danceId, name)) ?? []).filter((user) => !sameName(user.name, name)),
  };
}

export type Checked = { readonly errors: readonly FieldError[]; readonly notation: string };

/** The notation in canonical form, or each fault with its place. */
function checkNotation({ content }: Candidate, { dances, read }: Surroundings): Checked {
  const dance = dances.get(content.danceId);
  if (!dance) return { errors: [{ path: "danceId", message: "This dance is not there" }], notation: "" };
  if (content.notation.trim() === "") return { errors: [], notation: "" };
  const find = read(dance);
  const lookup = (name: string) => {
    const parsed = sameName(name, content.name) ? null : find(name);
    return parsed && parsed.faults.length === 0 ? parsed.figure : null;
  };
  const { figure, faults, doubts } = parseFigure(content.notation, readingOf(dance), lookup);
  const errors = faults.map((fault) => ({
    path: "notation",
    message: `Line ${fault.line}, column ${fault.column}: ${faultText(fault)}`,
  }));
  if (errors.length > 0) return { errors, notation: content.notation };
  // What may be meant otherwise is kept as it was typed, until it is answered.
  const notation = doubts.length > 0 ? content.notation.trimEnd() : formatFigure(figure, dance);
  // What is kept is the canonical form, so the limit is on that.
  const tooLong = figureContent.shape.notation.safeParse(notation).error?.issues ?? [];
  return {
    errors: tooLong.map(({ message }) => ({
      path: "notation",
      message: `Written out in full, the steps are too long: ${message.toLowerCase()}`,
    })),
    notation,
  };
}

/** Figures it names must be there, of the same dance, and not itself. */
function checkLinks({ id, content }: Candidate, { byId, staffIds, hasVariants }: Surroundings): FieldError[] {
  const named = [
    ...content.needs.map((other, index) => ({ other, path: `needs.${index}` })),
    ...content.helps.map((other, index) => ({ other, path: `helps.${index}` })),
    ...(content.variantOfId ? [{ other: content.variantOfId, path: "variantOfId" }] : []),
  ];
  const errors = named.flatMap(({ other, path }): FieldError[] => {
    const figure = byId.get(other);
    if (other === id) return [{ path, message: "A figure cannot name itself here" }];
    if (!figure) return [{ path, message: "This figure is not there any more" }];
    if (figure.danceId !== content.danceId)
      return [{ path, message: `${figure.name} belongs to another dance` }];
    if (path === "variantOfId" && figure.variantOfId !== null)
      return [{ path, message: `${figure.name} is a variant itself; choose the figure it is a variant of` }];
    return [];
  });
  if (content.variantOfId !== null && hasVariants.has(id))
    errors.push({ path: "variantOfId", message: "Other figures are variants of this one" });
  content.teacherIds.forEach((staffId, index) => {
    if (!staffIds.has(staffId))
      errors.push({ path: `teacherIds.${index}`, message: "This person is not on the staff" });
  });
  return errors;
}

function checkCircle({ id, content }: Candidate, { byId, needs }: Surroundings): FieldError[] {
  if (content.needs.length === 0) return [];
  const circle = findCircle(needs, id);
  if (!circle) return [];
  const nameOf = (at: string) => (at === id ? content.name : (byId.get(at)?.name ?? ""));
  const names = circle.map(nameOf).join(" needs ");
  return [{ path: "needs", message: `These figures would need each other in a circle: ${names}` }];
}

function checkName({ id, content }: Candidate, { named }: Surroundings): FieldError[] {
  const taken = named(content.danceId, content.name).some((other) => other.id !== id);
  return taken ? [{ path: "name", message: "This dance has a figure of this name already" }] : [];
}

/** All that keeps a figure from being kept, and its notation in canonical form. Changes nothing. */
export function checkFigure(candidate: Candidate, surroundings: Surroundings): Checked {
  const { errors, notation } = checkNotation(candidate, surroundings);
  const others = [checkName, checkLinks, checkCircle].flatMap((check) => check(candidate, surroundings));
  return { errors: [...others, ...errors], notation };
}

/** Names of the figures that a notation uses. */
const usedIn = (notation: string): readonly string[] =>
  parseFigure(notation).figure.composition?.uses.map(({ name }) => name) ?? [];

/** Whether its steps are made of other figures. Their lines come before all steps in the canonical form. */
const isComposed = ({ notation }: Pick<FigureRecord, "notation">): boolean => /^use "/m.test(notation);

/**
 * Figures whose steps use one of these, by way of others too, each once: what changes with them.
 */
export function madeOf(figures: readonly FigureRecord[], { usersOf }: Surroundings): FigureRecord[] {
  const seen = new Set(figures.map(({ id }) => id));
  const waiting = [...figures];
  for (const at of waiting)
    for (const user of usersOf(at)) {
      if (seen.has(user.id)) continue;
      seen.add(user.id);
      waiting.push(user);
    }
  return waiting.slice(figures.length);
}

/** A notation in which a used figure bears its new name. */
export function withNewName(notation: string, from: string, to: string, dance: DanceRecord): string {
  const { figure } = parseFigure(notation, readingOf(dance));
  if (!figure.composition) return notation;
  const uses = figure.composition.uses.map((use) => (sameName(use.name, from) ? { ...use, name: to } : use));
  return formatFigure({ ...figure, composition: { ...figure.composition, uses } }, dance);
}
