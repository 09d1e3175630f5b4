import { Box } from "@chakra-ui/react";
import { MARK_NAMES, MARKS, type Mark } from "@map-step/core/check";
import { LAYERS, type Layer } from "@map-step/core/figure";
import { useId } from "react";
import { tone } from "../../app/theme.ts";

/** Something shown at a layer, and how many weeks ago. */
export interface Reached {
  readonly layer: Layer;
  readonly weeksAgo: number;
}

/** How pale something is that was seen so many weeks ago: half after half a year, never gone. */
const strengthOf = (weeksAgo: number): number => Math.max(0.35, 2 ** (-weeksAgo / 26));

const SIZE = 40;
const CENTRE = SIZE / 2;
const ARC = 16.5;
/** Each layer has its sixth of the circle, from the top round to the right. */
function arcOf(layer: Layer): string {
  const at = (turn: number): string => {
    const angle = (turn * Math.PI) / 180;
    return `${(CENTRE + ARC * Math.sin(angle)).toFixed(2)} ${(CENTRE - ARC * Math.cos(angle)).toFixed(2)}`;
  };
  const from = LAYERS.indexOf(layer) * 60 + 6;
  return `M${at(from)} A${ARC} ${ARC} 0 0 1 ${at(from + 48)}`;
}

interface RingProps {
  readonly mark: Mark | null;
  readonly reached?: readonly Reached[];
  readonly weeksAgo?: number;
  readonly size?: number;
  /** Two people saw it differently. */
  readonly differs?: boolean;
}

/** A disc that fills from not yet to dances it, with one arc a layer reached; told apart without colour. */
export function Ring({ mark, reached = [], weeksAgo = 0, size = 34, differs = false }: RingProps) {
  const clip = useId();
  const ink = tone("pineSolid");
  if (mark === null)
    return (
      <svg width={size} height={size} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
        <circle cx={CENTRE} cy={CENTRE} r="2.4" fill={tone("soft")} opacity="0.55" />
      </svg>
    );
  return (
    <svg
      width={size}
      height={size}
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      aria-hidden
      style={{ printColorAdjust: "exact" }}
    >
      <g opacity={strengthOf(weeksAgo)}>
        <circle cx={CENTRE} cy={CENTRE} r="10.5" fill={tone("panel")} stroke={ink} strokeWidth="2" />
        {mark === "with-help" ? (
          <>
            <clipPath id={clip}>
              <rect x="0" y={CENTRE} width={SIZE} height={CENTRE} />
            </clipPath>
            <circle cx={CENTRE} cy={CENTRE} r="10.5" fill={ink} clipPath={`url(#${clip})`} />
          </>
        ) : null}
        {mark === "alone" || mark === "dances-it" ? (
          <circle cx={CENTRE} cy={CENTRE} r="10.5" fill={ink} />
        ) : null}
        {mark === "dances-it" ? (
          <path
            d="M15.4 20.4 L18.8 23.8 L25 17"
            fill="none"
            stroke={tone("onSolid")}
            strokeWidth="2.6"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ) : null}
      </g>
      {reached.map(({ layer, weeksAgo: since }) => (
        <path
          key={layer}
          d={arcOf(layer)}
          fill="none"
          stroke={ink}
          strokeWidth="2.2"
          strokeLinecap="round"
          opacity={strengthOf(since)}
        />
      ))}
      {differs ? <circle cx="33" cy="7" r="4" fill={tone("apricot")} /> : null}
    </svg>
  );
}

/** A mark by itself, as on buttons and in legends. */
export const MarkSign = ({ mark, size = 22 }: { mark: Mark | null; size?: number }) => (
  <Box as="span" display="inline-flex" m={`-${Math.round(size * 0.2)}px`}>
    <Ring mark={mark} size={Math.round(size * 1.6)} />
  </Box>
);

/** The marks with the key that gives each. */
export const MARK_KEYS: readonly { readonly mark: Mark; readonly key: string; readonly name: string }[] =
  MARKS.map((mark, index) => ({ mark, key: String(index + 1), name: MARK_NAMES[mark] }));
