import type { z } from "zod";

type Project = (value: unknown) => unknown;

const same: Project = (value) => value;
const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null;

interface Def {
  readonly type: string;
  readonly shape?: Readonly<Record<string, z.ZodType>>;
  readonly element?: z.ZodType;
  readonly innerType?: z.ZodType;
  readonly left?: z.ZodType;
  readonly right?: z.ZodType;
}

function projection(schema: z.ZodType): Project {
  const { type, shape, element, innerType, left, right } = schema._zod.def as unknown as Def;
  if (type === "object" && shape) {
    const fields = Object.entries(shape).map(([key, field]) => [key, shapeOf(field)] as const);
    return (value) => {
      if (!isRecord(value)) return value;
      const kept: Record<string, unknown> = {};
      for (const [key, project] of fields) if (value[key] !== undefined) kept[key] = project(value[key]);
      return kept;
    };
  }
  if (type === "array" && element) {
    const project = shapeOf(element);
    return project === same ? same : (value) => (Array.isArray(value) ? value.map(project) : value);
  }
  if (type === "intersection" && left && right) {
    const [one, other] = [shapeOf(left), shapeOf(right)];
    return (value) => {
      const [first, second] = [one(value), other(value)];
      return isRecord(first) && isRecord(second) ? { ...first, ...second } : value;
    };
  }
  return innerType ? shapeOf(innerType) : same;
}

const known = new WeakMap<z.ZodType, Project>();

/**
 * A function that keeps of a value just what a schema names, and judges nothing: what was accepted once can always
 * be read, also when it is longer than what would be accepted now. Alternatives of a union stay as they are.
 *
 *     shapeOf(z.object({ name: z.string().max(3) }))({ name: "Saltglass", secret: 1 }) // { name: "Saltglass" }
 */
export function shapeOf(schema: z.ZodType): Project {
  const before = known.get(schema);
  if (before) return before;
  const made = projection(schema);
  known.set(schema, made);
  return made;
}
