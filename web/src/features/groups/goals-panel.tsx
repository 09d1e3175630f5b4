import { Flex, Text } from "@chakra-ui/react";
import { WEEKDAYS } from "@map-step/core/check";
import { Link } from "react-router";
import { TickField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { goalOf } from "./going.ts";
import type { GroupsState } from "./use-groups.ts";

/** The sections that dancers go on to. */
export function GoalsPanel({
  goals,
  next,
  people,
  content,
  begins,
  levelName,
  setGoal,
  setFrom,
}: GroupsState) {
  return (
    <Panel mb="4">
      <PanelTitle>Sections that take dancers in</PanelTitle>
      {goals.length === 0 ? (
        <Text color="soft">
          No section of {next.map(({ name }) => name).join(" or ") || "the next level"} lies ahead. Open one
          on the <Link to="/levels">Levels</Link> page.
        </Text>
      ) : null}
      <Flex gapX="5" gapY="2" wrap="wrap" mb="3">
        {goals.map((section) => {
          const { weekday, places, leaders, followers, others } = goalOf(section, people);
          const there = leaders + followers + others;
          return (
            <TickField
              key={section.id}
              label={`${levelName(section.levelId)}, ${section.name}: ${WEEKDAYS[weekday]}s, ${places === null ? "no limit" : `${there} of ${places} places taken`}`}
              checked={content.goalIds.includes(section.id)}
              onChange={(on) => setGoal(section.id, on)}
            />
          );
        })}
      </Flex>
      {goals.length > 0 ? (
        <SmallInput
          label="They come from"
          type="date"
          width="9.5rem"
          value={begins}
          onChange={({ target }) => setFrom(target.value)}
        />
      ) : null}
    </Panel>
  );
}
