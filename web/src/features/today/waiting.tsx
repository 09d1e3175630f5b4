import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Today } from "@map-step/contract";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { shortDay } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";

/** How many there are beside those that are listed. */
export const More = ({ count, what }: { count: number; what: string }) =>
  count === 0 ? null : (
    <Text color="soft" fontSize="sm" mt="2">
      and {count} more {what}
    </Text>
  );

interface LineProps {
  readonly title: string;
  readonly why: string;
  readonly to: string;
  readonly what: string;
  readonly isGrave?: boolean;
  readonly children?: ReactNode;
}

/** Something that waits, why, and the one thing to do about it. */
const Line = ({ title, why, to, what, isGrave = false }: LineProps) => (
  <Flex
    as="li"
    gap="3"
    align="center"
    justify="space-between"
    py="2"
    ps="3"
    borderLeftWidth="4px"
    borderColor={isGrave ? "brick" : "apricot"}
    bg={isGrave ? "brickWash" : "transparent"}
    listStyleType="none"
  >
    <Box minW="0">
      <Text fontWeight="700" overflowWrap="anywhere">
        {title}
      </Text>
      <Text fontSize="sm" color={isGrave ? "ink" : "soft"}>
        {why}
      </Text>
    </Box>
    <Button asChild size="sm" flexShrink="0" me={isGrave ? "2" : "0"} className="no-print">
      <Link to={to} aria-label={`${what}: ${title}`}>
        {what}
      </Link>
    </Button>
  </Flex>
);

type Waiting = Pick<Today, "unfinished" | "recaps" | "plans" | "more">;

/** All that is late or in the way, the gravest first. */
export function WaitingForYou({ unfinished, recaps, plans, more }: Waiting) {
  const nothing = unfinished.length + recaps.length + plans.length === 0;
  return (
    <Panel as="section" aria-label="Waiting for you">
      <PanelTitle>Waiting for you</PanelTitle>
      {nothing ? (
        <Text color="soft">Nothing. Every class has its recap, and every lesson ahead fits.</Text>
      ) : null}
      <Flex as="ul" direction="column" gap="2">
        {unfinished.map(({ sectionId, week, date, levelName, sectionName }) => (
          <Line
            key={`close ${sectionId} ${week}`}
            title={`${levelName}, week ${week}`}
            why={`${shortDay(date)}, ${sectionName}: what was covered is not noted yet`}
            to={`/lessons/${sectionId}/${week}/log`}
            what="Close it"
          />
        ))}
        {recaps.map(({ sectionId, week, date, levelName, sectionName, recap }) => (
          <Line
            key={`recap ${sectionId} ${week}`}
            title={`${levelName}, week ${week}`}
            why={`${shortDay(date)}, ${sectionName}: ${recap === "draft" ? "its recap is begun" : "no recap yet"}`}
            to={`/recaps/${sectionId}/${week}`}
            what="Write it"
          />
        ))}
        {plans.map(({ planId, levelId, sectionId, title, must, should, first }) => (
          <Line
            key={planId}
            title={`${title}: ${must + should} to solve`}
            why={first}
            to={sectionId ? `/levels/${levelId}/sections/${sectionId}` : `/levels/${levelId}`}
            what="Solve it"
            isGrave={must > 0}
          />
        ))}
      </Flex>
      <More count={more.unfinished} what={more.unfinished === 1 ? "class to close" : "classes to close"} />
      <More
        count={more.recaps}
        what={more.recaps === 1 ? "class without a recap" : "classes without a recap"}
      />
      <More count={more.plans} what={more.plans === 1 ? "plan to solve" : "plans to solve"} />
    </Panel>
  );
}
