import { Box, Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import type { Cause, Finding, Remedy } from "@map-step/core/plan";
import { counted } from "@map-step/core/words";
import { type ReactNode, useState } from "react";
import type { WayOut } from "./ways-out.ts";

const SLIP = { borderLeftWidth: "4px", borderRadius: "sm", px: "3", py: "2", fontSize: "sm" } as const;
const TONES = {
  must: { bg: "brickWash", borderColor: "brick" },
  should: { bg: "apricotWash", borderColor: "apricot" },
} as const;

const LINK = {
  variant: "plain",
  size: "sm",
  height: "auto",
  p: "0",
  pt: "1",
  color: "pine",
  fontWeight: "700",
  whiteSpace: "normal",
  textAlign: "left",
} as const;

interface WaysProps {
  readonly ways: readonly WayOut[];
  readonly onTake: (way: WayOut) => void;
}

const Ways = ({ ways, onTake }: WaysProps) =>
  ways.map((way) => (
    <Button key={way.name} {...LINK} display="block" onClick={() => onTake(way)}>
      {way.name}
    </Button>
  ));

/** Why somebody accepts a finding; the reason is kept with the plan. */
function Mute({ about, onMute }: { readonly about: string; readonly onMute: (reason: string) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  if (!open)
    return (
      <Button
        {...LINK}
        fontWeight="400"
        aria-label={`Accept, with a reason …: ${about}`}
        onClick={() => setOpen(true)}
      >
        Accept, with a reason …
      </Button>
    );
  return (
    <Flex asChild gap="2" mt="2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() !== "") onMute(reason.trim());
        }}
      >
        <Input
          size="sm"
          bg="panel"
          aria-label="Why it is all right"
          placeholder="why it is all right"
          maxLength={300}
          value={reason}
          onChange={({ target }) => setReason(target.value)}
        />
        <Button size="sm" type="submit" disabled={reason.trim() === ""}>
          Keep
        </Button>
      </form>
    </Flex>
  );
}

interface CardProps extends WaysProps {
  readonly finding: Finding;
  readonly remedy: Remedy | null;
  readonly nameOf: (id: string) => string;
  readonly onSelect: () => void;
  readonly onMute: ((reason: string) => void) | null;
}

/** One finding with what takes it away. */
export function FindingCard({ finding, remedy, nameOf, ways, onTake, onSelect, onMute }: CardProps) {
  const move: readonly WayOut[] = remedy
    ? [
        {
          kind: "move",
          name: `Move ${nameOf(remedy.figureId)} to week ${remedy.to}, which then holds ${counted(remedy.minutes, "minute")}`,
          figureId: remedy.figureId,
          week: remedy.to,
        },
      ]
    : [];
  return (
    <Box as="li" {...SLIP} {...TONES[finding.severity]}>
      <Text srOnly>{finding.severity === "must" ? "Must change:" : "Worth a look:"}</Text>
      <Box asChild textAlign="left" cursor="pointer" minH="6">
        <button type="button" onClick={onSelect}>
          {finding.text}
        </button>
      </Box>
      <Ways ways={[...move, ...ways]} onTake={onTake} />
      {onMute ? <Mute about={finding.text} onMute={onMute} /> : null}
    </Box>
  );
}

/** Many findings of one cause, told as one; its list opens at a tap. */
export const CauseCard = ({
  cause,
  children,
  ...ways
}: WaysProps & { readonly cause: Cause; readonly children: ReactNode }) => (
  <Box as="li" {...SLIP} {...TONES[cause.severity]}>
    <details>
      <Box asChild cursor="pointer">
        <summary>{cause.text}</summary>
      </Box>
      <Stack as="ul" gap="2" mt="2" listStyleType="none">
        {children}
      </Stack>
    </details>
    <Ways {...ways} />
  </Box>
);
