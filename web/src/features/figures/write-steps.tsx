import { Button, Flex, Stack } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { sayMore } from "@map-step/core/element";
import { formatFigure, type Lookup, type Role } from "@map-step/core/notation";
import { useState } from "react";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { Panel } from "../../kit/page.tsx";
import { Palette } from "./palette.tsx";
import { SayIt } from "./say-it.tsx";
import { TapIt } from "./tap-it.tsx";

const ROLES = [
  { value: "leader", label: "Leader" },
  { value: "follower", label: "Follower" },
  { value: "solo", label: "Alone" },
] as const;

interface Props {
  readonly dance: DanceRecord;
  readonly value: string;
  readonly onChange: (notation: string) => void;
  readonly lookup: Lookup;
}

/** Ways to begin and to go on without writing single steps: say it, click elements, tap the rhythm. */
export function WriteSteps({ dance, value, onChange, lookup }: Props) {
  const isSolo = dance.alone || /^\s*solo\b/im.test(value);
  const [chosen, setRole] = useState<Role>("leader");
  const [tapping, setTapping] = useState(false);
  const role = isSolo ? "solo" : chosen;
  const say = (words: string) => {
    const { figure, faults } = sayMore(value, role, words, dance, lookup);
    onChange(faults.length === 0 ? formatFigure(figure, dance) : `${value.trimEnd()}\n${words}\n`);
  };
  return (
    <Panel>
      <Stack gap="3">
        <Flex gap="4" wrap="wrap" align="flex-start">
          {isSolo ? null : (
            <ChoiceButtons
              label="Role"
              hideLabel
              choices={ROLES.filter(({ value: one }) => one !== "solo" || value.trim() === "")}
              isChosen={(one) => one === chosen}
              onChoose={setRole}
            />
          )}
          <SayIt role={role} dance={dance} onSay={say} />
          <Button variant="outline" onClick={() => setTapping(true)} disabled={value.trim() !== ""}>
            Tap it
          </Button>
          <Button variant="outline" onClick={() => say("other side")} disabled={value.trim() === ""}>
            Other side too
          </Button>
        </Flex>
        <Palette dance={dance} onChoose={say} />
      </Stack>
      {tapping ? (
        <TapIt
          dance={dance}
          role={role}
          onClose={() => setTapping(false)}
          onDone={(notation) => {
            setTapping(false);
            onChange(notation);
          }}
        />
      ) : null}
    </Panel>
  );
}
