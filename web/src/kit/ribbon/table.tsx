import { VisuallyHidden } from "@chakra-ui/react";
import { type Figure, type Role, type Step, stepsOf, writtenRoles } from "@map-step/core/notation";
import { spokenCount, spokenFraction } from "@map-step/core/time";

const FOOT = { L: "left", R: "right", both: "both feet" } as const;

/** A step in words: `left forward, turn right ½`. */
export function stepInWords(step: Step): string {
  const move = [step.foot ? FOOT[step.foot] : "", step.action, step.direction ?? "", step.size ?? ""]
    .filter(Boolean)
    .join(" ");
  const turn = step.turn ? `turn ${FOOT[step.turn.sense]} ${spokenFraction(step.turn.degrees, 360)}` : "";
  return [move, turn, step.hold ? `hold ${step.hold}` : "", step.lead ? `lead: ${step.lead}` : ""]
    .filter(Boolean)
    .join(", ");
}

/** The ribbon as a table, for those who hear the page. */
export function RibbonTable({ figure, name }: { figure: Figure; name: string }) {
  const roles = writtenRoles(figure);
  const onsets = [...new Set(roles.flatMap((role) => stepsOf(figure, role).map(({ onset }) => onset)))].sort(
    (a, b) => a - b,
  );
  const at = (role: Role, onset: number) => stepsOf(figure, role).find((step) => step.onset === onset);
  return (
    <VisuallyHidden>
      <table>
        <caption>{name}, count by count</caption>
        <thead>
          <tr>
            <th scope="col">count</th>
            {roles.map((role) => (
              <th key={role} scope="col">
                {role}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {onsets.map((onset) => (
            <tr key={onset}>
              <th scope="row">{spokenCount(onset)}</th>
              {roles.map((role) => {
                const step = at(role, onset);
                return <td key={role}>{step ? stepInWords(step) : ""}</td>;
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </VisuallyHidden>
  );
}
