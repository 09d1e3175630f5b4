import { Box, Flex, Text } from "@chakra-ui/react";
import { planLoads, strandsOf, WORK, weekCapacities } from "@map-step/core/plan";
import { Link } from "react-router";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { WORK_FILL, WORK_NAMES } from "../../kit/strand-look.ts";
import type { CountedLevel } from "./program.ts";

const SKY = 90;

/**
 * The minutes of every week of every level beside each other, against what each lesson has room for. Heights are no
 * style properties of the theme: each would be a rule of its own, for which the whole page is styled anew.
 */
export function LevelLoads({ levels }: { levels: readonly CountedLevel[] }) {
  const told = levels.map(({ level, levelPlan }) => ({
    level,
    loads: planLoads(levelPlan, strandsOf(levelPlan)),
    rooms: weekCapacities(levelPlan),
  }));
  const most = Math.max(
    1,
    ...told.flatMap(({ loads, rooms }) => [...loads, ...rooms].map(({ minutes }) => minutes)),
  );
  return (
    <Panel>
      <PanelTitle>How full the lessons are</PanelTitle>
      <Flex gap="6" overflowX="auto" pb="1">
        {told.map(({ level, loads, rooms }) => {
          const full = loads.reduce((sum, { minutes }) => sum + minutes, 0);
          const room = rooms.reduce((sum, { minutes }) => sum + minutes, 0);
          return (
            <Box key={level.id} style={{ flex: loads.length, minWidth: loads.length * 20 }}>
              <Flex
                h={`${SKY + 4}px`}
                align="flex-end"
                gap="3px"
                borderBottomWidth="1.5px"
                borderColor="ink"
                role="img"
                aria-label={`${level.name}: ${loads.map(({ week, minutes }, at) => `week ${week} ${minutes} of ${rooms[at]?.minutes ?? 0}`).join(", ")} minutes`}
              >
                {loads.map(({ week, byWork, minutes }, index) => (
                  <Box key={week} flex="1" position="relative">
                    <Box
                      position="absolute"
                      left="0"
                      right="0"
                      borderTopWidth="1.5px"
                      borderStyle="dashed"
                      borderColor="brick"
                      style={{ bottom: ((rooms[index]?.minutes ?? 0) / most) * SKY }}
                    />
                    <Box borderWidth={minutes > 0 ? "1px" : "0"} borderBottomWidth="0" borderColor="pine2">
                      {WORK.filter((work) => byWork[work] > 0).map((work) => (
                        <div
                          key={work}
                          title={WORK_NAMES[work]}
                          style={{ height: (byWork[work] / most) * SKY, background: WORK_FILL[work] }}
                        />
                      ))}
                    </Box>
                  </Box>
                ))}
              </Flex>
              <Text fontWeight="700" mt="1">
                <Link to={`/levels/${level.id}`}>{level.name}</Link>
              </Text>
              <Text color="soft" fontSize="sm" className="numbers">
                {Math.round((100 * full) / Math.max(1, room))} % of the minutes for figures
              </Text>
            </Box>
          );
        })}
      </Flex>
    </Panel>
  );
}
