import { Box, Text } from "@chakra-ui/react";
import { type CoupleDance, pathInCouple } from "@map-step/core/couple";
import { centreOf, type FootPlacement, type Pose, poseAt } from "@map-step/core/figure";
import { type Figure, type Role, writtenRoles } from "@map-step/core/notation";
import type { Ticks } from "@map-step/core/time";
import { useMemo } from "react";
import { tone } from "../../app/theme.ts";
import { lengthText } from "../lengths.ts";
import { useCouple } from "../use-couple.ts";

/** From above with the room still, or from behind one dancer, whose way is always up the picture. */
export type FloorCamera = "above" | Role;

const PIXELS = 120;
const SHOE = { length: 0.27, width: 0.1 };

const LOOK: Readonly<Record<Role, { solid: string; line: string; letter: string }>> = {
  leader: { solid: "pineSolid", line: "pine", letter: "L" },
  follower: { solid: "plumSolid", line: "plum", letter: "F" },
  solo: { solid: "pineSolid", line: "pine", letter: "" },
};

interface Dancer {
  readonly role: Role;
  readonly path: readonly FootPlacement[];
}

/** A point of the floor on the picture, whose y goes down. */
const px = (metres: number): number => metres * PIXELS;

function Shoe({ pose, side, role }: { pose: Pose; side: "left" | "right"; role: Role }) {
  const { x, y } = pose[side];
  const carries = pose.weight === "both" || pose.weight === (side === "left" ? "L" : "R");
  const { solid, line } = LOOK[role];
  const look = {
    fill: tone(carries ? solid : "panel"),
    stroke: tone(line),
    strokeWidth: 2,
    ...(carries ? {} : { strokeDasharray: "4 3" }),
  };
  const [length, width] = [px(SHOE.length), px(SHOE.width)];
  return (
    <g transform={`translate(${px(x)} ${-px(y)}) rotate(${pose.heading})`}>
      {role === "follower" ? (
        <ellipse rx={width / 2} ry={length / 2} {...look} />
      ) : (
        <rect x={-width / 2} y={-length / 2} width={width} height={length} rx="4" {...look} />
      )}
    </g>
  );
}

/** Shoulders and the way the dancer faces. */
function Body({ pose, role }: { pose: Pose; role: Role }) {
  const { x, y } = centreOf(pose);
  const { line, letter } = LOOK[role];
  return (
    <g transform={`translate(${px(x)} ${-px(y)}) rotate(${pose.heading})`}>
      <path
        d="M-26 4 Q0 -14 26 4"
        fill="none"
        stroke={tone(line)}
        strokeWidth="5"
        strokeLinecap="round"
        opacity="0.75"
      />
      <path d="M-6 -13L0 -22L6 -13" fill="none" stroke={tone(line)} strokeWidth="3" strokeLinecap="round" />
      <text
        textAnchor="middle"
        y="6"
        transform={`rotate(${-pose.heading} 0 0)`}
        style={{ fontSize: 15, fontWeight: 700, fill: tone(line), fontFamily: "var(--chakra-fonts-heading)" }}
      >
        {letter}
      </text>
    </g>
  );
}

function Trail({ path, role }: Dancer) {
  const points = path.map((placed) => centreOf(placed));
  return (
    <polyline
      points={points.map(({ x, y }) => `${px(x)},${-px(y)}`).join(" ")}
      fill="none"
      stroke={tone(LOOK[role].line)}
      strokeWidth="2"
      strokeDasharray={role === "follower" ? "2 6" : "8 6"}
      opacity="0.5"
    />
  );
}

/** What the picture must hold, whichever way it is turned. */
function frameOf(dancers: readonly Dancer[]): { x: number; y: number; reach: number; box: string } {
  const feet = dancers.flatMap(({ path }) => path.flatMap(({ left, right }) => [left, right]));
  const [xs, ys] = [feet.map(({ x }) => x), feet.map(({ y }) => y)];
  const [left, right, near, far] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const room = 0.45;
  const [x, y] = [(left + right) / 2, (near + far) / 2];
  const reach = Math.max(...feet.map((foot) => Math.hypot(foot.x - x, foot.y - y))) + room;
  const width = Math.max(right - left + 2 * room, 2.4);
  const depth = Math.max(far - near + 2 * room, 1.8);
  return {
    x,
    y,
    reach,
    box: `${px(x - width / 2)} ${-px(y + depth / 2)} ${px(width)} ${px(depth)}`,
  };
}

interface Props {
  readonly figure: Figure;
  readonly name: string;
  /** Its dance, whose holds say how the two begin and how far apart they may be. */
  readonly dance: CoupleDance;
  readonly at: Ticks;
  readonly camera: FloorCamera;
  readonly roles: readonly Role[];
}

/** The floor from above: feet, the way each dancer faces and the path, at one moment of the figure. */
export function FloorView({ figure, name, dance, at, camera, roles }: Props) {
  const couple = useCouple(figure, dance);
  const all = useMemo(
    () =>
      writtenRoles(figure).map(
        (role): Dancer => ({ role, path: pathInCouple(figure, role, dance.holds, couple) }),
      ),
    [figure, dance, couple],
  );
  const dancers = all.filter(({ role }) => roles.includes(role));
  const frame = useMemo(() => frameOf(all), [all]);
  const poses = dancers.map(({ role, path }) => ({ role, pose: poseAt(path, at) }));
  const [one, other] = poses.map(({ pose }) => centreOf(pose));
  const apart = one && other ? Math.hypot(other.x - one.x, other.y - one.y) : null;
  const watched = all.find(({ role }) => role === camera);
  const seen = watched ? poseAt(watched.path, at) : null;
  const turned = seen
    ? `scale(1 0.72) rotate(${-seen.heading} ${px(centreOf(seen).x)} ${-px(centreOf(seen).y)})`
    : undefined;
  const middle = seen ? centreOf(seen) : null;
  const wide = px(Math.max(frame.reach * 1.5, 1.4));
  const box = middle
    ? `${px(middle.x) - wide} ${-px(middle.y) * 0.72 - wide * 0.8} ${2 * wide} ${1.6 * wide}`
    : frame.box;
  const lines = Array.from({ length: 25 }, (_, index) => index - 12);
  return (
    <Box
      bg="sunk"
      borderRadius="lg"
      overflow="hidden"
      position="relative"
      height={{ base: "240px", md: "390px" }}
      _print={{ bg: "white", height: "auto", maxW: "15rem" }}
    >
      <svg
        className="to-paper"
        viewBox={box}
        width="100%"
        height="100%"
        role="img"
        aria-label={`${name} on the floor, ${camera === "above" ? "from above" : `from behind the ${camera}`}`}
      >
        <g transform={turned}>
          {lines.map((line) => (
            <g key={line} stroke={tone("rule")} strokeWidth="1">
              <line x1={px(line * 0.5)} x2={px(line * 0.5)} y1={px(-6)} y2={px(6)} />
              <line y1={px(line * 0.5)} y2={px(line * 0.5)} x1={px(-6)} x2={px(6)} />
            </g>
          ))}
          {dancers.map((dancer) => (
            <Trail key={dancer.role} {...dancer} />
          ))}
          {poses.map(({ role, pose }) => (
            <g key={role}>
              <Body pose={pose} role={role} />
              <Shoe pose={pose} side="left" role={role} />
              <Shoe pose={pose} side="right" role={role} />
            </g>
          ))}
        </g>
      </svg>
      {apart === null ? null : (
        <Text position="absolute" bottom="2" left="3" fontSize="sm" color="soft" className="numbers">
          about {lengthText(apart)} apart
        </Text>
      )}
    </Box>
  );
}
