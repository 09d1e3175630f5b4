import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { tone } from "../../app/theme.ts";

const Sign = ({ children, words }: { children: ReactNode; words: string }) => (
  <Flex align="center" gap="1.5">
    <svg width="16" height="18" viewBox="0 0 16 18" aria-hidden="true">
      {children}
    </svg>
    {words}
  </Flex>
);

const bead = (fill: string) => (
  <circle cx="8" cy="9" r="5" fill={tone(fill)} stroke={tone("pineSolid")} strokeWidth="1.8" />
);

/** What the signs of a course stand for. */
export const BeadsLegend = () => (
  <Flex gap="4" rowGap="1" wrap="wrap" fontSize="sm" color="soft">
    <Sign words="new work, and what comes back">
      <rect x="3" y="1" width="10" height="9" rx="2" fill={tone("pineSolid")} />
      <rect x="3" y="10" width="10" height="7" fill={tone("pine3")} />
    </Sign>
    <Sign words="taught">{bead("pineSolid")}</Sign>
    <Sign words="ahead">{bead("panel")}</Sign>
    <Sign words="to close, or without a recap">
      <circle cx="8" cy="9" r="6.8" fill="none" stroke={tone("apricot")} strokeWidth="2.4" />
    </Sign>
    <Sign words="a check">
      {bead("panel")}
      <path d="M5.4 9l2 2l3.4 -4" fill="none" stroke={tone("ink")} strokeWidth="1.8" strokeLinecap="round" />
    </Sign>
    <Sign words="next">
      <rect x="6.5" width="3" height="18" rx="1.5" fill={tone("apricot")} />
    </Sign>
    <Sign words="to solve in the plan">
      <circle cx="8" cy="9" r="7" fill={tone("apricot")} />
    </Sign>
  </Flex>
);
