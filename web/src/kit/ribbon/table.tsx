import { VisuallyHidden } from "@chakra-ui/react";
import { stepInWords } from "@map-step/core/figure";
import { type Figure, type Role, stepsOf, writtenRoles } from "@map-step/core/notation";
import { spokenCount } from "@map-step/core/time";

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
