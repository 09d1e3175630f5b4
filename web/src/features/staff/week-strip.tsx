import { Box, Flex, Text } from "@chakra-ui/react";
import type { Section } from "@map-step/contract";
import { Link } from "react-router";
import { timeText } from "../../kit/dates.ts";
import { useSession } from "../session/session.tsx";

/** Sunday is 0, as dates count. */
const DAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"] as const;

interface Props {
  readonly name: string;
  readonly classes: readonly { readonly section: Section; readonly title: string }[];
}

/** On which evenings of the week somebody teaches, and when. */
export function WeekStrip({ name, classes }: Props) {
  const { studio } = useSession();
  const first = studio?.firstWeekday ?? 1;
  const dayOf = ({ firstDate }: Section) => new Date(`${firstDate}T12:00:00Z`).getUTCDay();
  // Evenings without a class are there for the eye only.
  const isFree = classes.length === 0;
  return (
    <Flex
      {...(isFree ? { "aria-hidden": true } : { as: "ul" as const, "aria-label": `The week of ${name}` })}
      gap="1"
      flexShrink="0"
      maxW="full"
      overflowX="auto"
    >
      {DAYS.map((_, at) => {
        const day = (first + at) % 7;
        const own = classes
          .filter(({ section }) => dayOf(section) === day)
          .sort((a, b) => a.section.startTime.localeCompare(b.section.startTime));
        return (
          <Box
            {...(isFree ? {} : { as: "li" as const, "aria-hidden": own.length === 0 || undefined })}
            key={day}
            listStyleType="none"
            w="3.6rem"
            minH="3.2rem"
            px="1"
            py="0.5"
            borderRadius="md"
            bg={own.length > 0 ? "pineWash" : "transparent"}
            borderWidth="1px"
            borderColor={own.length > 0 ? "pine2" : "rule"}
            textAlign="center"
          >
            <Text fontSize="xs" color="soft">
              {DAYS[day]}
            </Text>
            {own.map(({ section, title }) => (
              <Text
                asChild
                key={section.id}
                display="block"
                minH="6"
                lineHeight="24px"
                fontSize="xs"
                fontWeight="700"
                className="numbers"
              >
                <Link
                  to={`/lessons/${section.id}`}
                  title={title}
                  aria-label={`${title}, ${timeText(section.startTime)}`}
                >
                  {timeText(section.startTime)}
                </Link>
              </Text>
            ))}
          </Box>
        );
      })}
    </Flex>
  );
}
