import type { SpecialKind, Wish } from "@map-step/core/plan";

export const SPECIAL_NAMES: Readonly<Record<SpecialKind, string>> = {
  routine: "routine week",
  check: "check week",
  guest: "guest teacher",
  short: "short lesson",
  cancelled: "cancelled",
};

export const WISH_NAMES: Readonly<Record<Wish, string>> = {
  must: "must be taught",
  may: "may be taught",
  ban: "left out",
};

/** Where a figure is, in words. */
export const weekInWords = (week: number | null): string => (week === null ? "waiting" : `week ${week}`);
