import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { Check } from "lucide-react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";

interface FirstStep {
  readonly name: string;
  readonly why: string;
  readonly to: string;
  readonly done: boolean;
}

/** What an empty studio needs before there is a class, in the order of the job. */
export function FirstSteps() {
  const dances = useApi(api.dances.list, {});
  const figures = useApi(api.figures.list, {});
  const levels = useApi(api.levels.list, {});
  const sections = useApi(api.sections.list, {});
  const mayBring = useMay("studio.file");
  return (
    <Loaded all={[dances, figures, levels, sections]}>
      {(allDances, allFigures, allLevels, allSections) => {
        const steps: readonly FirstStep[] = [
          {
            name: "Add your first dance",
            why: "Its beats, its phrase and its usual tempo; everything else is counted by it.",
            to: "/figures",
            done: allDances.length > 0,
          },
          {
            name: "Write its figures",
            why: "Begin with the basics. A figure is a name, its steps and the minutes it takes to teach.",
            to: allDances.length > 0 ? "/figures/new" : "/figures",
            done: allFigures.length > 0,
          },
          {
            name: "Make a level and plan its weeks",
            why: "So many weeks of so many minutes; choose its figures and let the plan be drafted.",
            to: "/levels",
            done: allLevels.length > 0,
          },
          {
            name: "Open a section",
            why: "The class itself: its first date, its hour, its room, who teaches it and who dances.",
            to: "/levels",
            done: allSections.length > 0,
          },
        ];
        const next = steps.findIndex(({ done }) => !done);
        return (
          <Panel as="section" aria-label="First steps">
            <PanelTitle>What comes first</PanelTitle>
            <Stack as="ol" gap="3" listStyleType="none">
              {steps.map(({ name, why, to, done }, index) => (
                <Flex as="li" key={name} gap="3" align="flex-start">
                  <Box w="6" pt="0.5" color="pine" fontWeight="700" className="numbers">
                    {done ? <Check size={18} aria-label="done" role="img" /> : index + 1}
                  </Box>
                  <Box>
                    <Text asChild fontWeight="700" color={index === next ? "pine" : "ink"}>
                      <Link to={to}>{name}</Link>
                    </Text>
                    <Text color="soft" fontSize="sm">
                      {why}
                    </Text>
                  </Box>
                </Flex>
              ))}
            </Stack>
            <Button asChild mt="5">
              <Link to="/first-level">Be led through it, in ten minutes</Link>
            </Button>
            {allDances.length === 0 && mayBring ? (
              <Text mt="4" pt="3" borderTopWidth="1px" borderColor="rule">
                Did this studio exist before?{" "}
                <Text asChild fontWeight="700" color="pine">
                  <Link to="/staff/file">Bring it back from its file</Link>
                </Text>
              </Text>
            ) : null}
          </Panel>
        );
      }}
    </Loaded>
  );
}
