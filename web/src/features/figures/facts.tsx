import { Box, Flex, Text } from "@chakra-ui/react";
import { coupleInWords } from "@map-step/core/couple";
import { type FigureFacts, figureFacts, type RoleFacts } from "@map-step/core/figure";
import type { Figure } from "@map-step/core/notation";
import { type Dance, spokenFraction, TICKS_PER_BEAT, TIER_NAMES, TIERS } from "@map-step/core/time";
import { counted, inWords } from "@map-step/core/words";
import { useMemo } from "react";
import { lengthText } from "../../kit/lengths.ts";
import { useCouple } from "../../kit/use-couple.ts";

const byRole = (facts: FigureFacts, text: (role: RoleFacts) => string): string => {
  const texts = facts.roles.map((role) => ({ role: role.role, text: text(role) }));
  const [first] = texts;
  if (first && texts.every((entry) => entry.text === first.text)) return first.text;
  return texts.map(({ role, text: words }) => `${role} ${words}`).join("; ");
};

const turnText = ({ netTurn, largestTurnInBeat }: RoleFacts): string => {
  if (netTurn !== 0)
    return `${spokenFraction(Math.abs(netTurn), 360)} to the ${netTurn > 0 ? "right" : "left"}`;
  return largestTurnInBeat === 0 ? "none" : `turns ${spokenFraction(largestTurnInBeat, 360)} and back again`;
};

const FOOT = { L: "left", R: "right" } as const;

const feetText = ({ startFree, endFree, endsOnBoth, closes }: RoleFacts): string => {
  if (!endFree && !endsOnBoth) return "no foot named";
  if (startFree && startFree === endFree && closes)
    return `starts and ends ready for the ${FOOT[startFree]} foot`;
  const start = startFree ? `starts ready for the ${FOOT[startFree]} foot` : "starts on both feet";
  return `${start}, ends ${endFree ? `ready for the ${FOOT[endFree]}` : "on both feet"}`;
};

const phraseText = ({ phrase, timed }: FigureFacts, { phraseBeats }: Dance): string => {
  if (!timed || !phrase) return "no fixed beat; the counts are only an order";
  return phrase.repeats === 1
    ? `fills ${counted(phrase.phrases, "phrase")} of ${phraseBeats} beats each time`
    : `fits the phrase again after ${counted(phrase.repeats, "time")} (${phrase.beats} beats, ${counted(phrase.phrases, "phrase")})`;
};

const SPACE_WORDS = { spot: "stays on the spot", slot: "up and down a slot", travelling: "travels" } as const;

const spaceText = ({ space }: RoleFacts): string =>
  space.kind === "travelling" ? `travels ${lengthText(space.net)}` : SPACE_WORDS[space.kind];

const facingText = ({ facesAgainAfter }: RoleFacts): string =>
  facesAgainAfter === 1 ? "the same way each time" : `the first way again after ${facesAgainAfter} times`;

const actionsText = ({ steps, weightless, pauses }: RoleFacts): string =>
  inWords([
    counted(steps, "step"),
    ...(weightless > 0 ? [counted(weightless, "touch", "touches")] : []),
    ...(pauses > 0 ? [counted(pauses, "pause")] : []),
  ]);

const partnersText = ({ naturalOpposite, onsetsMatch }: FigureFacts): string => {
  if (naturalOpposite) return "natural opposites";
  return onsetsMatch ? "step together, with feet of their own" : "step at different moments";
};

/** Where the couple ends, and which steps it takes where the usual ones do not do; an impossible one is a warning. */
function useCoupleText(figure: Figure, dance: Dance): string | null {
  const couple = useCouple(figure, dance);
  const said = couple && coupleInWords(couple, figure, lengthText);
  if (!said || said.tone === "warning") return null;
  return said.wayOut ? `${said.text}. ${said.wayOut}` : said.text;
}

/** The facts of a figure as pairs of a word and a sentence. */
function factLines(facts: FigureFacts, dance: Dance, couple: string | null): (readonly [string, string])[] {
  const { fastestBpm, beats, floor, shortestGap } = facts;
  const lines: (readonly [string, string])[] = [
    ["Length", `${counted(beats, "beat")}; ${byRole(facts, actionsText)}`],
    ["Rhythm", facts.timed ? byRole(facts, ({ rhythm }) => rhythm) : "in one’s own time"],
    ["Feet", byRole(facts, feetText)],
    ["Turn", byRole(facts, turnText)],
    ["Faces", byRole(facts, facingText)],
    ["Phrase", phraseText(facts, dance)],
    [
      "Floor",
      `${byRole(facts, spaceText)}; about ${lengthText(floor.width)} by ${lengthText(floor.depth)} with elbow room`,
    ],
  ];
  const [first, ...changes] = facts.roles[0]?.holds ?? [];
  if (first) lines.push(["Hold", [first, ...changes].join(", then ")]);
  if (fastestBpm && shortestGap !== null)
    lines.push([
      "Tempo",
      `closest steps ${spokenFraction(shortestGap * TICKS_PER_BEAT, TICKS_PER_BEAT)} beat apart; comfortable up to ${TIERS.map((tier) => `${fastestBpm[tier]} bpm (${TIER_NAMES[tier]})`).join(", ")}`,
    ]);
  if (facts.roles.length > 1)
    lines.push(["Partners", `${partnersText(facts)}${couple ? `; ${couple}` : ""}`]);
  if (couple) lines.push(["Together", couple]);
  return lines;
}

/** All that follows from the steps, each as a sentence. */
export function Facts({ figure, dance }: { figure: Figure; dance: Dance }) {
  const facts = useMemo(() => figureFacts(figure, dance), [figure, dance]);
  const couple = useCoupleText(figure, dance);
  return (
    <Box as="dl" fontSize="sm">
      {factLines(facts, dance, couple).map(([name, words]) => (
        <Flex key={name} gap="3" mb="1.5">
          <Text as="dt" color="soft" w="4.5rem" flexShrink="0">
            {name}
          </Text>
          <Text as="dd" className="numbers">
            {words}
          </Text>
        </Flex>
      ))}
    </Box>
  );
}
