import { type Figure, stepsOf, writtenRoles } from "../notation/index.ts";
import { spokenCount } from "../time/index.ts";

/** What is said while the figure is danced, such as `1 2 & 3`: the counts of the role that moves most often. */
export function countCall(figure: Figure): string {
  const roles = writtenRoles(figure).map((role) => stepsOf(figure, role));
  const busiest = roles.sort((a, b) => b.length - a.length)[0] ?? [];
  return busiest.map(({ onset }) => spokenCount(onset)).join(" ");
}
