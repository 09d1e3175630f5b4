import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import { type FigureCell, MARK_NAMES } from "@map-step/core/check";
import { FIGURE_KINDS, type FigureKind, KIND_NAMES } from "@map-step/core/figure";
import type { KeyboardEvent } from "react";
import type { BoardAnswer } from "../../workers/board.ts";
import type { Board, BoardFigure, Dancer } from "./board.ts";
import { BoardFoot } from "./board-foot.tsx";
import { DancerHead, FigureHead } from "./board-heads.tsx";
import { Ring } from "./mark-sign.tsx";
import { ReadinessLine } from "./readiness-line.tsx";
import { VERDICT_WORDS } from "./words.ts";

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

/** What is chosen on a board, to be explained beside it. */
export interface Chosen {
  readonly dancerId: string | null;
  readonly figureId: string | null;
}

interface Props {
  readonly board: Board;
  readonly answer: BoardAnswer | null;
  readonly chosen: Chosen;
  readonly onChoose: (chosen: Chosen) => void;
}

/** Columns in pixels; one that is alone under its title is as wide as that. */
const NARROW = 34;
const USUAL = 38;
const ALONE = 82;

interface CellProps extends Pick<Props, "onChoose"> {
  readonly dancer: Dancer;
  readonly figure: BoardFigure;
  readonly cell: FigureCell | null;
  readonly place: { readonly row: number; readonly column: number };
  readonly width: number;
  readonly isChosen: boolean;
}

/** How one dancer dances one figure. */
function MarkCell({ dancer, figure, cell, place, width, isChosen, onChoose }: CellProps) {
  const { row, column } = place;
  const said = cell ? MARK_NAMES[cell.mark] : "not seen";
  return (
    <chakra.td p="0" textAlign="center">
      <chakra.button
        type="button"
        data-row={row}
        data-column={column}
        tabIndex={row === 0 && column === 0 ? 0 : -1}
        aria-label={`${dancer.name}, ${figure.name}: ${said}${cell?.differs ? ", seen differently by two" : ""}`}
        aria-pressed={isChosen}
        display="inline-flex"
        w={`${width}px`}
        h="39px"
        alignItems="center"
        justifyContent="center"
        cursor="pointer"
        borderRadius="md"
        bg={isChosen ? "pineWash" : "transparent"}
        outline={isChosen ? "2px solid" : "none"}
        outlineColor="pine"
        onKeyDown={walk}
        onClick={() => onChoose({ dancerId: dancer.id, figureId: figure.id })}
      >
        <Ring
          mark={cell?.mark ?? null}
          reached={cell?.reached ?? []}
          weeksAgo={cell?.weeksAgo ?? 0}
          differs={cell?.differs ?? false}
        />
      </chakra.button>
    </chakra.td>
  );
}

interface HeadProps extends Pick<Props, "chosen" | "onChoose"> {
  readonly kinds: readonly { readonly kind: FigureKind; readonly own: readonly BoardFigure[] }[];
  readonly widthOf: (figure: BoardFigure) => number;
}

/** The figures by kind, and above each row's end what is asked there. */
function BoardHead({ kinds, widthOf, chosen, onChoose }: HeadProps) {
  return (
    <thead>
      <tr>
        <td />
        {kinds.map(({ kind, own }) => (
          <chakra.th
            key={kind}
            colSpan={own.length}
            scope="colgroup"
            textAlign="left"
            fontSize="sm"
            fontWeight="700"
            color="soft"
            px="1"
          >
            <Box
              borderBottomWidth="2px"
              borderColor="pine2"
              pb="0.5"
              mr="2"
              whiteSpace="nowrap"
              overflow="hidden"
            >
              {KIND_NAMES[kind].many}
            </Box>
          </chakra.th>
        ))}
      </tr>
      <tr>
        <td />
        {kinds.flatMap(({ own }) =>
          own.map((figure) => (
            <FigureHead
              key={figure.id}
              figure={figure}
              width={widthOf(figure)}
              chosen={chosen.figureId === figure.id && chosen.dancerId === null}
              onChoose={() => onChoose({ figureId: figure.id, dancerId: null })}
            />
          )),
        )}
        <chakra.th
          scope="col"
          verticalAlign="bottom"
          textAlign="left"
          fontSize="sm"
          color="soft"
          pl="5"
          pb="1"
        >
          Ready to move up?
        </chakra.th>
      </tr>
    </thead>
  );
}

/** What a class dances, dancer by figure, grouped by kind; readiness at each row's end. */
export function BoardTable({ board, answer, chosen, onChoose }: Props) {
  const { dancers, figures, cells } = board;
  const byPlace = new Map<string, FigureCell>(
    cells.map((cell) => [`${cell.studentId} ${cell.figureId}`, cell]),
  );
  const now = new Map(answer?.dancers.map((one) => [one.studentId, one]));
  const chanceOf = ({ id }: Dancer) => now.get(id)?.readiness.probability ?? -1;
  const shownBy = ({ id }: Dancer) =>
    cells.filter(({ studentId, mark }) => studentId === id && (mark === "alone" || mark === "dances-it"))
      .length;
  const ordered = dancers.toSorted(
    (a, b) => chanceOf(b) - chanceOf(a) || shownBy(b) - shownBy(a) || a.name.localeCompare(b.name),
  );
  const kinds = FIGURE_KINDS.map((kind) => ({
    kind,
    own: figures.filter((one) => one.kind === kind),
  })).filter(({ own }) => own.length > 0);
  const widthOf = ({ kind }: BoardFigure): number =>
    figures.filter((one) => one.kind === kind).length === 1 ? ALONE : figures.length > 14 ? NARROW : USUAL;
  return (
    <Box overflowX="auto" pr="2">
      <chakra.table
        aria-label="Who can dance what"
        borderCollapse="separate"
        borderSpacing="0"
        w="max-content"
      >
        <BoardHead kinds={kinds} widthOf={widthOf} chosen={chosen} onChoose={onChoose} />
        <tbody>
          {ordered.map((dancer, row) => {
            const own = now.get(dancer.id);
            return (
              <chakra.tr
                key={dancer.id}
                bg={chosen.dancerId === dancer.id ? "pineWash" : "ground"}
                css={{ "& > *:first-of-type": { borderRadius: "md" } }}
              >
                <DancerHead
                  dancer={dancer}
                  chosen={chosen.dancerId === dancer.id && chosen.figureId === null}
                  onChoose={() => onChoose({ dancerId: dancer.id, figureId: null })}
                />
                {kinds
                  .flatMap(({ own: some }) => some)
                  .map((figure, column) => {
                    return (
                      <MarkCell
                        key={figure.id}
                        dancer={dancer}
                        figure={figure}
                        cell={byPlace.get(`${dancer.id} ${figure.id}`) ?? null}
                        place={{ row, column }}
                        width={widthOf(figure)}
                        isChosen={chosen.dancerId === dancer.id && chosen.figureId === figure.id}
                        onChoose={onChoose}
                      />
                    );
                  })}
                <chakra.td pl="5" py="0">
                  {own ? (
                    <Flex align="center" gap="2">
                      <ReadinessLine readiness={own.readiness} />
                      <Text fontWeight="700" fontSize="sm" whiteSpace="nowrap">
                        {VERDICT_WORDS[own.readiness.verdict]}
                      </Text>
                    </Flex>
                  ) : (
                    <Text color="soft" fontSize="sm">
                      …
                    </Text>
                  )}
                </chakra.td>
              </chakra.tr>
            );
          })}
        </tbody>
        <BoardFoot board={board} figures={kinds.flatMap(({ own }) => own)} />
      </chakra.table>
    </Box>
  );
}
