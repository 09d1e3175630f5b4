import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Modal } from "./dialog.tsx";
import type { Difference } from "./merge.ts";

type Side = "mine" | "theirs";

interface Props {
  readonly differences: readonly Difference[];
  /** Called with the keys for which the other person's version was chosen. */
  readonly onChoose: (theirs: ReadonlySet<string>) => void;
  readonly onClose: () => void;
}

/** Shows both versions of every difference; the person chooses one by one. Nothing is lost until they did. */
export function ConflictDialog({ differences, onChoose, onClose }: Props) {
  const [sides, setSides] = useState<Readonly<Record<string, Side>>>({});
  const sideOf = (key: string): Side => sides[key] ?? "mine";
  const all = (side: Side) => setSides(Object.fromEntries(differences.map(({ key }) => [key, side])));
  const choose = () =>
    onChoose(new Set(differences.map(({ key }) => key).filter((key) => sideOf(key) === "theirs")));
  const foot = (
    <>
      <Button variant="outline" onClick={() => all("mine")}>
        All mine
      </Button>
      <Button variant="outline" onClick={() => all("theirs")}>
        All theirs
      </Button>
      <Button onClick={choose}>Save this choice</Button>
    </>
  );
  return (
    <Modal open title="Somebody changed this while you did" onClose={onClose} size="lg" foot={foot}>
      <Text mb="3" color="soft">
        {differences.length === 0
          ? "Both versions say the same."
          : "Choose for each difference which version stays."}
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
                  aria-checked={sideOf(key) === side}
                  variant={sideOf(key) === side ? "solid" : "outline"}
                  onClick={() => setSides({ ...sides, [key]: side })}
                  flex="1"
                  height="auto"
                  py="2"
                  whiteSpace="pre-wrap"
                  textAlign="left"
                  justifyContent="flex-start"
                >
                  {name}: {value === "" ? "nothing" : value}
                </Button>
              ))}
            </Flex>
          </Stack>
        ))}
      </Stack>
    </Modal>
  );
}
