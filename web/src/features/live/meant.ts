import type { ChangeTold, NotedTold } from "@map-step/contract";

const ID = /[\da-f]{8}-[\da-f]{4}-[\da-f]{4}-[\da-f]{4}-[\da-f]{12}/;

/** What of the studio's answers says something of a sort that changes often; a change of any other sort may be anywhere. */
const PLACES: Readonly<Partial<Record<ChangeTold["list"], RegExp>>> = {
  plans:
    /^\/api\/(plans|(levels|dances)\/[^/]+\/plans|sections\/[^/]+\/lessons|courses|figures\/[^/]+\/trail|today|history)/,
  lessons:
    /^\/api\/(sections\/[^/]+\/(lessons|checks)|checks|plans|(levels|dances)\/[^/]+\/plans|courses|figures\/[^/]+\/trail|today|history)/,
  recaps: /^\/api\/(sections\/[^/]+\/lessons|courses|today|history)/,
  planDrafts: /^\/api\/(plans|bin|history)/,
  sequences: /^\/api\/(sequences|bin|history)/,
  comments: /^\/api\/(comments|history)/,
  proposals: /^\/api\/proposals/,
  checks: /^\/api\/(sections\/[^/]+\/checks|checks|history)/,
};
/** Places that are one thing's own: another thing of its sort is not told there. */
const OWN: Readonly<Partial<Record<ChangeTold["list"], RegExp>>> = {
  plans: /^\/api\/plans\//,
  sequences: /^\/api\/sequences\//,
};
/** Who is signed in and the file of a whole studio are nobody's news; how the studio writes dates comes with the former. */
const NEVER = /^\/api\/(session|public|studio|changes)/;
const SESSION = /^\/api\/session$/;

/** A change as far as it matters to what is read again. */
type Change = Pick<ChangeTold, "list" | "thingId" | "what" | "byId">;

function mayDiffer(place: string, { list, thingId }: Change): boolean {
  const places = PLACES[list];
  if (places && !places.test(place)) return false;
  return !(OWN[list]?.test(place) && ID.test(place) && !place.includes(thingId));
}

/**
 * Whether what stands at an address may be other than it was, after some changes.
 * @param own whose page it is: what they took away themselves is not asked for once more
 */
export function differsAfter(place: unknown, changes: readonly Change[], own: string): boolean {
  if (typeof place !== "string" || !place.startsWith("/api/")) return false;
  if (NEVER.test(place)) return SESSION.test(place) && changes.some(({ list }) => list === "settings");
  const isGone = changes.some(
    ({ what, byId, thingId }) => what === "removed" && byId === own && place.includes(thingId),
  );
  return !isGone && changes.some((change) => mayDiffer(place, change));
}

/** Whether what stands at an address holds what was noted in a class or a check; without one, in any. */
export function holdsNoted(place: unknown, noted: NotedTold | null): boolean {
  if (typeof place !== "string") return false;
  const [, sectionId, rest = ""] = /^\/api\/sections\/([^/]+)\/(.+)$/.exec(place) ?? [];
  if (noted && sectionId !== noted.sectionId) return false;
  const isLog = noted?.week ? rest === `lessons/${noted.week}/log` : /^lessons\/\d+\/log$/.test(rest);
  const isSeen = rest === "evidence";
  return noted ? (noted.week === null ? isSeen : isLog) : isLog || isSeen;
}
