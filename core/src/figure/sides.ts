import { type Figure, mirrorSteps, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount } from "../time/index.ts";

const NATURAL = "Followers dance the natural opposite.";

/**
 * How the two sides of a figure differ, in a sentence for teachers: that followers dance the natural opposite, or at
 * which counts they do not. Nothing for a figure without partners.
 */
export function sidesInWords(figure: Figure): string {
  const roles = writtenRoles(figure);
  if (!roles.includes("leader") || !roles.includes("follower")) return "";
  const expected = new Map(mirrorSteps(stepsOf(figure, "leader")).map((step) => [step.onset, step]));
  const danced = new Map(stepsOf(figure, "follower").map((step) => [step.onset, step]));
  const onsets = [...new Set([...expected.keys(), ...danced.keys()])].sort((a, b) => a - b);
  const apart = onsets.filter((onset) => {
    const [one, other] = [expected.get(onset), danced.get(onset)];
    return (
      one?.foot !== other?.foot ||
      one?.action !== other?.action ||
      one?.direction !== other?.direction ||
      one?.turn?.sense !== other?.turn?.sense ||
      one?.turn?.degrees !== other?.turn?.degrees
    );
  });
  if (apart.length === 0) return NATURAL;
  if (apart.length === onsets.length) return "The two sides differ on every count: teach each by itself.";
  return `Opposite but for ${apart.map(spokenCount).join(", ")}: there the sides differ.`;
}
