import type { RoutineModel } from "../sequence/index.ts";
import { counted, inWords } from "../words/index.ts";

/** A dancer who goes on, and what they would like. */
export interface GoingOn {
  readonly id: string;
  readonly name: string;
  readonly role: "leader" | "follower" | "solo" | "both";
  /** Weekdays that suit them, 0 for Sunday; any where it is empty. */
  readonly weekdays: readonly number[];
  /** Ids of those with whom they would like to stay. */
  readonly together: readonly string[];
  /** How likely they are ready, from 0 to 1: who is readier is placed first where places are few. */
  readonly probability: number;
  /** A section that was chosen by hand, `"waits"` for none; `null` leaves it open. */
  readonly locked: string | null;
}

/** A section that takes dancers in. */
export interface GoalSection {
  readonly id: string;
  readonly name: string;
  /** 0 for Sunday. */
  readonly weekday: number;
  /** Dancers that the room holds; `null` for no limit. */
  readonly places: number | null;
  /** Who is in it already. */
  readonly leaders: number;
  readonly followers: number;
  readonly others: number;
}

/** A wish that could not be met, and why. */
export interface UnmetWish {
  readonly studentId: string;
  readonly kind: "place" | "weekday" | "together";
  readonly why: string;
}

/** Where everybody goes. */
export interface Grouping {
  /** The section of each dancer by id; `null` for who waits. */
  readonly sectionOf: Readonly<Record<string, string | null>>;
  readonly unmet: readonly UnmetWish[];
}

/** The question for a mixed-integer solver, and what its answers mean. */
export interface GroupsTask {
  readonly model: RoutineModel;
  readonly read: (solution: ArrayLike<number>) => Grouping;
  /** What a grouping costs, to hold one against another. */
  readonly costOf: (sectionOf: Readonly<Record<string, string | null>>) => number;
}

/** What each thing weighs: a place before company, company before a weekday, a weekday before balance. */
const WEIGHTS = { waits: 1000, readier: 100, apart: 40, weekday: 25, uneven: 6 } as const;
/** Days by their number, Sunday first. */
export const WEEKDAYS = [
  "Sunday",
  "Monday",
  "Tuesday",
  "Wednesday",
  "Thursday",
  "Friday",
  "Saturday",
] as const;

/** Each pair that would like to stay together once, whoever of the two said so. */
function pairsOf(students: readonly GoingOn[]): (readonly [number, number])[] {
  const place = new Map(students.map(({ id }, at) => [id, at]));
  const pairs = new Map<string, readonly [number, number]>();
  students.forEach(({ together }, at) => {
    for (const id of together) {
      const other = place.get(id);
      if (other === undefined || other === at) continue;
      const [a, b] = at < other ? [at, other] : [other, at];
      pairs.set(`${a} ${b}`, [a, b]);
    }
  });
  return [...pairs.values()];
}

const suits = ({ weekdays }: GoingOn, { weekday }: GoalSection): boolean =>
  weekdays.length === 0 || weekdays.includes(weekday);

/**
 * Next term's groups as a model for a mixed-integer solver. Choices made by hand and the places of each room hold;
 * everything else is a wish, in this order: a place, those who stay together, a weekday that suits, as many leaders as
 * followers. Who dances both roles evens them out.
 * @param sections sections that may take dancers in; one locked to another section keeps it
 * @example
 * groups([{ id: "ana", name: "Ana", role: "leader", weekdays: [1], together: [], probability: 1, locked: null }],
 *   [{ id: "mon", name: "Monday", weekday: 1, places: 8, leaders: 0, followers: 0, others: 0 }])
 *   .read([1, 0]).sectionOf // { ana: "mon" }
 */
export function groups(students: readonly GoingOn[], sections: readonly GoalSection[]): GroupsTask {
  const cost: number[] = [];
  const upper: number[] = [];
  const integer: boolean[] = [];
  const rows: { lower: number; upper: number; columns: number[]; values: number[] }[] = [];
  const column = (price: number, most: number, whole = true): number => {
    upper.push(most);
    integer.push(whole);
    return cost.push(price) - 1;
  };
  const row = (lower: number, high: number, entries: readonly (readonly [number, number])[]) =>
    rows.push({
      lower,
      upper: high,
      columns: entries.map(([at]) => at),
      values: entries.map(([, own]) => own),
    });
  const waitCost = ({ probability }: GoingOn) => WEIGHTS.waits + WEIGHTS.readier * probability;
  const placeCost = (student: GoingOn, section: GoalSection) =>
    suits(student, section) ? 0 : WEIGHTS.weekday;
  const mayBe = ({ locked }: GoingOn, id: string): boolean => locked === null || locked === id;

  const at = students.map((student) =>
    sections.map((section) => column(placeCost(student, section), mayBe(student, section.id) ? 1 : 0)),
  );
  const waits = students.map((student) => column(waitCost(student), mayBe(student, "waits") ? 1 : 0));
  const place = (s: number, g: number): number => at[s]?.[g] as number;
  students.forEach((_, s) => {
    row(1, 1, [...sections.map((_, g) => [place(s, g), 1] as const), [waits[s] as number, 1]]);
  });
  /** Places that are left; what was chosen by hand may be more than the room holds. */
  const freeIn = ({ id, places, leaders, followers, others }: GoalSection): number =>
    places === null
      ? Number.POSITIVE_INFINITY
      : Math.max(
          places - leaders - followers - others,
          students.filter(({ locked }) => locked === id).length,
        );
  sections.forEach((section, g) => {
    const free = freeIn(section);
    if (free < students.length)
      row(
        Number.NEGATIVE_INFINITY,
        Math.max(0, free),
        students.map((_, s) => [place(s, g), 1] as const),
      );
  });
  const pairs = pairsOf(students);
  for (const [a, b] of pairs) {
    const apart = column(WEIGHTS.apart, 1, false);
    sections.forEach((_, g) => {
      for (const [one, other] of [
        [a, b],
        [b, a],
      ] as const)
        row(Number.NEGATIVE_INFINITY, 0, [
          [place(one, g), 1],
          [place(other, g), -1],
          [apart, -1],
        ]);
    });
  }
  sections.forEach((section, g) => {
    const uneven = column(WEIGHTS.uneven, students.length + section.leaders + section.followers, false);
    const of = (role: GoingOn["role"], sign: number) =>
      students.flatMap((student, s) => (student.role === role ? [[place(s, g), sign] as const] : []));
    const gap = section.leaders - section.followers;
    // |leaders − followers| − both ≤ uneven
    for (const sign of [1, -1])
      row(Number.NEGATIVE_INFINITY, -sign * gap, [
        ...of("leader", sign),
        ...of("follower", -sign),
        ...of("both", -1),
        [uneven, -1],
      ]);
  });

  const unevenIn = (own: readonly GoingOn[], { leaders, followers }: GoalSection): number => {
    const count = (role: GoingOn["role"]) => own.filter((student) => student.role === role).length;
    return Math.max(0, Math.abs(leaders + count("leader") - followers - count("follower")) - count("both"));
  };
  const costOf = (sectionOf: Readonly<Record<string, string | null>>): number => {
    const alone = students.reduce((sum, student) => {
      const section = sections.find(({ id }) => id === sectionOf[student.id]);
      return sum + (section ? placeCost(student, section) : waitCost(student));
    }, 0);
    const idOf = (s: number) => sectionOf[students[s]?.id ?? ""] ?? null;
    const apart = pairs.filter(([a, b]) => idOf(a) !== idOf(b)).length;
    const uneven = sections.reduce(
      (sum, section) =>
        sum +
        unevenIn(
          students.filter(({ id }) => sectionOf[id] === section.id),
          section,
        ),
      0,
    );
    return alone + WEIGHTS.apart * apart + WEIGHTS.uneven * uneven;
  };
  const read = (solution: ArrayLike<number>): Grouping => {
    const sectionOf = Object.fromEntries(
      students.map(({ id }, s) => [
        id,
        sections.find((_, g) => Math.round(solution[place(s, g)] ?? 0) === 1)?.id ?? null,
      ]),
    );
    return { sectionOf, unmet: unmetIn(students, sections, sectionOf) };
  };
  return { model: { sense: "min", cost, upper, integer, rows }, read, costOf };
}

/**
 * Every wish that a grouping does not meet, with the reason.
 * @param sectionOf the section of each dancer by id; `null` for who waits
 * @example
 * unmetIn([], [], {}) // []
 */
export function unmetIn(
  students: readonly GoingOn[],
  sections: readonly GoalSection[],
  sectionOf: Readonly<Record<string, string | null>>,
): UnmetWish[] {
  const own = (section: GoalSection) => students.filter(({ id }) => sectionOf[id] === section.id);
  const takenIn = (section: GoalSection) =>
    own(section).length + section.leaders + section.followers + section.others;
  const fullness = (section: GoalSection): string =>
    section.places !== null && takenIn(section) >= section.places
      ? `${section.name} is full (${section.places} places)`
      : `${section.name} has ${section.places === null ? "room" : counted(section.places - takenIn(section), "place")} left`;
  const wishes = students.flatMap((student): UnmetWish[] => {
    const { id, name, weekdays, together, locked } = student;
    const section = sections.find((one) => one.id === sectionOf[id]);
    const byHand = locked === null ? "" : ", chosen by hand";
    if (!section)
      return [
        {
          studentId: id,
          kind: "place",
          why:
            sections.length === 0
              ? "no section takes dancers in"
              : `${inWords(sections.map(fullness))}${byHand}`,
        },
      ];
    const unmet: UnmetWish[] = [];
    if (!suits(student, section)) {
      const better = sections.filter((one) => suits(student, one));
      unmet.push({
        studentId: id,
        kind: "weekday",
        why: `${section.name} is on ${WEEKDAYS[section.weekday]}${byHand}; ${
          better.length === 0
            ? `no section is on ${inWords(weekdays.map((day) => WEEKDAYS[day] ?? ""))}`
            : inWords(better.map(fullness))
        }`,
      });
    }
    const missing = together.flatMap((other) => {
      const friend = students.find((one) => one.id === other);
      return friend && sectionOf[other] !== section.id ? [friend] : [];
    });
    for (const friend of missing) {
      const place = sections.find((one) => one.id === sectionOf[friend.id]);
      unmet.push({
        studentId: id,
        kind: "together",
        why: `${name} is in ${section.name}, ${friend.name} ${place ? `in ${place.name}` : "waits"}`,
      });
    }
    return unmet;
  });
  return wishes;
}
