import { Box } from "@chakra-ui/react";
import type { Figure, Role } from "@map-step/core/notation";
import { useMemo } from "react";
import { tone } from "../../app/theme.ts";
import { useWidth } from "../use-width.ts";
import { Arrow } from "./arrows.tsx";
import { type RibbonRow, ribbonLayout, type StepMark, type Mark as Stretch } from "./layout.ts";
import { Letters } from "./letters.tsx";
import { RibbonTable } from "./table.tsx";
import { TurnBadge, TurnLabel } from "./turns.tsx";

const RULER = 26;
const HOLD = 20;
/** No beat is drawn wider than this many pixels, so that short figures look short beside long ones. */
const WIDEST_BEAT = { small: 104, full: 240 };

const ROLE_LOOK: Readonly<Record<Role, { name: string; solid: string; text: string; corner: number }>> = {
  leader: { name: "Leader", solid: "pineSolid", text: "pine", corner: 100 },
  follower: { name: "Follower", solid: "plumSolid", text: "plum", corner: 4 },
  solo: { name: "Solo", solid: "pineSolid", text: "pine", corner: 10 },
};

interface MarkProps {
  readonly mark: StepMark;
  readonly role: Role;
  readonly y: number;
  readonly height: number;
}

/** What fits into a step: foot, arrow and word; foot and arrow; the foot alone. */
function Inside({ mark, role, y, height }: MarkProps) {
  const { step, x, width, weight } = mark;
  const colour = tone(weight ? "onSolid" : ROLE_LOOK[role].text);
  const middle = y + height / 2;
  const word = step.direction && !weight ? `${step.action} ${step.direction}` : step.action;
  const roomForWord = width >= 62 + word.length * 6.4;
  const left = roomForWord ? x + 13 : width >= 44 ? x + width / 2 - 17 : x + width / 2 - 4.5;
  const foot = step.foot === "both" ? "LR" : (step.foot ?? "·");
  return (
    <>
      <Letters x={left} y={middle + 5} size={14} colour={colour} strong>
        {foot}
      </Letters>
      {width >= 44 ? <Arrow step={step} x={left + 19} y={middle - 7} colour={colour} /> : null}
      {roomForWord ? (
        <Letters x={left + 40} y={middle + 4.5} size={13} colour={colour}>
          {word}
        </Letters>
      ) : null}
    </>
  );
}

/** A name cut to what fits into a width. */
const fitting = (name: string, width: number): string => {
  const letters = Math.floor((width - 12) / 6.8);
  if (name.length <= letters) return name;
  return letters < 3 ? "" : `${name.slice(0, letters - 1)}…`;
};

function Mark(props: MarkProps) {
  const { mark, role, y, height } = props;
  const { solid, text, corner } = ROLE_LOOK[role];
  const box = {
    x: mark.x + 1.5,
    y,
    width: Math.max(6, mark.width - 3),
    height,
    rx: Math.min(corner, height / 2),
  };
  return (
    <g>
      {mark.weight ? (
        <rect {...box} fill={tone(solid)} />
      ) : (
        <rect {...box} fill={tone("panel")} stroke={tone(text)} strokeWidth="1.5" strokeDasharray="4 3" />
      )}
      <Inside {...props} />
    </g>
  );
}

interface RowProps {
  readonly row: RibbonRow;
  readonly top: number;
  readonly height: number;
  readonly gap: number;
  readonly showHolds: boolean;
  readonly small: boolean;
}

function Row({ row, top, height, gap, showHolds, small }: RowProps) {
  const Turn = small ? TurnLabel : TurnBadge;
  const bottom = top + row.roles.length * (height + gap);
  const total = bottom + (showHolds ? HOLD + 4 : 0);
  return (
    <svg
      width={row.width}
      height={total}
      viewBox={`0 0 ${row.width} ${total}`}
      aria-hidden="true"
      style={{ display: "block", overflow: "visible" }}
    >
      {row.marked.map((band) => {
        const line = Math.max(
          0,
          row.roles.findIndex(({ role }) => role === band.role),
        );
        const y = top + line * (height + gap) - 7;
        return (
          <rect
            key={`${band.role}${band.x}`}
            x={band.x}
            y={band.role ? y : RULER}
            width={band.width}
            height={band.role ? height + 14 : total - RULER}
            fill={tone("apricotWash")}
            stroke={tone("apricot")}
            strokeWidth="1.5"
            rx="6"
          />
        );
      })}
      <line x1="0" x2={row.width} y1={RULER} y2={RULER} stroke={tone("ink")} strokeWidth="1.5" />
      {row.ruler.map((mark) => (
        <g key={mark.x}>
          <line
            x1={mark.x}
            x2={mark.x}
            y1={mark.phraseStart ? 2 : RULER}
            y2={total}
            stroke={tone(mark.phraseStart ? "pine2" : "rule")}
            strokeWidth={mark.phraseStart ? 2 : 1}
            strokeDasharray={mark.onBeat ? "none" : "2 3"}
          />
          <Letters
            x={mark.x + 6}
            y={RULER - 8}
            size={mark.onBeat ? 16 : 13}
            colour={tone(mark.onBeat ? "ink" : "soft")}
            strong={mark.onBeat}
          >
            {mark.label}
          </Letters>
        </g>
      ))}
      {row.roles.map(({ role, marks }, line) => {
        const y = top + line * (height + gap);
        return (
          <g key={role}>
            {marks.map((mark) => (
              <Mark key={mark.key} mark={mark} role={role} y={y} height={height} />
            ))}
            {marks.map((mark) =>
              mark.turn === "" ? null : (
                <Turn key={mark.key} mark={mark} y={y} colour={tone(ROLE_LOOK[role].text)} />
              ),
            )}
          </g>
        );
      })}
      {showHolds
        ? row.holds.map((hold) => (
            <g key={hold.x}>
              <rect
                x={hold.x + 1.5}
                y={bottom}
                width={Math.max(0, hold.width - 3)}
                height={HOLD}
                rx="3"
                fill={tone("sunk")}
              />
              <Letters x={hold.x + 9} y={bottom + 14.5} size={13} colour={tone("ink")}>
                {fitting(hold.name, hold.width)}
              </Letters>
            </g>
          ))
        : null}
    </svg>
  );
}

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly timing: { readonly phraseBeats: number; readonly meter: number };
  /** Small: without the names of roles and holds. */
  readonly small?: boolean;
  /** Stretches to set off, in beats from count 1. */
  readonly marked?: readonly Stretch[];
}

const NO_MARKS: readonly Stretch[] = [];

/**
 * The count ribbon: beats from left to right, the leader above, the follower below; each step as wide as it
 * lasts, weightless ones hollow, turns as arcs, the hold as a band beneath.
 */
export function CountRibbon({ figure, name, timing, small = false, marked = NO_MARKS }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const gutter = small || width < 420 ? 0 : 76;
  const rows = useMemo(
    () =>
      width === 0
        ? []
        : ribbonLayout(
            figure,
            Math.max(60, width - gutter - 2),
            timing,
            WIDEST_BEAT[small ? "small" : "full"],
            marked,
          ),
    [figure, width, gutter, timing, small, marked],
  );
  const height = small ? 25 : 42;
  const gap = small ? 17 : 26;
  const showHolds = !small && rows.some(({ holds }) => holds.length > 0);
  const top = RULER + (small ? 17 : 14);
  return (
    <Box ref={ref} position="relative" width="100%" css={{ printColorAdjust: "exact" }}>
      <RibbonTable figure={figure} name={name} />
      {rows.map((row, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line has no other name than its place
        <Box key={index} position="relative" pl={`${gutter}px`} mt={index === 0 ? "0" : "4"}>
          {gutter > 0 ? (
            <Box position="absolute" left="0" top="0" fontSize="sm" aria-hidden="true">
              {row.roles.map(({ role }, line) => (
                <Box
                  key={role}
                  position="absolute"
                  top={`${top + line * (height + gap) + height / 2 - 10}px`}
                  fontWeight="700"
                  color={ROLE_LOOK[role].text}
                >
                  {ROLE_LOOK[role].name}
                </Box>
              ))}
              {showHolds ? (
                <Box position="absolute" top={`${top + row.roles.length * (height + gap)}px`} color="soft">
                  Hold
                </Box>
              ) : null}
            </Box>
          ) : null}
          <Row row={row} {...{ top, height, gap, showHolds, small }} />
        </Box>
      ))}
    </Box>
  );
}
