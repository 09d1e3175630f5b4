import { Box, Button, Collapsible, Flex, Heading, Text } from "@chakra-ui/react";
import type { TeachAgain } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { useMay } from "../session/session.tsx";
import { type Board, dancerName } from "./board.ts";
import { FromWhat } from "./from-what.tsx";

/** The first week ahead of a class that nobody cancelled. */
function nextWeek({ section, plan, today }: Board): number | null {
  const off = new Set(plan.special.flatMap(({ week, kind }) => (kind === "cancelled" ? [week] : [])));
  const held = Math.max(0, ...plan.held.map(({ week }) => week));
  const at = section.dates.findIndex(
    (date, index) => date >= today && index + 1 > held && !off.has(index + 1),
  );
  return at < 0 ? null : at + 1;
}

const MINUTES = [5, 10, 20] as const;

/** What is worth teaching once more, by how many more would be ready for the time; the first goes into the plan. */
export function TeachNext({ board, teach }: { board: Board; teach: readonly TeachAgain[] }) {
  const mayPlan = useMay("plans.write");
  const [minutes, setMinutes] = useState<number>(10);
  const week = nextWeek(board);
  const list = teach.filter(({ lacking }) => lacking.length > 0).slice(0, 5);
  const most = Math.max(0.001, ...list.map(({ perTenMinutes }) => perTenMinutes));
  const [first] = list;
  if (!first) return null;
  const more = (perTen: number) => (perTen * minutes) / 10;
  return (
    <>
      <Heading as="h3" size="sm" mt="4" mb="1">
        If minutes were left to teach
      </Heading>
      <ChoiceButtons
        label="Minutes"
        choices={MINUTES.map((value) => ({ value, label: `${value}`, said: `${value} minutes` }))}
        isChosen={(value) => value === minutes}
        onChoose={setMinutes}
      />
      <Box as="ul" listStyleType="none" mt="2" aria-label="What to teach again">
        {list.map(({ figureId, layer, lacking, perTenMinutes }) => (
          <Box as="li" key={`${figureId} ${layer}`} mb="2">
            <Flex justify="space-between" gap="2" fontSize="sm">
              <Text>
                {board.nameOf(figureId)}{" "}
                <Text as="span" color="soft">
                  {counted(lacking.length, "lacks", "lack")} it
                </Text>
              </Text>
              <Text fontWeight="700" className="numbers" whiteSpace="nowrap">
                {perTenMinutes < 0.005 ? "+0" : `+${more(perTenMinutes).toFixed(1)} ready`}
              </Text>
            </Flex>
            <Box
              h="8px"
              borderRadius="sm"
              bg={perTenMinutes === most ? "pineSolid" : "pine3"}
              style={{ width: `${Math.max(2, (perTenMinutes / most) * 100)}%` }}
            />
            <Collapsible.Root lazyMount>
              <Collapsible.Trigger asChild>
                <Button
                  size="xs"
                  variant="plain"
                  p="0"
                  color="pine"
                  aria-label={`From what? ${board.nameOf(figureId)}`}
                >
                  From what?
                </Button>
              </Collapsible.Trigger>
              <Collapsible.Content>
                <FromWhat
                  evidence={board.seen.evidence.filter(
                    (entry) => entry.figureId === figureId && lacking.includes(entry.studentId),
                  )}
                  about={({ studentId }) => dancerName(board, studentId)}
                />
              </Collapsible.Content>
            </Collapsible.Root>
          </Box>
        ))}
      </Box>
      <Text fontSize="sm" color="soft" mb="2">
        How many more would be ready for that time, if all had it then: an estimate.
      </Text>
      {week === null ? (
        <Text fontSize="sm" color="soft">
          No lesson lies ahead.
        </Text>
      ) : mayPlan ? (
        <Button asChild size="sm" whiteSpace="normal" h="auto" minH="8" py="1.5">
          <Link
            to={`/levels/${board.level.id}/sections/${board.section.id}?again=${first.figureId}&week=${week}`}
            onClick={() => tellDone("Laid into the plan as a proposal")}
          >
            Put {board.nameOf(first.figureId)} into week {week}
          </Link>
        </Button>
      ) : (
        <Text fontSize="sm" color="soft">
          The director puts it into the plan.
        </Text>
      )}
    </>
  );
}
