import type { DanceRecord, FieldError, FigureContent, FigureRecord } from "@map-step/contract";
import { faultText, formatFigure, lookupBeside, parseFigure } from "@map-step/core/notation";
import { findCircle } from "@map-step/core/step-map";

/** A figure that is about to be kept: without an id while it is new. */
export interface Candidate {
  readonly id: string | null;
  readonly content: FigureContent;
}

/** What a candidate is checked against. */
export interface Surroundings {
  readonly dances: readonly Pick<DanceRecord, "id" | "slowBeats" | "quickBeats">[];
  /** The figures as they would be afterwards; the candidate itself may be among them. */
  readonly library: readonly FigureRecord[];
  readonly staffIds: ReadonlySet<string>;
}

export type Checked = { readonly errors: readonly FieldError[]; readonly notation: string };

const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The notation in canonical form, or each fault with its place. */
function checkNotation({ id, content }: Candidate, { dances, library }: Surroundings): Checked {
  const dance = dances.find((one) => one.id === content.danceId);
  if (!dance) return { errors: [{ path: "danceId", message: "This dance is not there" }], notation: "" };
  if (content.notation.trim() === "") return { errors: [], notation: "" };
  const others = library.filter((other) => other.danceId === content.danceId && other.id !== id);
  const lookup = lookupBeside(others, dance, content.name);
  const { figure, faults } = parseFigure(content.notation, dance, lookup);
  const errors = faults.map((fault) => ({
    path: "notation",
    message: `Line ${fault.line}, column ${fault.column}: ${faultText(fault)}`,
  }));
  return { errors, notation: errors.length > 0 ? content.notation : formatFigure(figure) };
}

/** Figures it names must be there, of the same dance, and not itself. */
function checkLinks({ id, content }: Candidate, { library, staffIds }: Surroundings): FieldError[] {
  const figures = new Map(library.map((figure) => [figure.id, figure]));
  const named = [
    ...content.needs.map((other, index) => ({ other, path: `needs.${index}` })),
    ...content.helps.map((other, index) => ({ other, path: `helps.${index}` })),
    ...(content.variantOfId ? [{ other: content.variantOfId, path: "variantOfId" }] : []),
  ];
  const errors = named.flatMap(({ other, path }): FieldError[] => {
    const figure = figures.get(other);
    if (other === id) return [{ path, message: "A figure cannot name itself here" }];
    if (!figure) return [{ path, message: "This figure is not there any more" }];
    if (figure.danceId !== content.danceId)
      return [{ path, message: `${figure.name} belongs to another dance` }];
    if (path === "variantOfId" && figure.variantOfId !== null)
      return [{ path, message: `${figure.name} is a variant itself; choose the figure it is a variant of` }];
    return [];
  });
  if (
    content.variantOfId !== null &&
    library.some(({ variantOfId }) => variantOfId !== null && variantOfId === id)
  )
    errors.push({ path: "variantOfId", message: "Other figures are variants of this one" });
  content.teacherIds.forEach((staffId, index) => {
    if (!staffIds.has(staffId))
      errors.push({ path: `teacherIds.${index}`, message: "This person is not on the staff" });
  });
  return errors;
}

function checkCircle({ id, content }: Candidate, { library }: Surroundings): FieldError[] {
  if (id === null) return [];
  const graph = [...library.filter((figure) => figure.id !== id), { id, needs: content.needs }];
  const circle = findCircle(graph, id);
  if (!circle) return [];
  const nameOf = (at: string) =>
    at === id ? content.name : (library.find((figure) => figure.id === at)?.name ?? "");
  const names = circle.map(nameOf).join(" needs ");
  return [{ path: "needs", message: `These figures would need each other in a circle: ${names}` }];
}

function checkName({ id, content }: Candidate, { library }: Surroundings): FieldError[] {
  const taken = library.some(
    (other) => other.id !== id && other.danceId === content.danceId && sameName(other.name, content.name),
  );
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

/** Whether its steps are made of other figures. Their lines come first in the canonical form. */
export const isComposed = ({ notation }: Pick<FigureRecord, "notation">): boolean =>
  notation.startsWith('use "');

/** The figures whose steps use another. */
export const usersOf = (
  library: readonly FigureRecord[],
  { id, danceId, name }: Pick<FigureRecord, "id" | "danceId" | "name">,
): FigureRecord[] =>
  library.filter(
    (other) =>
      other.id !== id &&
      other.danceId === danceId &&
      isComposed(other) &&
      usedIn(other.notation).some((used) => sameName(used, name)),
  );

/** A notation in which a used figure bears its new name. */
export function withNewName(notation: string, from: string, to: string): string {
  const { figure } = parseFigure(notation);
  if (!figure.composition) return notation;
  const uses = figure.composition.uses.map((use) => (sameName(use.name, from) ? { ...use, name: to } : use));
  return formatFigure({ ...figure, composition: { ...figure.composition, uses } });
}
