import { Box, Flex, Text } from "@chakra-ui/react";
import { api, type Call } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { momentOf, shortDay } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";

/** What a comment is about, and where it is answered. */
function aboutOf({ list, thingId, name, levelId, sectionId, week, heldOn }: Call): readonly [string, string] {
  switch (list) {
    case "figures":
      return [name, `/figures/${thingId}`];
    case "sequences":
      return [name, `/sequences/${thingId}`];
    case "plans":
      return ["Plan", `/levels/${levelId}${sectionId ? `/sections/${sectionId}` : ""}`];
    case "lessons":
      return [`Lesson of week ${week}`, `/lessons/${sectionId}/${week}`];
    case "recaps":
      return [`Recap of week ${week}`, `/recaps/${sectionId}/${week}`];
    case "checks":
      return [`Check of ${heldOn ? shortDay(heldOn) : ""}`, `/checks/${sectionId}/${thingId}`];
  }
}

/** What colleagues ask this person, until it is answered or settled. */
export function Calls() {
  const calls = useApi(api.comments.calls, {});
  const all = calls.data ?? [];
  if (all.length === 0) return null;
  return (
    <Panel>
      <PanelTitle>You were called</PanelTitle>
      <Box as="ul" listStyleType="none">
        {all.map((one) => {
          const [name, to] = aboutOf(one);
          return (
            <Box as="li" key={one.id} py="1.5" borderTopWidth="1px" borderColor="rule">
              <Text whiteSpace="pre-wrap">{one.text}</Text>
              <Flex gap="2" fontSize="sm" color="soft" wrap="wrap">
                <Text as="span">
                  {one.by}, {momentOf(one.at)}
                </Text>
                <Text asChild color="pine" fontWeight="600">
                  <Link to={to}>
                    {name}
                    {one.of ? `, ${one.of}` : ""}
                  </Link>
                </Text>
              </Flex>
            </Box>
          );
        })}
      </Box>
    </Panel>
  );
}
