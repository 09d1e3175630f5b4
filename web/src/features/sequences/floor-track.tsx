import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { type CoupleDance, type CoupleInRow, pathInCouple } from "@map-step/core/couple";
import { centreOf, type Point } from "@map-step/core/figure";
import type { Hold } from "@map-step/core/hold";
import { type Figure, type Role, writtenRoles } from "@map-step/core/notation";
import { asOneFigure, type RoundFacts } from "@map-step/core/sequence";
import { useMemo, useState } from "react";
import { tone } from "../../app/theme.ts";
import { ROLE_LOOK } from "../../kit/ribbon/index.ts";
import { useCoupleInRow } from "../../kit/use-couple.ts";

const [WIDTH, HEIGHT, EDGE] = [258, 170, 22];
const MANY = 4;

interface Props {
  readonly round: RoundFacts;
  readonly dance: CoupleDance;
  readonly loops: boolean;
}

/** What is danced in some rounds, one after the other. */
const danceOf = ({ danced, beats }: RoundFacts, rounds: number) =>
  Array.from({ length: rounds }, (_, round) =>
    danced.map((one) => ({ ...one, from: one.from + round * beats })),
  ).flat();

/** The places each role goes through. Metres. */
function tracksOf(whole: Figure | null, holds: readonly Hold[], couple: CoupleInRow | undefined) {
  return (whole ? writtenRoles(whole) : []).map((role) => ({
    role,
    points: whole ? pathInCouple(whole, role, holds, couple?.danced).map(centreOf) : [],
  }));
}

/** Where a place lies in the drawing: ahead is up, one scale for both ways. */
function placer(points: readonly Point[]): (point: Point) => Point {
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  const [west, east] = [Math.min(...xs), Math.max(...xs)];
  const [south, north] = [Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    (WIDTH - 2 * EDGE) / Math.max(1, east - west),
    (HEIGHT - 2 * EDGE) / Math.max(1, north - south),
  );
  return ({ x, y }) => ({
    x: WIDTH / 2 + (x - (west + east) / 2) * scale,
    y: HEIGHT / 2 - (y - (south + north) / 2) * scale,
  });
}

interface DrawingProps extends Omit<Props, "loops"> {
  readonly rounds?: number;
}

/** The way of the couple over the floor, from above: filled where it begins, hollow where it ends. */
export function TrackDrawing({ round, dance, rounds = 1 }: DrawingProps) {
  const danced = useMemo(() => danceOf(round, rounds), [round, rounds]);
  const couple = useCoupleInRow(danced, dance);
  const tracks = useMemo(() => tracksOf(asOneFigure(danced), dance.holds, couple), [danced, dance, couple]);
  const place = useMemo(() => placer(tracks.flatMap(({ points }) => points)), [tracks]);
  if (tracks.length === 0) return null;
  const mark = (role: Role, at: Point, isFilled: boolean) => {
    const look = {
      fill: isFilled ? tone(ROLE_LOOK[role].solid) : tone("panel"),
      stroke: tone(ROLE_LOOK[role].solid),
    };
    return role === "follower" ? (
      <rect x={at.x - 5} y={at.y - 5} width="10" height="10" strokeWidth="2" {...look} />
    ) : (
      <circle cx={at.x} cy={at.y} r="5" strokeWidth="2" {...look} />
    );
  };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      role="img"
      aria-label={`The way over the floor, ${rounds === 1 ? "one round" : `${rounds} rounds`}, seen from above`}
      className="to-paper"
    >
      <rect width={WIDTH} height={HEIGHT} rx="6" fill={tone("sunk")} />
      {tracks.map(({ role, points }) => {
        const [first, last] = [points[0], points.at(-1)];
        if (!first || !last) return null;
        return (
          <g key={role}>
            <polyline
              points={points
                .map(place)
                .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
                .join(" ")}
              fill="none"
              stroke={tone(ROLE_LOOK[role].solid)}
              strokeWidth="2"
              strokeLinejoin="round"
              strokeDasharray={role === "follower" ? "5 3" : "none"}
            />
            {mark(role, place(first), true)}
            {mark(role, place(last), false)}
          </g>
        );
      })}
    </svg>
  );
}

/** That way with what it stands for, over one round or some. */
export function FloorTrack({ round, dance, loops }: Props) {
  const [rounds, setRounds] = useState(1);
  if (round.whole === null) return null;
  return (
    <Box>
      <TrackDrawing round={round} dance={dance} rounds={rounds} />
      <Flex justify="space-between" align="center" mt="1">
        <Text fontSize="xs" color="soft">
          ahead is up; an estimate
        </Text>
        {loops ? (
          <Button size="xs" variant="ghost" onClick={() => setRounds(rounds === 1 ? MANY : 1)}>
            {rounds === 1 ? "Show four rounds" : "Show one round"}
          </Button>
        ) : null}
      </Flex>
    </Box>
  );
}
