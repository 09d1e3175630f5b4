import { Box, Flex, Text } from "@chakra-ui/react";
import { TickField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Loading } from "../../kit/states.tsx";
import { ReadinessLine } from "../checks/readiness-line.tsx";
import { VERDICT_WORDS } from "../checks/words.ts";
import { goesOn } from "./going.ts";
import type { GroupsState } from "./use-groups.ts";
import { PersonWishes } from "./wishes.tsx";

/** Who goes on, and what each would like. */
export function WhoGoes({ candidates, going, goalSections, content, edit, setGoes }: GroupsState) {
  return (
    <Panel>
      <PanelTitle aside={<Text color="soft">{going.length} go on</Text>}>
        Who goes on, and what they would like
      </PanelTitle>
      {candidates === null ? <Loading /> : null}
      {candidates?.length === 0 ? <Text color="soft">No class of this level has dancers.</Text> : null}
      {candidates?.map((one) => (
        <Flex
          key={one.person.id}
          gap="3"
          py="1.5"
          borderTopWidth="1px"
          borderColor="rule"
          align="center"
          wrap="wrap"
        >
          <Box w="17rem">
            <TickField
              label={one.person.name}
              checked={goesOn(one, content)}
              onChange={(goes) => setGoes(one.person.id, goes)}
            />
            <Text fontSize="xs" color="soft">
              {one.role === "both" ? "both roles" : one.role}; {one.section.name}
            </Text>
          </Box>
          {one.readiness ? (
            <Flex align="center" gap="2" w="13rem">
              <ReadinessLine readiness={one.readiness} />
              <Text fontSize="sm" fontWeight="700">
                {VERDICT_WORDS[one.readiness.verdict]}
              </Text>
            </Flex>
          ) : null}
          {goesOn(one, content) ? (
            <PersonWishes
              candidate={one}
              content={content}
              goals={goalSections}
              others={going.filter(({ id }) => id !== one.person.id)}
              onEdit={edit}
            />
          ) : null}
        </Flex>
      ))}
    </Panel>
  );
}
