import type { Role } from "@map-step/core/notation";
import { memo } from "react";
import { tone } from "../../app/theme.ts";
import type { NamedBand, RibbonRow } from "./layout.ts";
import { fittingName, Letters } from "./letters.tsx";
import { type Layers, Mark, ROLE_LOOK } from "./mark.tsx";
import { TurnBadge, TurnLabel } from "./turns.tsx";

export const RULER = 26;
const HOLD = 20;
/** Room beneath a role for what its pieces are called. */
export const CALL = 20;

/** A step that is chosen, by its role and its place there. */
export interface PickedStep {
  readonly role: Role;
  readonly index: number;
}

interface PieceProps {
  readonly piece: NamedBand;
  readonly y: number;
  readonly colour: string;
}

/** A bracket beneath the steps of one piece, with its name. */
const Piece = ({ piece: { x, width, name }, y, colour }: PieceProps) => (
  <g>
    <path
      d={`M ${x + 2} ${y} v 4 h ${Math.max(0, width - 6)} v -4`}
      fill="none"
      stroke={colour}
      strokeWidth="1.5"
    />
    <Letters x={x + 3} y={y + 17} size={12} colour={colour} strong>
      {fittingName(name, width + 8)}
    </Letters>
  </g>
);

interface RowProps {
  readonly row: RibbonRow;
  readonly top: number;
  readonly height: number;
  readonly gap: number;
  readonly showHolds: boolean;
  readonly showCall: boolean;
  readonly small: boolean;
  readonly layers: Layers;
  readonly picked: PickedStep | null;
  readonly onPick: ((role: Role, index: number) => void) | undefined;
}

function DrawnRow({ row, top, height, gap, showHolds, showCall, small, layers, picked, onPick }: RowProps) {
  const Turn = small ? TurnLabel : TurnBadge;
  const bottom = top + row.roles.length * (height + gap);
  const total = bottom + (showHolds ? HOLD + 4 : 0);
  return (
    <svg
      className="to-paper"
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
          {layers.counts ? (
            <Letters
              x={mark.x + 6}
              y={RULER - 8}
              size={mark.onBeat ? 16 : 13}
              colour={tone(mark.onBeat ? "ink" : "soft")}
              strong={mark.onBeat}
            >
              {mark.label}
            </Letters>
          ) : null}
        </g>
      ))}
      {row.roles.map(({ role, marks, pieces }, line) => {
        const y = top + line * (height + gap);
        return (
          <g key={role}>
            {(showCall ? pieces : []).map((piece) => (
              <Piece key={piece.x} piece={piece} y={y + height + 4} colour={tone(ROLE_LOOK[role].text)} />
            ))}
            {marks.map((mark) => (
              <Mark
                key={mark.key}
                {...{ mark, role, y, height, layers, onPick }}
                picked={picked?.role === role && picked.index === mark.index}
              />
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
                {fittingName(hold.name, hold.width)}
              </Letters>
            </g>
          ))
        : null}
    </svg>
  );
}

/** One line of a ribbon; drawn anew only when something of it changes. */
export const Row = memo(DrawnRow);
