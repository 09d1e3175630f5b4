import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { whoAndWhen } from "./autosave.ts";
import { Modal } from "./dialog.tsx";
import { Marked } from "./marked.tsx";
import type { Difference } from "./merge.ts";
import type { Changed } from "./saver.ts";

type Side = "mine" | "theirs";

interface Props {
  readonly differences: readonly Difference[];
  /** Who changed it too, and when, where that is known. */
  readonly changed?: Changed | undefined;
  /** Called with the keys for which the other person's version was chosen. */
  readonly onChoose: (theirs: ReadonlySet<string>) => void;
  /** Puts the choice off; nothing is saved, and nothing is lost. */
  readonly onClose: () => void;
}

/**
 * Shows both versions of what two people changed, each another way; the person chooses one by one. Nothing is chosen
 * beforehand, and nothing is lost until they did.
 */
export function ConflictDialog({ differences, changed, onChoose, onClose }: Props) {
  const [sides, setSides] = useState<Readonly<Record<string, Side>>>({});
  const all = (side: Side) => setSides(Object.fromEntries(differences.map(({ key }) => [key, side])));
  const open = differences.filter(({ key }) => !sides[key]).length;
  const choose = () =>
    onChoose(new Set(differences.map(({ key }) => key).filter((key) => sides[key] === "theirs")));
  const everywhere = (side: Side) => differences.every(({ key }) => sides[key] === side);
  const foot = (
    <>
      {differences.length > 1
        ? (["mine", "theirs"] as const).map((side) => (
            <Button key={side} variant="outline" aria-pressed={everywhere(side)} onClick={() => all(side)}>
              Choose all of {side === "mine" ? "yours" : "theirs"}
            </Button>
          ))
        : null}
      <Button disabled={open > 0} onClick={choose}>
        Save this choice
      </Button>
    </>
  );
  return (
    <Modal open title={`${whoAndWhen(changed)} changed this too`} onClose={onClose} size="lg" foot={foot}>
      <Text mb="3" color="soft">
        You both changed {differences.length === 1 ? "this" : "these"}. Choose which version stays
        {open > 0 && differences.length > 1 ? `; ${open} to go` : ""}.
      </Text>
      <Stack gap="3">
        {differences.map(({ key, label, mine, theirs }) => (
          <Stack key={key} gap="1" role="radiogroup" aria-label={label}>
            <Text fontWeight="600">{label}</Text>
            <Flex gap="2" direction={{ base: "column", md: "row" }}>
              {(
                [
                  ["mine", "Yours", mine],
                  ["theirs", "Theirs", theirs],
                ] as const
              ).map(([side, name, value]) => (
                <Button
                  key={side}
                  role="radio"
                  aria-checked={sides[key] === side}
                  variant={sides[key] === side ? "solid" : "outline"}
                  onClick={() => setSides({ ...sides, [key]: side })}
                  flex="1"
                  height="auto"
                  py="2"
                  whiteSpace="pre-wrap"
                  textAlign="left"
                  justifyContent="flex-start"
                >
                  <span>
                    {name}: <Marked text={value} other={side === "mine" ? theirs : mine} />
                  </span>
                </Button>
              ))}
            </Flex>
          </Stack>
        ))}
      </Stack>
    </Modal>
  );
}
