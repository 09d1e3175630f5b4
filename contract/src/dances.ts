import { z } from "zod";
import { changeOf, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";
import { line, type PlainFields, schemasOf } from "./fields.ts";

/** Every field of a dance, read by its form, what is asked when two changed it, and its table. */
export const DANCE_FIELDS = {
  name: { label: "Name of the dance", sort: "name", schema: words(60), start: "" },
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
  music: {
    label: "Music to dance it to",
    help: "What to look for when choosing songs",
    sort: "line",
    schema: line(200),
    start: "",
  },
} as const satisfies PlainFields;

/** A dance as it is written: its meter, phrase, slows and quicks, tempi. */
export const danceContent = z.object(schemasOf(DANCE_FIELDS));

const ordered = <T extends z.ZodObject<typeof danceContent.shape>>(schema: T) =>
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
export const dance = stored.extend(danceContent.shape);
/** A new dance. */
export const newDance = ordered(danceContent);
/** A dance as it is changed, with the version that was seen. */
export const danceChange = ordered(changeOf(danceContent));
/** A dance as it is kept. */
export type DanceRecord = z.infer<typeof dance>;
/** A dance as it is written. */
export type NewDance = z.infer<typeof newDance>;

/** Endpoints of dances. */
export const dancesApi = {
  list: endpoint({ method: "GET", path: "/dances", access: "read", response: z.array(dance) }),
  create: endpoint({
    method: "POST",
    path: "/dances",
    access: "dances.write",
    body: newDance,
    response: dance,
  }),
  change: endpoint({
    method: "PUT",
    path: "/dances/:id",
    access: "dances.write",
    params: byId,
    body: danceChange,
    response: dance,
  }),
};
