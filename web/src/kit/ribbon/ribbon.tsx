import { Box, Flex } from "@chakra-ui/react";
import type { Figure, Role } from "@map-step/core/notation";
import type { Ticks } from "@map-step/core/time";
import { useMemo } from "react";
import { useWidth } from "../use-width.ts";
import {
  type NamedPieces,
  type RibbonRow,
  type RibbonTiming,
  ribbonLayout,
  type Mark as Stretch,
} from "./layout.ts";
import { type Layers, ROLE_LOOK } from "./mark.tsx";
import { CALL, type PickedStep, Row, RULER } from "./row.tsx";
import { RibbonTable } from "./table.tsx";

/** No beat is drawn wider than this many pixels, so that short figures look short beside long ones. */
const WIDEST_BEAT = { small: 104, full: 240 };

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly timing: RibbonTiming;
  /** Small: without the names of roles and holds. */
  readonly small?: boolean;
  /** Only for the eye: where many stand beneath each other, who hears the page gets to the next name at once. */
  readonly adorns?: boolean;
  /** Stretches to set off, in beats from count 1. */
  readonly marked?: readonly Stretch[];
  readonly layers?: Layers;
  /** What each role is called, shown in the layer of the call. */
  readonly pieces?: NamedPieces;
  /** A moment to point at, in ticks from count 1. */
  readonly at?: Ticks | undefined;
  readonly picked?: PickedStep | null;
  /** Lets steps be chosen by pointing. */
  readonly onPick?: ((role: Role, index: number) => void) | undefined;
}

const NO_MARKS: readonly Stretch[] = [];
const NO_PIECES: NamedPieces = {};
/** What the names of the roles take where there is little room and they stand upright, and how far they reach over their line. */
const [UPRIGHT, OVER] = [20, 8] as const;

const FEET_AND_COUNTS: Layers = { feet: true, rhythm: false, counts: true };

/** Where in a line a moment lies; null when it lies in another. */
const placeIn = ({ from, to, scale }: RibbonRow, at: Ticks): number | null =>
  at >= from && at < to ? (at - from) * scale : null;

/**
 * The count ribbon: beats from left to right, the leader above, the follower below; each step as wide as it
 * lasts, weightless ones hollow, turns as arcs, the hold as a band beneath.
 */
export function CountRibbon({
  figure,
  name,
  timing: { phraseBeats, meter, slowBeats },
  small = false,
  adorns = false,
  marked = NO_MARKS,
  layers = FEET_AND_COUNTS,
  pieces = NO_PIECES,
  at,
  picked = null,
  onPick,
}: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const isNarrow = width < 420;
  const gutter = small ? 0 : isNarrow ? UPRIGHT : 76;
  const rows = useMemo(
    () =>
      width === 0
        ? []
        : ribbonLayout(
            figure,
            Math.max(60, width - gutter - 2),
            { phraseBeats, meter, slowBeats },
            WIDEST_BEAT[small ? "small" : "full"],
            marked,
            pieces,
          ),
    [figure, width, gutter, phraseBeats, meter, slowBeats, small, marked, pieces],
  );
  const height = small ? 25 : 42;
  const showCall =
    layers.call === true && rows.some(({ roles }) => roles.some((one) => one.pieces.length > 0));
  const gap = (small ? 17 : 26) + (showCall ? CALL : 0);
  const showHolds = !small && rows.some(({ holds }) => holds.length > 0);
  const top = RULER + (small ? 17 : 14);
  return (
    <Box
      ref={ref}
      aria-hidden={adorns || undefined}
      position="relative"
      width="100%"
      css={{ printColorAdjust: "exact", contain: "inline-size" }}
    >
      {adorns ? null : <RibbonTable figure={figure} name={name} />}
      {rows.map((row, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name than its place
        <Box key={index} position="relative" pl={`${gutter}px`} mt={index === 0 ? "0" : "4"}>
          {gutter > 0 ? (
            <Box position="absolute" left="0" top="0" fontSize={isNarrow ? "xs" : "sm"} aria-hidden="true">
              {row.roles.map(({ role }, line) => (
                <Flex
                  key={role}
                  position="absolute"
                  top={`${top + line * (height + gap) - OVER}px`}
                  height={`${height + 2 * OVER}px`}
                  align="center"
                  justify="center"
                  fontWeight="700"
                  color={ROLE_LOOK[role].text}
                  {...(isNarrow ? { writingMode: "vertical-rl", transform: "rotate(180deg)" } : {})}
                >
                  {ROLE_LOOK[role].name}
                </Flex>
              ))}
              {showHolds && !isNarrow ? (
                <Box position="absolute" top={`${top + row.roles.length * (height + gap)}px`} color="soft">
                  Hold
                </Box>
              ) : null}
            </Box>
          ) : null}
          <Row row={row} {...{ top, height, gap, showHolds, showCall, small, layers, picked, onPick }} />
          {at === undefined || placeIn(row, at) === null ? null : (
            <Box
              position="absolute"
              top="0"
              bottom="0"
              w="3px"
              bg="apricot"
              borderRadius="full"
              pointerEvents="none"
              style={{ left: `${gutter + (placeIn(row, at) ?? 0)}px` }}
            />
          )}
        </Box>
      ))}
    </Box>
  );
}
