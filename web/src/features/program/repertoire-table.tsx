import { Box } from "@chakra-ui/react";
import { ELEMENT_SORTS, type ElementSort } from "@map-step/core/repertoire";
import { Link } from "react-router";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import type { CountedLevel } from "./program.ts";

const SORT_NAMES: Readonly<Record<ElementSort, string>> = {
  elements: "Elements",
  holds: "Holds",
  counts: "Rhythms",
};

/** What each level brings along, adds and ends with, as numbers. */
export const RepertoireTable = ({ levels }: { levels: readonly CountedLevel[] }) => (
  <Panel>
    <PanelTitle>What each level adds</PanelTitle>
    <Box overflowX="auto">
      <Box
        as="table"
        aria-label="What each level adds"
        w="full"
        className="numbers"
        css={{
          "& th, & td": { padding: "5px 8px", textAlign: "right" },
          "& th:first-of-type, & td:first-of-type": { textAlign: "left" },
          "& tbody tr": { borderTopWidth: "1px", borderColor: "rule" },
        }}
      >
        <thead>
          <tr>
            <th scope="col">Level</th>
            <th scope="col">Figures</th>
            {ELEMENT_SORTS.map((sort) => (
              <th key={sort} scope="col">
                {SORT_NAMES[sort]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {levels.map(({ level, repertoire: { adds, weeks } }) => {
            const end = weeks.at(-1);
            return (
              <tr key={level.id}>
                <td>
                  <Link to={`/levels/${level.id}`}>{level.name}</Link>
                </td>
                <td>
                  +{adds.figures} → {end?.figures}
                </td>
                {ELEMENT_SORTS.map((sort) => (
                  <td key={sort}>
                    +{adds.elements[sort]} → {end?.elements[sort]}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </Box>
    </Box>
  </Panel>
);
