import { Box, Flex, SimpleGrid, Skeleton, Stack, Text } from "@chakra-ui/react";
import { api, type FigureTrail, houseCues } from "@map-step/contract";
import { KIND_NAMES } from "@map-step/core/figure";
import { TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { memo, type ReactNode } from "react";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { EntityCard } from "../../kit/hover-card.tsx";
import { KindGlyph } from "../../kit/kind-glyph.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { timingOf, useDances, useSteps } from "./library.ts";

type Lesson = FigureTrail["planned"][number];

/** Where a lesson of a trail is found. */
export const lessonPlace = ({ levelId, sectionId, week }: Lesson): string =>
  sectionId === null ? `/levels/${levelId}` : `/lessons/${sectionId}/${week}`;

export const lessonWords = ({ title, week, date }: Lesson): string =>
  `${title}, week ${week}${date === null ? "" : `, ${dayAndMonth(date)}`}`;

/** The ribbon of a figure, wherever it is named; of one without steps what the house says to it. */
const FigureRibbon = memo(function FigureRibbon({ id }: { id: string }) {
  const { data: record } = useApi(api.figures.read, { params: { id } });
  const { data: dances } = useDances();
  const steps = useSteps(record);
  const dance = dances?.find((one) => one.id === record?.danceId);
  if (!record) return null;
  return steps ? (
    <CountRibbon figure={steps} name={record.name} timing={timingOf(dance)} small adorns />
  ) : (
    <Text fontSize="sm">{houseCues(record.cues)[0] ?? ""}</Text>
  );
});

/** One step of the way that a figure goes through the studio. */
const Stage = ({ name, children }: { name: string; children: ReactNode }) => (
  <Flex gap="2" py="0.5">
    <Text color="soft" w="4.5rem" flexShrink="0">
      {name}
    </Text>
    <Box minW="0">{children}</Box>
  </Flex>
);

/** What becomes of a figure, in the order of the job. */
function TrailStages({ trail, most = 3 }: { trail: FigureTrail; most?: number }) {
  const { planned, taught, danced, opens } = trail;
  return (
    <Stack gap="0" fontSize="sm">
      <Stage name="Planned">
        {planned.length === 0 ? <Text>in no week ahead</Text> : null}
        {planned.slice(0, most).map((lesson) => (
          <Text key={`${lesson.levelId} ${lesson.sectionId}`}>
            <Link to={lessonPlace(lesson)}>{lessonWords(lesson)}</Link>
          </Text>
        ))}
        {planned.length > most ? <Text color="soft">and {planned.length - most} more</Text> : null}
      </Stage>
      <Stage name="Taught">
        {taught.last === null ? (
          "not yet"
        ) : (
          <>
            in {counted(taught.times, "lesson")}, last in{" "}
            <Link to={lessonPlace(taught.last)}>{lessonWords(taught.last)}</Link>
          </>
        )}
      </Stage>
      <Stage name="Danced">
        {danced.seen === 0
          ? "nobody was marked yet"
          : `${danced.have} of ${counted(danced.seen, "dancer")} without help`}
      </Stage>
      <Stage name="Then">
        {opens.length === 0
          ? "nothing needs it"
          : opens.slice(0, most + 1).map(({ id, name }, at) => (
              <span key={id}>
                {at > 0 ? ", " : ""}
                <Link to={`/figures/${id}`}>{name}</Link>
              </span>
            ))}
        {opens.length > most + 1 ? ` and ${opens.length - most - 1} more` : ""}
      </Stage>
    </Stack>
  );
}

/** What becomes of a figure, on its own page. */
export function FigureStages({ id }: { id: string }) {
  const { data: trail } = useApi(api.figures.trail, { params: { id } });
  return trail ? <TrailStages trail={trail} most={6} /> : <Skeleton height="24" />;
}

function FigureCard({ id }: { id: string }) {
  const { data: record } = useApi(api.figures.read, { params: { id } });
  const { data: trail } = useApi(api.figures.trail, { params: { id } });
  const steps = useSteps(record);
  if (!record || !trail) return <Skeleton height="40" />;
  const beats = steps ? `, ${counted(steps.length / TICKS_PER_BEAT, "beat")}` : "";
  return (
    <>
      <Flex align="center" gap="2" mb="1">
        <KindGlyph kind={record.kind} adorns />
        <Text fontFamily="heading" fontWeight="700" fontSize="md">
          {record.name}
        </Text>
      </Flex>
      <Text color="soft" mb="2">
        {KIND_NAMES[record.kind].one}
        {beats}, {counted(record.minutes, "minute")} on its first night
      </Text>
      <FigureRibbon id={id} />
      <Box mt="2" pt="2" borderTopWidth="1px" borderColor="rule">
        <TrailStages trail={trail} />
      </Box>
    </>
  );
}

/** A figure by its name: it leads to its page, and shows what becomes of it on hover and focus. */
export const FigureName = ({ id, name }: { id: string; name: string }) => (
  <EntityCard label={name} trigger={<Link to={`/figures/${id}`}>{name}</Link>}>
    {() => <FigureCard id={id} />}
  </EntityCard>
);

/** Names of figures one after the other. */
export const FigureNames = ({
  figures,
}: {
  figures: readonly { readonly id: string; readonly name: string }[];
}) => (
  <>
    {figures.map(({ id, name }, at) => (
      <span key={id}>
        {at > 0 ? ", " : ""}
        <FigureName id={id} name={name} />
      </span>
    ))}
  </>
);

/** So many figures are drawn beside each other. */
const DRAWN = 3;

/** Figures with their ribbons beside each other; of many, the names of those that are not drawn. */
export function DrawnFigures({
  figures,
  before = "",
}: {
  figures: readonly { readonly id: string; readonly name: string }[];
  /** What stands before each name. */
  before?: string;
}) {
  const shown = figures.slice(0, DRAWN);
  const others = figures.slice(DRAWN);
  if (shown.length === 0) return null;
  return (
    <Box flex="1" minW="0">
      <SimpleGrid columns={{ base: 1, md: Math.min(2, shown.length), xl: shown.length }} gap="4">
        {shown.map(({ id, name }) => (
          <Box key={id} minW="0">
            <Text fontWeight="700" fontSize="sm">
              {before === "" ? null : (
                <Text as="span" color="soft" fontWeight="400">
                  {before}{" "}
                </Text>
              )}
              <FigureName id={id} name={name} />
            </Text>
            <FigureRibbon id={id} />
          </Box>
        ))}
      </SimpleGrid>
      {others.length > 0 ? (
        <Text fontSize="sm" mt="1">
          and <FigureNames figures={others} />
        </Text>
      ) : null}
    </Box>
  );
}
