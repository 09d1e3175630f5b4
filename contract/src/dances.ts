import { readElement } from "@map-step/core/element";
import { FACINGS, type Hold, holdNamed, USUAL_HOLDS } from "@map-step/core/hold";
import { elementKey, faultText } from "@map-step/core/notation";
import { z } from "zod";
import { changeOf, stored, wholeNumber, words } from "./common.ts";
import { coupleLimits } from "./couple-limits.ts";
import { byId, endpoint } from "./endpoint.ts";
import { line, nameField, type PlainFields, schemasOf } from "./fields.ts";
import { tempoLimits } from "./tempo-limits.ts";
import { anyOf } from "./things.ts";

const noQuotes = (text: string) => !/["“”„]/.test(text);
const nameWords = words(60).refine(noQuotes, "A name has no double quotes, so that steps can name it");
const otherNames = z.array(nameWords).max(12, "At most 12 names").readonly();

/** Says a list's entry at fault at its place. */
type Issue = (at: number, field: string, message: string) => void;
const issuesIn =
  (ctx: z.RefinementCtx): Issue =>
  (at, field, message) =>
    ctx.addIssue({ code: "custom", path: [at, field], message });

/** No two entries of a list may go by one name. */
function refuseSameNames(
  list: readonly { readonly name: string; readonly otherNames: readonly string[] }[],
  issue: Issue,
): void {
  const taken = new Map<string, number>();
  list.forEach(({ name, otherNames: others }, at) => {
    for (const one of [name, ...others]) {
      const key = elementKey(one);
      const before = taken.get(key);
      if (before !== undefined && before !== at) issue(at, "name", `“${one}” stands here twice`);
      taken.set(key, at);
    }
  });
}

/** A hold of a dance: what it means is read from here, never from its name. */
export const holdContent = z.object({
  name: nameWords,
  otherNames,
  hands: wholeNumber(0, 2),
  close: z.boolean(),
  facing: z.enum(FACINGS),
  changesTo: z.array(nameWords).max(40, "At most 40 holds").readonly(),
});
const holds = z
  .array(holdContent)
  .min(1, "A dance has at least one hold")
  .max(40, "At most 40 holds")
  .superRefine((list: readonly Hold[], ctx) => {
    const issue = issuesIn(ctx);
    refuseSameNames(list, issue);
    list.forEach(({ name, changesTo }, at) => {
      for (const other of changesTo)
        if (!holdNamed(other, list))
          issue(at, "changesTo", `${name} changes to “${other}”, which is not in the list`);
    });
  })
  .readonly()
  .default(USUAL_HOLDS);

/** An element of the studio's own. */
export const elementContent = z.object({
  name: nameWords.refine((name) => /\p{L}{2}/u.test(name), "A name has letters in it"),
  otherNames,
  steps: z
    .string()
    .trim()
    .min(1, "Write its steps, from the left foot")
    .max(2000, "At most 2,000 characters"),
});
const ownElements = z
  .array(elementContent)
  .max(200, "At most 200 elements")
  .superRefine((list, ctx) => {
    const issue = issuesIn(ctx);
    refuseSameNames(list, issue);
    list.forEach((one, at) => {
      const [fault] = readElement(one, { slowBeats: 2, quickBeats: 1, elements: [] }).faults;
      if (fault) issue(at, "steps", `Line ${fault.line}: ${faultText(fault)}`);
    });
  })
  .readonly()
  .default([]);

/** Every field of a dance, read by its form, what is asked when two changed it, and its table. */
export const DANCE_FIELDS = {
  name: nameField("Name of the dance", 60),
  meter: { label: "Beats to the bar", sort: "whole", schema: wholeNumber(2, 12), start: 4 },
  phraseBeats: { label: "Beats to the phrase", sort: "whole", schema: wholeNumber(1, 64), start: 8 },
  slowBeats: { label: "Beats of a slow", sort: "whole", schema: wholeNumber(1, 8), start: 2 },
  quickBeats: { label: "Beats of a quick", sort: "whole", schema: wholeNumber(1, 8), start: 1 },
  slowestBpm: { label: "Slowest tempo, bpm", sort: "whole", schema: wholeNumber(20, 300), start: 90 },
  fastestBpm: { label: "Fastest tempo, bpm", sort: "whole", schema: wholeNumber(20, 300), start: 130 },
  countFrom: { label: "Which beat we count as “1”", sort: "whole", schema: wholeNumber(1, 64), start: 1 },
  freeTimed: {
    label: "No fixed beat: counts are only an order",
    sort: "tick",
    schema: z.boolean(),
    start: false,
  },
  swung: {
    label: "Swung: & and a lie at two thirds of the beat",
    sort: "tick",
    schema: z.boolean().default(false),
    start: false,
  },
  alone: {
    label: "Danced without a partner",
    sort: "tick",
    schema: z.boolean().default(false),
    start: false,
  },
  music: {
    label: "Music to dance it to",
    help: "What to look for when choosing songs",
    sort: "line",
    schema: line(200),
    start: "",
    text: { mayName: true, searched: true },
  },
  holds: {
    label: "Holds",
    sort: "records",
    schema: holds,
    start: USUAL_HOLDS,
    text: { mayName: true, searched: false },
  },
  ownElements: {
    label: "Elements of our own",
    sort: "records",
    schema: ownElements,
    start: [],
    text: { mayName: true, searched: false },
  },
} as const satisfies PlainFields;

/** A dance as it is written: its meter, phrase, slows and quicks, tempi. */
export const danceContent = z.object(schemasOf(DANCE_FIELDS));

/** A dance whose slowest tempo and quick are no more than its fastest and its slow. */
export const tempiInOrder = <T extends z.ZodObject<typeof danceContent.shape>>(schema: T) =>
  schema
    .refine(({ slowestBpm, fastestBpm }) => slowestBpm <= fastestBpm, {
      path: ["fastestBpm"],
      message: "Not slower than the slowest tempo",
    })
    .refine(({ slowBeats, quickBeats }) => quickBeats < slowBeats, {
      path: ["quickBeats"],
      message: "Fewer beats than a slow",
    });

/** A dance as it is kept. */
export const dance = stored.extend(danceContent.shape).extend({
  /** What the studio's dancers manage at a tempo; it is said in the settings, and comes along to be computed with. */
  tempoLimits: tempoLimits.unwrap().optional(),
  /** How far arms reach and how long steps are, likewise. */
  coupleLimits: coupleLimits.unwrap().optional(),
});
/** A new dance. */
export const newDance = tempiInOrder(danceContent);
/** A dance as it is changed, with the version that was seen. */
export const danceChange = tempiInOrder(changeOf(danceContent));
/** A dance as it is kept. */
export type DanceRecord = z.infer<typeof dance>;
/** A dance as it is written. */
export type NewDance = z.infer<typeof newDance>;

/** A new dance that begins with the general figures of a starter set. */
export const danceBeginning = z.object({
  dance: newDance,
  /** One of `STARTER_SETS`; the server knows which there are. */
  starterId: z.string().max(40),
});

/** One hold to be said where another was, in the steps of all figures of a dance. */
const holdReplacement = z.object({ from: nameWords, to: nameWords });

/** Endpoints of dances. */
export const dancesApi = {
  list: endpoint({
    method: "GET",
    path: "/dances",
    access: "read",
    reads: anyOf("dances", "settings"),
    response: z.array(dance),
  }),
  create: endpoint({
    method: "POST",
    path: "/dances",
    access: "dances.write",
    changes: anyOf("dances"),
    body: newDance,
    response: dance,
  }),
  /** A dance and the figures of a starter set, all or nothing. */
  begin: endpoint({
    method: "POST",
    path: "/dances/begin",
    access: "dances.write",
    changes: anyOf("dances", "figures", "sequences"),
    body: danceBeginning,
    response: dance,
  }),
  change: endpoint({
    method: "PUT",
    path: "/dances/:id",
    access: "dances.write",
    changes: anyOf("dances"),
    params: byId,
    body: danceChange,
    response: dance,
  }),
  /** Says another hold in all figures of a dance, all or nothing; those that are told were changed. */
  replaceHold: endpoint({
    method: "POST",
    path: "/dances/:id/holds/replace",
    access: "dances.write",
    changes: anyOf("dances", "figures"),
    params: byId,
    body: holdReplacement,
    response: z.object({ changed: z.array(z.string()) }),
  }),
};
