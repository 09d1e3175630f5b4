import { z } from "zod";
import { changeOf, stored, wholeNumber, words } from "./common.ts";
import { byId, endpoint } from "./endpoint.ts";

/** A dance as it is written: its meter, phrase, slows and quicks, tempi. */
export const danceContent = z.object({
  name: words(60),
  meter: wholeNumber(2, 12),
  phraseBeats: wholeNumber(1, 64),
  slowBeats: wholeNumber(1, 8),
  quickBeats: wholeNumber(1, 8),
  slowestBpm: wholeNumber(20, 300),
  fastestBpm: wholeNumber(20, 300),
  freeTimed: z.boolean(),
  countFrom: wholeNumber(1, 64),
});

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
