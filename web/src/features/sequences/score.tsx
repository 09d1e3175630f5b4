import { Box, Flex, Text } from "@chakra-ui/react";
import { itemById, type SequenceJoin } from "@map-step/core/sequence";
import { TICKS_PER_BEAT, type Ticks } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import {
  type DragEvent,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
  useEffect,
  useMemo,
  useRef,
} from "react";
import { useWidth } from "../../kit/use-width.ts";
import { OtherWays } from "./other-ways.tsx";
import { RowDrawing, rowHeight } from "./row-drawing.tsx";
import look from "./score.module.css";
import { type Bar, joinAt, type Knot, type ScoreRow, scoreLayout } from "./score-layout.ts";
import { type BuilderActions, newFromLibrary, type ScoreView } from "./use-builder.ts";
import { itemTitle } from "./words.ts";

/** Room at the left for the names of the phrases. */
const GUTTER = 58;
const BAR = { top: 30, height: 44 } as const;
/** What is dragged over the score is told by this kind of data. */
export const DRAGGED = "application/x-map-step-item";

interface Props {
  readonly view: ScoreView;
  /** What can be done with it; nothing where it is only read. */
  readonly actions?: BuilderActions | undefined;
  /** A moment to point at, in ticks from the first count. */
  readonly at?: Ticks | undefined;
  /** What stands beneath the row of the selected place. */
  readonly children?: ReactNode;
}

interface BarProps {
  readonly bar: Bar;
  readonly view: ScoreView;
  readonly mayEdit: boolean;
}

function FigureBar({ bar, view, mayEdit }: BarProps) {
  const { item, x, width, within, goesOnFrom, goesOn, from } = bar;
  const { library, selected, select, content } = view;
  const isSelected = selected !== null && "item" in selected && selected.item === item.id;
  const isMissing = library.figureOf(item.figureId) === null;
  const title = itemTitle(item, library.nameOf);
  const first = from % content.phraseBeats;
  return (
    <button
      type="button"
      data-bar={item.id}
      aria-pressed={isSelected}
      aria-label={`${title}, from count ${first + 1}${within.length > 0 ? ", a choice" : ""}`}
      title={title}
      draggable={mayEdit}
      tabIndex={isSelected ? 0 : -1}
      onDragStart={(event) => event.dataTransfer.setData(DRAGGED, item.id)}
      onClick={() => select(isSelected ? null : { item: item.id })}
      className={look.bar}
      data-state={isMissing ? "missing" : within.length > 0 ? "choice" : "usual"}
      style={{
        left: x + 1,
        width: Math.max(6, width - 2),
        top: BAR.top,
        height: BAR.height,
        ...(goesOnFrom
          ? { borderTopLeftRadius: 0, borderBottomLeftRadius: 0, borderLeftStyle: "dashed" }
          : {}),
        ...(goesOn
          ? { borderTopRightRadius: 0, borderBottomRightRadius: 0, borderRightStyle: "dashed" }
          : {}),
      }}
    >
      <span className={look.name}>{goesOnFrom ? `… ${title}` : title}</span>
    </button>
  );
}

interface KnotProps {
  readonly knot: Knot;
  readonly join: SequenceJoin | undefined;
  readonly view: ScoreView;
  readonly height: number;
  readonly mayEdit: boolean;
}

function JoinKnot({ knot, join, view, height, mayEdit }: KnotProps) {
  const { library, select, selected } = view;
  const { before, after, x } = knot;
  const isBroken = join !== undefined && !join.fits;
  const gap = { before, after };
  const isOpen =
    selected !== null &&
    "gap" in selected &&
    selected.gap.before?.id === before?.id &&
    selected.gap.after?.id === after?.id;
  const names = [before, after].map((item) => (item ? library.nameOf(item.figureId) : null));
  const where =
    names[0] && names[1]
      ? `between ${names[0]} and ${names[1]}`
      : names[1]
        ? `before ${names[1]}`
        : `after ${names[0] ?? "the beginning"}`;
  if (!mayEdit && !isBroken) return null;
  return (
    <>
      {isBroken ? <i className={look.broken} style={{ left: x - 2, top: BAR.top - 6, height }} /> : null}
      <button
        type="button"
        className={look.knot}
        data-broken={isBroken}
        aria-expanded={isOpen}
        aria-label={isBroken ? `Does not fit ${where}` : `Put a figure ${where}`}
        tabIndex={isBroken ? 0 : -1}
        onClick={() => select(isOpen ? null : { gap })}
        style={{ left: x - 12, top: BAR.top + BAR.height / 2 - 12 }}
      >
        <span aria-hidden>{isBroken ? "!" : ""}</span>
      </button>
    </>
  );
}

/** The score by keyboard: from bar to bar, moved, repeated, taken away, and a place before one opened. */
function useScoreKeys(ref: RefObject<HTMLDivElement | null>, view: ScoreView, actions: Props["actions"]) {
  const { round, select } = view;
  const mayEdit = actions !== undefined;
  const bars = round.danced.filter(({ time }) => time === 0).map(({ item }) => item);
  // A bar that moves is drawn anew; the keyboard stays with it.
  const held = useRef<string | null>(null);
  useEffect(() => {
    const id = held.current;
    if (id === null) return;
    held.current = null;
    const all = ref.current?.querySelectorAll<HTMLElement>("[data-bar]") ?? [];
    [...all].find((bar) => bar.dataset.bar === id)?.focus();
  });

  return (event: KeyboardEvent<HTMLDivElement>) => {
    const id = (event.target as HTMLElement).dataset.bar;
    const place = bars.findIndex((item) => item.id === id);
    if (id === undefined || place < 0) return;
    const go = (index: number) => {
      const next = bars[index];
      if (!next) return;
      select({ item: next.id });
      held.current = next.id;
    };
    const times = bars[place]?.times ?? 1;
    const setTimes = (next: number) => actions?.change(id, { times: Math.min(64, Math.max(1, next)) });
    const changes: readonly (readonly [string, () => void])[] = [
      ["Delete", () => actions?.remove(id)],
      ["+", () => setTimes(times + 1)],
      ["-", () => setTimes(times - 1)],
      ["i", () => select({ gap: { before: bars[place - 1] ?? null, after: bars[place] ?? null } })],
    ];
    const isMove = event.altKey && mayEdit;
    const act = new Map<string, () => void>([
      ["ArrowRight", () => (isMove ? actions?.step(id, 1) : go(place + 1))],
      ["ArrowLeft", () => (isMove ? actions?.step(id, -1) : go(place - 1))],
      ["Home", () => go(0)],
      ["End", () => go(bars.length - 1)],
      ...(mayEdit ? changes : []),
    ]).get(event.key);
    if (!act) return;
    event.preventDefault();
    held.current = id;
    act();
  };
}

/** The routine as a score: rows of phrases, figures as bars over the counts, both roles and the hold beneath. */
export function Score({ view, actions, at, children }: Props) {
  const { round, content, facts, selected, library } = view;
  const mayEdit = actions !== undefined;
  const [ref, width] = useWidth<HTMLDivElement>();
  const rows = useMemo(
    () => (width === 0 ? [] : scoreLayout(round, Math.max(120, width - GUTTER - 12), content.phraseBeats)),
    [round, width, content.phraseBeats],
  );
  const beat = at === undefined ? undefined : at / TICKS_PER_BEAT;
  const first = round.danced[0]?.item.id;
  const begins = new Map<string, number>();
  for (const { within, from } of round.danced)
    for (const id of within) if (!begins.has(id)) begins.set(id, from);
  const selectedGap = selected !== null && "gap" in selected ? selected.gap : null;
  const isRowOf = (row: ScoreRow) =>
    selectedGap !== null &&
    row.knots.some(
      ({ before, after }) => before?.id === selectedGap.before?.id && after?.id === selectedGap.after?.id,
    );

  const onKeyDown = useScoreKeys(ref, view, actions);

  const dropOn = (row: ScoreRow) => (event: DragEvent<HTMLDivElement>) => {
    const id = event.dataTransfer.getData(DRAGGED);
    if (id === "" || row.knots.length === 0) return;
    event.preventDefault();
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const near = row.knots.reduce((a, b) => (Math.abs(b.x - x) < Math.abs(a.x - x) ? b : a));
    const before = near.after?.id ?? null;
    if (itemById(content.items, id)) actions?.move(id, before);
    else if (library.figureOf(id)) actions?.insert(before, [newFromLibrary(id)]);
  };

  return (
    <Box ref={ref} onKeyDown={onKeyDown} aria-label="The routine" role="group" minW="0">
      {rows.map((row) => {
        const height = rowHeight(row);
        return (
          <Box key={row.from} mb="5">
            <Flex align="flex-start">
              <Box w={`${GUTTER}px`} flexShrink="0" pt="7" lineHeight="1.1">
                <Text fontSize="xs" color="soft">
                  phrase
                </Text>
                <Text fontFamily="heading" fontWeight="700" fontSize="lg">
                  {row.phrases}
                </Text>
              </Box>
              <Box
                position="relative"
                w={`${row.width}px`}
                h={`${height}px`}
                onDragOver={(event) => event.dataTransfer.types.includes(DRAGGED) && event.preventDefault()}
                onDrop={mayEdit ? dropOn(row) : undefined}
              >
                <RowDrawing row={row} height={height} />
                {beat !== undefined && beat >= row.from && beat < row.to ? (
                  <i
                    className={look.now}
                    style={{ left: ((beat - row.from) * row.width) / (row.to - row.from) - 1, height }}
                  />
                ) : null}
                {row.bars.map((bar) => (
                  <FigureBar key={`${bar.item.id} ${bar.from}`} {...{ bar, view, mayEdit }} />
                ))}
                {row.knots.map((knot) => (
                  <JoinKnot
                    key={`${knot.before?.id} ${knot.after?.id} ${knot.x}`}
                    join={
                      knot.after === null && !content.loops ? undefined : joinAt(facts.joins, knot, first)
                    }
                    height={height - BAR.top + 6}
                    {...{ knot, view, mayEdit }}
                  />
                ))}
              </Box>
            </Flex>
            <OtherWays
              choices={[...begins].flatMap(([id, beat]) => (beat >= row.from && beat < row.to ? [id] : []))}
              view={view}
              indent={GUTTER}
            />
            {isRowOf(row) ? <Box pl={{ md: `${GUTTER}px` }}>{children}</Box> : null}
          </Box>
        );
      })}
      <OtherWays
        choices={Object.keys(view.picks).filter(
          (id) => view.picks[id] === null && itemById(content.items, id),
        )}
        view={view}
        indent={GUTTER}
      />
      {content.loops && round.beats > 0 ? (
        <Text pl={`${GUTTER}px`} color="soft" fontSize="sm">
          ↺ and from the beginning again, {counted(round.beats, "count")} a round
        </Text>
      ) : null}
    </Box>
  );
}
