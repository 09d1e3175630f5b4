import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { elementSet, isPutTogether } from "@map-step/core/element";
import { type Element, elementKey } from "@map-step/core/notation";
import { spokenFraction, TICKS_PER_BEAT } from "@map-step/core/time";
import { type KeyboardEvent, useMemo, useState } from "react";
import { useRemembered } from "../../kit/remembered.ts";

/** So many show until more are asked for; what was used last comes first. */
const SHOWN = 14;
const REMEMBERED = 6;

const beatsOf = ({ ways }: Element): string => spokenFraction(ways[0]?.length ?? 0, TICKS_PER_BEAT);

const matches = ({ name, otherNames }: Element, wanted: string): boolean =>
  [name, ...otherNames].some((one) => elementKey(one).includes(wanted));

interface Props {
  readonly dance: DanceRecord;
  readonly onChoose: (name: string) => void;
}

/** The elements of a dance to click, the last used first; typing finds one, Enter takes the first found. */
export function Palette({ dance, onChoose }: Props) {
  const [wanted, setWanted] = useState("");
  const [all, setAll] = useState(false);
  const [used, setUsed] = useRemembered<readonly string[]>(`elements-used:${dance.id}`, []);
  const elements = useMemo(() => elementSet(dance), [dance]);
  const found = useMemo(() => {
    const key = elementKey(wanted);
    const rank = (name: string) => (used.includes(name) ? used.indexOf(name) : used.length);
    return elements
      .filter((element) => (key === "" ? !isPutTogether(element.name) : matches(element, key)))
      .sort((a, b) => rank(a.name) - rank(b.name));
  }, [elements, wanted, used]);
  const shown = all || wanted !== "" ? found : found.slice(0, SHOWN);
  const choose = (name: string) => {
    onChoose(name);
    setUsed([name, ...used.filter((one) => one !== name)].slice(0, REMEMBERED));
    setWanted("");
  };
  const keys = (event: KeyboardEvent) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    const [first] = found;
    if (wanted !== "" && first) choose(first.name);
  };
  return (
    <Box>
      <Flex gap="1.5" wrap="wrap" align="center" role="group" aria-label="Elements">
        <Input
          size="xs"
          w="9rem"
          bg="panel"
          aria-label="Find an element"
          placeholder="Find an element"
          value={wanted}
          onChange={({ target }) => setWanted(target.value)}
          onKeyDown={keys}
        />
        {shown.map((element) => (
          <Button
            key={element.name}
            size="xs"
            variant="outline"
            bg="panel"
            fontWeight="500"
            title={`${beatsOf(element)} beats${element.otherNames.length > 0 ? `; also ${element.otherNames.join(", ")}` : ""}`}
            onClick={() => choose(element.name)}
          >
            {element.name}
            <Text as="span" color="soft" className="numbers">
              {beatsOf(element)}
            </Text>
          </Button>
        ))}
        {wanted === "" && found.length > SHOWN ? (
          <Button size="xs" variant="plain" color="pine" onClick={() => setAll(!all)}>
            {all ? "Fewer" : `All ${found.length}`}
          </Button>
        ) : null}
        {found.length === 0 ? (
          <Text fontSize="sm" color="soft">
            No element of this name. The studio’s own are written under Figures, Elements.
          </Text>
        ) : null}
      </Flex>
    </Box>
  );
}
