import { Box, Flex, Input, Text } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import type { Layer } from "@map-step/core/figure";
import { notedAt, SEGMENT_NAMES } from "@map-step/core/lesson";
import { useState } from "react";
import { asTheyAre, Select } from "../../kit/select.tsx";
import { Marks } from "../lessons/marks.tsx";
import type { ClassLogEdit } from "./use-class-log.ts";

interface Props {
  readonly part: LessonSegment;
  /** What it is called where nothing else tells it from the others. */
  readonly name: string;
  readonly log: ClassLogEdit;
  /** Whether the person may correct it. */
  readonly mine: boolean;
}

/** Minutes really spent on a part, corrected by typing. */
function Spent({ part, name, log, mine }: Props) {
  const seconds = notedAt(log.log, "spent", part.id)?.seconds;
  const [typed, setTyped] = useState<string | null>(null);
  const shown = seconds === undefined ? "" : String(Math.round(seconds / 60));
  const take = () => {
    const minutes = Number(typed);
    if (typed !== null && typed.trim() !== "" && Number.isInteger(minutes) && minutes >= 0 && minutes <= 240)
      if (typed !== shown) void log.note("spent", part.id, { seconds: minutes * 60 });
    setTyped(null);
  };
  if (!mine)
    return (
      <Text className="numbers" fontSize="sm" color="soft">
        {shown === "" ? "" : `${shown} of `}
        {part.minutes} min
      </Text>
    );
  return (
    <Flex align="center" gap="1.5" fontSize="sm" color="soft" className="numbers">
      <Input
        size="sm"
        w="3rem"
        px="1"
        textAlign="center"
        inputMode="numeric"
        aria-label={`Minutes spent on ${name}`}
        value={typed ?? shown}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={take}
        onKeyDown={({ key }) => key === "Enter" && take()}
      />
      of {part.minutes} min
    </Flex>
  );
}

/** One part of a class as it was: minutes, what became of it, how far it got. Everything can be corrected. */
export function PartRow({ part, name, log, mine }: Props) {
  const mark = notedAt(log.log, "mark", part.id);
  const layers = part.layers.flatMap(({ layer }) => (layer === "return" ? [] : [layer as Layer]));
  return (
    <Flex
      as="li"
      gap="3"
      align="center"
      wrap="wrap"
      px="3"
      py="2"
      bg="panel"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="lg"
    >
      <Box flex="1" minW="11rem">
        <Text fontWeight="700" lineHeight="1.3">
          {part.title}
        </Text>
        <Text color="soft" fontSize="sm">
          {SEGMENT_NAMES[part.kind]}
        </Text>
      </Box>
      <Spent part={part} name={name} log={log} mine={mine} />
      {part.figureId ? (
        <>
          <Marks
            title={name}
            covered={mark?.covered ?? null}
            onMark={
              mine
                ? (covered) =>
                    void log.note("mark", part.id, covered && { covered, reached: mark?.reached ?? null })
                : null
            }
          />
          {mark?.covered === "part" && !mine && mark.reached ? (
            <Text color="soft">as far as {mark.reached}</Text>
          ) : null}
          {mark?.covered === "part" && mine ? (
            <Select
              label={`How far ${name} got`}
              value={mark?.reached ?? ""}
              onChange={(layer) =>
                void log.note("mark", part.id, {
                  covered: "part",
                  reached: layer === "" ? null : (layer as Layer),
                })
              }
              choices={[["", "how far?"], ...asTheyAre(layers)]}
              size="sm"
              width="8.5rem"
            />
          ) : null}
        </>
      ) : null}
    </Flex>
  );
}
