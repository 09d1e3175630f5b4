import { Box } from "@chakra-ui/react";
import type { Readiness } from "@map-step/core/check";
import { tone } from "../../app/theme.ts";

const H = 16;

/** Where a dancer stands between not yet and ready, and how far they may lie to either side. */
export function ReadinessLine({ readiness, wide = false }: { readiness: Readiness; wide?: boolean }) {
  const { probability, spread, verdict } = readiness;
  const W = wide ? 256 : 108;
  const at = (share: number): number => 8 + share * (W - 16);
  const open = verdict === "open" || verdict === "likely";
  return (
    <Box asChild w={wide ? "full" : `${W}px`} h={wide ? "auto" : `${H}px`} flexShrink="0">
      <svg viewBox={`0 0 ${W} ${H}`} aria-hidden style={{ printColorAdjust: "exact" }}>
        <rect x="2" y="5" width={W - 4} height="6" rx="3" fill={tone("rule")} />
        <rect
          x={at(spread[0]) - 2}
          y="5"
          width={Math.max(0, at(spread[1]) - at(spread[0])) + 4}
          height="6"
          rx="3"
          fill={tone("pine3")}
        />
        {[0.1, 0.9].map((share) => (
          <line
            key={share}
            x1={at(share)}
            x2={at(share)}
            y1="2"
            y2="14"
            stroke={tone("soft")}
            strokeWidth="1"
          />
        ))}
        <circle
          cx={at(probability)}
          cy="8"
          r="5.5"
          fill={verdict === "not-yet" ? tone("panel") : open ? tone("apricot") : tone("pineSolid")}
          stroke={verdict === "not-yet" ? tone("ink") : "none"}
          strokeWidth="1.5"
        />
      </svg>
    </Box>
  );
}
