import { Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Check } from "@map-step/contract";
import { WATCHED_AT_ONCE, watchRounds } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { PlainTable } from "../../kit/plain-table.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { type Board, dancerName } from "./board.ts";
import type { LayOut } from "./use-lay-out.ts";

/** Of figures danced each by itself. Seconds. */
const ONE_BY_ONE = 40;

interface Props extends Pick<LayOut, "beats" | "save"> {
  readonly board: Board;
  readonly check: Check;
  readonly bpm: number;
}

/** When a check is held, who marks, and who watches whom. */
export function NightLaidOut({ board, check, bpm, beats, save }: Props) {
  const [markers, setMarkers] = useState(1);
  const seconds = beats === 0 ? ONE_BY_ONE : (beats / bpm) * 60;
  const rounds = watchRounds(
    board.dancers.map(({ id }) => id),
    markers,
    seconds,
    check.minutes,
  );
  const nameOf = (id: string) => dancerName(board, id);
  return (
    <Panel>
      <PanelTitle>The night</PanelTitle>
      <Flex gap="3" wrap="wrap" align="flex-end" mb="3">
        <SmallInput
          label="Held on"
          type="date"
          width="9.5rem"
          value={check.heldOn}
          disabled={!board.mayMark}
          onChange={({ target }) => (target.value === "" ? undefined : save({ heldOn: target.value }))}
        />
        <SmallSelect
          label="Minutes"
          value={`${check.minutes}`}
          choices={[...new Set([5, 10, 15, 20, 30, 45, 60, check.minutes])]
            .sort((a, b) => a - b)
            .map((minutes) => [`${minutes}`, `${minutes} min`])}
          onChange={(minutes) => save({ minutes: Number(minutes) })}
        />
        <SmallSelect
          label="Who marks"
          value={`${markers}`}
          choices={[1, 2, 3, 4].map((many) => [`${many}`, counted(many, "person", "people")])}
          onChange={(many) => setMarkers(Number(many))}
        />
      </Flex>
      <Text mb="2">
        {counted(rounds.length, "round")} of {Math.round(seconds)} s fit, with as long between to mark and
        change partners; {WATCHED_AT_ONCE} dancers at most are watched by one person at once.
      </Text>
      {rounds.length > 0 ? (
        <PlainTable
          label="Who watches whom"
          head={[
            "Round",
            ...Array.from({ length: markers }, (_, at) =>
              markers === 1 ? "Watch" : `Person ${at + 1} watches`,
            ),
          ]}
          rows={rounds.slice(0, 12).map(({ round, watched }) => ({
            key: `${round}`,
            cells: [round, ...watched.map((some) => some.map(nameOf).join(", "))],
          }))}
        />
      ) : (
        <Text color="soft">Too few minutes for one round.</Text>
      )}
      <Heading as="h3" size="sm" mt="4">
        On paper
      </Heading>
      <Text fontSize="sm" color="soft" mb="2">
        A light sheet with all dancers and figures, for a room without a device.
      </Text>
      <Button size="sm" variant="outline" onClick={() => window.print()}>
        Print the sheet
      </Button>
    </Panel>
  );
}
