import { Box, chakra, Text } from "@chakra-ui/react";
import { type Check, type FigureLine, STUDENT_ROLES, type Student } from "@map-step/contract";
import { MARK_NAMES, type Mark, shareOf, standingOf } from "@map-step/core/check";
import type { KeyboardEvent } from "react";
import { MARK_KEYS, MarkSign } from "./mark-sign.tsx";
import { type Cell, given } from "./use-check.ts";

const STEPS: Readonly<Record<string, readonly [row: number, column: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Moves the focus between cells of the table with the arrow keys. */
function walk(event: KeyboardEvent<HTMLElement>): void {
  const step = STEPS[event.key];
  const { row, column } = event.currentTarget.dataset;
  if (!step || row === undefined || column === undefined) return;
  event.preventDefault();
  const to = `[data-row="${Number(row) + step[0]}"][data-column="${Number(column) + step[1]}"]`;
  event.currentTarget.closest("table")?.querySelector<HTMLElement>(to)?.focus();
}

/** Names of many figures stand on their side. */
const SIDEWAYS = { writingMode: "vertical-rl", transform: "rotate(180deg)", whiteSpace: "nowrap" } as const;

interface Props {
  readonly check: Check;
  readonly students: readonly Student[];
  readonly figures: readonly FigureLine[];
  /** What a tap gives; null takes a mark away. The same tap twice does no harm. */
  readonly pen: Mark | null;
  readonly mayMark: boolean;
  readonly selectedId: string | null;
  readonly onSelect: (studentId: string) => void;
  readonly onMark: (cell: Cell, mark: Mark | null) => void;
}

/** The section as a table: students by role, figures in the order they were taught. */
export function CheckTable({ check, students, figures, pen, mayMark, selectedId, onSelect, onMark }: Props) {
  const marked = given(check.marks);
  const marks = new Map(marked.map((mark) => [`${mark.studentId}/${mark.figureId}`, mark.mark]));
  const ordered = STUDENT_ROLES.flatMap((role) => students.filter((student) => student.role === role));
  const roomy = figures.length <= 6;
  const width = roomy ? 100 : 52;
  const ids = figures.map(({ id }) => id);
  const keyed = (event: KeyboardEvent<HTMLElement>, cell: Cell) => {
    walk(event);
    const chosen = MARK_KEYS.find(({ key }) => key === event.key);
    if (!mayMark) return;
    if (chosen) onMark(cell, chosen.mark);
    if (event.key === "0" || event.key === "Delete") onMark(cell, null);
  };
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        aria-label="Marks"
        borderCollapse="separate"
        borderSpacing="0"
        css={{ "& td, & th": { borderBottom: "1px solid var(--chakra-colors-rule)" } }}
      >
        <thead>
          <tr>
            <Box
              as="th"
              textAlign="left"
              verticalAlign="bottom"
              pb="2"
              pr="4"
              minW="9rem"
              position="sticky"
              left="0"
              bg="panel"
            >
              Student
            </Box>
            {figures.map(({ id, name }) => (
              <Box
                as="th"
                key={id}
                verticalAlign="bottom"
                pb="2"
                px="1"
                fontWeight="600"
                fontSize="sm"
                w={`${width}px`}
              >
                <Box mx="auto" w="fit-content" style={roomy ? {} : SIDEWAYS}>
                  {name}
                </Box>
              </Box>
            ))}
            <Box
              as="th"
              verticalAlign="bottom"
              pb="2"
              pl="3"
              fontWeight="600"
              fontSize="sm"
              textAlign="right"
            >
              Has
            </Box>
          </tr>
        </thead>
        <tbody>
          {ordered.map((student, row) => (
            <Box as="tr" key={student.id} bg={student.id === selectedId ? "pineWash" : "transparent"}>
              <chakra.th
                scope="row"
                textAlign="left"
                fontWeight="400"
                pr="4"
                position="sticky"
                left="0"
                bg="inherit"
              >
                <Box asChild py="2" textAlign="left" cursor="pointer" w="full">
                  <button
                    type="button"
                    aria-pressed={student.id === selectedId}
                    onClick={() => onSelect(student.id)}
                  >
                    <Text as="span" fontWeight="700">
                      {student.name}
                    </Text>
                    <Text as="span" color="soft" fontSize="sm">
                      {" "}
                      {student.role}
                    </Text>
                  </button>
                </Box>
              </chakra.th>
              {figures.map((figure, column) => {
                const cell = { studentId: student.id, figureId: figure.id };
                const mark = marks.get(`${student.id}/${figure.id}`) ?? null;
                return (
                  <Box as="td" key={figure.id} textAlign="center" p="0">
                    <Box
                      asChild
                      w={`${width}px`}
                      h="40px"
                      display="inline-flex"
                      alignItems="center"
                      justifyContent="center"
                      cursor="pointer"
                      _hover={{ bg: "pineWash" }}
                      borderRadius="sm"
                    >
                      <button
                        type="button"
                        data-row={row}
                        data-column={column}
                        aria-label={`${student.name}, ${figure.name}: ${mark ? MARK_NAMES[mark] : "no mark"}`}
                        onClick={() => {
                          onSelect(student.id);
                          if (mayMark) onMark(cell, pen);
                        }}
                        onKeyDown={(event) => keyed(event, cell)}
                      >
                        <MarkSign mark={mark} />
                      </button>
                    </Box>
                  </Box>
                );
              })}
              <Box as="td" className="numbers" textAlign="right" pl="3" whiteSpace="nowrap">
                {standingOf(student.id, ids, marked).has.length} of {ids.length}
              </Box>
            </Box>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <Box
              as="th"
              textAlign="left"
              py="2"
              fontWeight="600"
              color="soft"
              fontSize="sm"
              position="sticky"
              left="0"
              bg="panel"
            >
              without help or better
            </Box>
            {figures.map(({ id }) => {
              const { have, marked: seen } = shareOf(id, marked);
              return (
                <Box as="td" key={id} className="numbers" textAlign="center" fontSize="sm" color="soft">
                  {seen === 0 ? "–" : `${have} of ${seen}`}
                </Box>
              );
            })}
          </tr>
        </tfoot>
      </Box>
    </Box>
  );
}
