import { Box, Heading, Text } from "@chakra-ui/react";
import { api, type PublicPlan } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useApi } from "../../kit/api.ts";
import { longDay } from "../../kit/dates.ts";
import { writeAs } from "../../kit/locale-format.ts";
import { isDeadLink, PublicFoot, PublicFrame, PublicHead } from "../../kit/public-sheet.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useShownFigures } from "../figures/shown.ts";
import { SPECIAL_NAMES } from "../plans/words.ts";
import { LiveFigure } from "../recaps/live-figure.tsx";

type Week = PublicPlan["weeks"][number];

const namesIn = (figures: Week["fresh"]): string =>
  figures.map(({ name, minutes }) => `${name} (${minutes} min)`).join(", ");

function WeekLines({ week, date, minutes, special, fresh, back }: Week) {
  return (
    <Box as="section" mt="4" css={{ breakInside: "avoid" }}>
      <Heading as="h3" size="md">
        Week {week}
        {date ? `, ${longDay(date)}` : ""}
      </Heading>
      <Text color="soft" fontSize="sm">
        {special ? `${SPECIAL_NAMES[special]}; ` : ""}
        {counted(minutes, "minute")} for figures
      </Text>
      {fresh.length > 0 ? (
        <Text>
          <b>New:</b> {namesIn(fresh)}
        </Text>
      ) : null}
      {back.length > 0 ? (
        <Text>
          <b>Back again:</b> {namesIn(back)}
        </Text>
      ) : null}
      {fresh.length + back.length === 0 ? <Text>No figure is planned.</Text> : null}
    </Box>
  );
}

const Lines = ({ title, words }: { title: string; words: readonly string[] }) =>
  words.length === 0 ? null : (
    <Text fontSize="sm" mt="1">
      <b>{title}:</b> {words.join(" ")}
    </Text>
  );

function Sheet({ plan }: { plan: PublicPlan }) {
  const { studioName, levelName, sectionName, aim, until, weeks, dance, about } = plan;
  writeAs(plan.localeFormat);
  const library = useShownFigures(plan.figures, dance);
  return (
    <>
      <PublicHead
        studioName={studioName}
        title={sectionName ? `${levelName}, ${sectionName}` : levelName}
        about={`The plan as it is now, to be read until ${longDay(until)}`}
      />
      {aim ? <Text>At the end dancers can {aim}.</Text> : null}
      {weeks.map((week) => (
        <WeekLines key={week.week} {...week} />
      ))}
      <Heading as="h2" size="lg" mt="8">
        The figures
      </Heading>
      {about.map(({ id, name, cues, slips, cautions }) => {
        const figure = library.figureOf(id);
        return (
          <Box as="section" key={id} mt="4" css={{ breakInside: "avoid" }}>
            {figure ? (
              <LiveFigure show="ribbon" figure={figure} name={name} dance={dance} />
            ) : (
              <Heading as="h3" size="md">
                {name}
              </Heading>
            )}
            <Lines title="Say" words={cues} />
            <Lines title="Watch for" words={slips} />
            <Lines title="Take care" words={cautions} />
          </Box>
        );
      })}
      <PublicFoot />
    </>
  );
}

/** A plan as a guest teacher with the link reads it: on a phone, on paper, without signing in. */
export function PublicPlanPage({ secret }: { secret: string }) {
  const plan = useApi(api.planLinks.readPublic, { params: { planSecret: secret } });
  return (
    <PublicFrame maxW="48rem">
      {isDeadLink(plan.error?.problem.status) ? (
        <Empty title="No plan here">
          Perhaps a piece of the link was cut off, or its last day is over. Ask the studio for the link once
          more.
        </Empty>
      ) : (
        <Loaded all={[plan]}>{(current) => <Sheet plan={current} />}</Loaded>
      )}
    </PublicFrame>
  );
}
