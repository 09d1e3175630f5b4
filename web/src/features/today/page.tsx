import { SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type Today } from "@map-step/contract";
import { inWords } from "@map-step/core/words";
import { useApi } from "../../kit/api.ts";
import { longDay, shortDay } from "../../kit/dates.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { BackupAlert } from "../backups/state.tsx";
import { Calls } from "../comments/calls.tsx";
import { BeadsLegend } from "../courses/legend.tsx";
import { SectionRow } from "../courses/section-row.tsx";
import { FigureNames } from "../figures/figure-name.tsx";
import { SinceYouWereHere } from "../history/since.tsx";
import { Proposals } from "../proposals/panel.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { WalkOffer } from "../tour/offer.tsx";
import { FirstSteps } from "./first-steps.tsx";
import { NextClass } from "./next-class.tsx";
import { More, WaitingForYou } from "./waiting.tsx";

/** The person's sections as they run, those that meet next first. */
function TheTerm({ lessons, courses, more }: Pick<Today, "lessons" | "courses"> & { more: number }) {
  const sections = useApi(api.sections.list, {});
  const { person } = useSession();
  return (
    <Panel as="section" aria-label="The term as it runs">
      <PanelTitle>The term as it runs</PanelTitle>
      <ul>
        {lessons.map((lesson) => {
          const section = sections.data?.find(({ id }) => id === lesson.sectionId);
          return section ? (
            <SectionRow
              key={section.id}
              section={section}
              level={lesson.levelName}
              course={courses.find(({ sectionId }) => sectionId === section.id)}
              teachers={inWords(lesson.teachers)}
              only={
                person.role === "director" || section.teacherIds.includes(person.id) ? undefined : lesson.week
              }
            >
              <Text fontSize="sm">
                <Text as="span" color="soft">
                  {shortDay(lesson.date)}, week {lesson.week}:{" "}
                </Text>
                {lesson.newFigures.length > 0 ? (
                  <FigureNames figures={lesson.newFigures} />
                ) : (
                  "nothing new; bring things back"
                )}
              </Text>
            </SectionRow>
          ) : null;
        })}
      </ul>
      <More count={more} what={more === 1 ? "section, on Levels" : "sections, on Levels"} />
      <BeadsLegend />
    </Panel>
  );
}

export function TodayPage() {
  const today = useApi(api.today.read, {});
  const { person } = useSession();
  const mayPlan = useMay("plans.write");
  return (
    <Loaded all={[today]}>
      {({ today: date, lessons, courses, unfinished, recaps, plans, more }) => {
        const [first] = lessons;
        const hasWork = lessons.length + unfinished.length + recaps.length + plans.length > 0;
        return (
          <>
            <PageHead title="Today" about={`${longDay(date)}, for ${person.name}`} />
            <BackupAlert />
            {first ? <WalkOffer /> : null}
            <SimpleGrid columns={1} gap="5" templateColumns={{ xl: "minmax(0, 7fr) minmax(0, 4fr)" }}>
              <Stack gap="4" minW="0">
                {first ? (
                  <NextClass
                    lesson={first}
                    course={courses.find(({ sectionId }) => sectionId === first.sectionId)}
                    today={date}
                  />
                ) : mayPlan ? (
                  <FirstSteps />
                ) : (
                  <Empty title="No lesson ahead">
                    When the director puts you on a section, its next lesson stands here.
                  </Empty>
                )}
                {first ? <TheTerm lessons={lessons} courses={courses} more={more.lessons} /> : null}
              </Stack>
              {hasWork ? (
                <Stack gap="4" minW="0">
                  <WaitingForYou {...{ unfinished, recaps, plans, more }} />
                  <Calls />
                  <Proposals />
                  <SinceYouWereHere />
                </Stack>
              ) : null}
            </SimpleGrid>
          </>
        );
      }}
    </Loaded>
  );
}
