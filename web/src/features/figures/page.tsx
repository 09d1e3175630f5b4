import { Box, Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord, fieldOf, fieldsOf, missingFrom } from "@map-step/contract";
import { join, KIND_NAMES } from "@map-step/core/figure";
import { nameKey, parseFigure } from "@map-step/core/notation";
import { TIER_NAMES } from "@map-step/core/time";
import { counted, inWords } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Care } from "../../kit/care.tsx";
import { CopyButton } from "../../kit/copy-button.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Slip } from "../../kit/slip.tsx";
import { Loaded } from "../../kit/states.tsx";
import { FigureSeen } from "../checks/figure-seen.tsx";
import { CommentsButton } from "../comments/comments-button.tsx";
import { useMay } from "../session/session.tsx";
import { Alike } from "./alike.tsx";
import { AtTempo } from "./at-tempo.tsx";
import { BeginMenu } from "./begin-menu.tsx";
import { CuesBySchool } from "./cues-by-school.tsx";
import { DanceIt } from "./dance-it.tsx";
import { Facts } from "./facts.tsx";
import { FigureHistory } from "./figure-history.tsx";
import { FigureName, FigureStages } from "./figure-name.tsx";
import { nameElsewhere, useDances, useFigures, useSteps } from "./library.ts";
import { ReallyNew } from "./really-new.tsx";
import { stepsIn } from "./steps.ts";
import { Warnings } from "./warnings.tsx";

function Lines({ title, lines, none }: { title: string; lines: readonly string[]; none: string }) {
  return (
    <Box mb="3" className={lines.length === 0 ? "no-print" : undefined}>
      <Text fontWeight="700">{title}</Text>
      {lines.length === 0 ? (
        <Text color="soft">{none}</Text>
      ) : (
        <Box as="ul" listStyleType="disc" pl="5">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </Box>
      )}
    </Box>
  );
}

function Neighbours({
  title,
  figures,
  none,
}: {
  title: string;
  figures: readonly FigureRecord[];
  none: string;
}) {
  return (
    <Box mb="3" className={figures.length === 0 ? "no-print" : undefined}>
      <Text fontWeight="700" mb="1">
        {title}
      </Text>
      {figures.length === 0 ? <Text color="soft">{none}</Text> : null}
      <Flex gap="2" wrap="wrap">
        {figures.map(({ id, name }) => (
          <Box key={id} bg="pineWash" borderRadius="md" px="3" py="1" fontSize="sm" fontWeight="600">
            <FigureName id={id} name={name} />
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

function RemoveButton({ figure }: { figure: FigureRecord }) {
  const navigate = useNavigate();
  const { remove, busy } = useRemoval(api.figures.remove, api.figures.restore);
  const told = `${figure.name} is taken out of the library`;
  return (
    <Button
      variant="outline"
      bg="panel"
      loading={busy}
      onClick={() => remove(figure.id, told, () => navigate("/figures"))}
    >
      Remove
    </Button>
  );
}

/** On paper the panels run on in two columns, each whole. */
const ON_PAPER = {
  display: "block",
  columnCount: 2,
  columnGap: "4",
  "& > *": { display: "contents" },
  "& > * > *": { breakInside: "avoid", marginBottom: "3" },
} as const;

/** So many figures that can follow are shown. */
const MOST_FLOWS = 8;

interface Props {
  readonly figure: FigureRecord;
  readonly dance: DanceRecord | undefined;
  readonly library: readonly FigureRecord[];
  /** Names of those who may teach it; none for everybody. */
  readonly teachers: readonly string[];
}

interface ActionsProps extends Pick<Props, "figure" | "library"> {
  readonly mayPractise: boolean;
}

function Actions({ figure, library, mayPractise }: ActionsProps) {
  const mayWrite = useMay("figures.write");
  const { data: dances } = useDances();
  return (
    <>
      {mayPractise ? (
        <Button asChild variant="outline" bg="panel">
          <Link to={`/practice/figures/${figure.id}`}>Practise</Link>
        </Button>
      ) : null}
      {figure.notation === "" ? null : <CopyButton text={figure.notation} what="The steps" />}
      <CommentsButton list="figures" thingId={figure.id} what={figure.name} />
      <FigureHistory figure={figure} library={library} dances={dances ?? []} />
      {mayWrite ? (
        <>
          <BeginMenu figure={figure} />
          <RemoveButton figure={figure} />
          <Button asChild>
            <Link to={`/figures/${figure.id}/edit`}>Edit</Link>
          </Button>
        </>
      ) : (
        <Button asChild>
          <Link to={`/figures/${figure.id}/edit`}>Propose a change</Link>
        </Button>
      )}
    </>
  );
}

/** What is said and looked for while it is taught. */
function InClass({ figure, teachers }: Pick<Props, "figure" | "teachers">) {
  return (
    <Panel>
      <PanelTitle>In class</PanelTitle>
      <CuesBySchool cues={figure.cues} />
      {fieldsOf("lines")
        .filter((name) => name !== "cautions")
        .map((name) => (
          <Lines key={name} title={fieldOf(name).label} lines={figure[name]} none="None written yet." />
        ))}
      <Text fontWeight="700">May be taught by</Text>
      <Text>{teachers.length === 0 ? "everybody on the staff" : teachers.join(", ")}</Text>
    </Panel>
  );
}

function FigureSheet({ figure, dance, library, teachers }: Props) {
  const steps = useSteps(figure);
  const mayWrite = useMay("figures.write");
  const [bpm, setBpm] = useState(() => (dance ? Math.round((dance.slowestBpm + dance.fastestBpm) / 2) : 100));
  const needs = figure.needs.flatMap((id) => library.find((other) => other.id === id) ?? []);
  const helps = figure.helps.flatMap((id) => library.find((other) => other.id === id) ?? []);
  const unlocks = library.filter((other) => other.needs.includes(figure.id));
  const ofDance = useMemo(
    () => library.filter(({ danceId }) => danceId === figure.danceId),
    [library, figure.danceId],
  );
  const { data: dances } = useDances();
  /** The other figures of the dance that have steps. */
  const readable = useMemo(
    () =>
      ofDance.flatMap((record) => {
        const other = record.id === figure.id || !dances ? null : stepsIn(ofDance, dances, record);
        return other ? [{ record, other }] : [];
      }),
    [ofDance, dances, figure.id],
  );
  const others = useMemo(() => readable.map(({ other }) => other), [readable]);
  const flows = useMemo(
    () =>
      steps && dance
        ? readable
            .filter(({ other }) => join(steps, other, dance).fits)
            .slice(0, MOST_FLOWS)
            .map(({ record }) => record)
        : [],
    [readable, dance, steps],
  );
  const madeOf = new Set(
    parseFigure(figure.notation).figure.composition?.uses.map(({ name }) => nameKey(name)),
  );
  const missing = missingFrom(figure);
  const made = ofDance.filter(({ name }) => madeOf.has(nameKey(name)));
  const also =
    figure.otherNames.length > 0 ? `. Also called: ${figure.otherNames.map(nameElsewhere).join(", ")}` : "";
  return (
    <>
      <PageHead
        title={figure.name}
        about={`${dance?.name ?? ""}, ${KIND_NAMES[figure.kind].one}, ${TIER_NAMES[figure.tier]}, ${counted(figure.minutes, "minute")} on its first night${also}`}
      >
        <Actions
          figure={figure}
          library={library}
          mayPractise={steps !== null && !steps.free && !dance?.freeTimed}
        />
      </PageHead>
      {missing.length > 0 && mayWrite ? (
        <Slip calls>
          <Text>
            Still to write:{" "}
            {inWords(missing.map((part) => (part === "answers" ? "an answer about its steps" : part)))}.{" "}
            <Text asChild fontWeight="700" color="pine">
              <Link to={`/figures/${figure.id}/edit`}>Write them</Link>
            </Text>
          </Text>
        </Slip>
      ) : null}
      <Stack gap="4">
        {steps && dance ? (
          <DanceIt key={figure.id} figure={steps} name={figure.name} dance={dance} bpm={bpm} onBpm={setBpm} />
        ) : (
          <Panel>
            <Text color="soft">
              {missing.includes("answers")
                ? "Its steps may be meant in two ways. Nothing is said of it before that is answered: edit it, and choose."
                : missing.includes("steps")
                  ? "No steps yet. It can be planned by its minutes; what it shares with others, its floor and its call come with the steps."
                  : "This figure has no steps of its own; it is danced with the feet of others."}
            </Text>
          </Panel>
        )}
        <SimpleGrid columns={{ base: 1, lg: 3 }} gap="4" alignItems="start" _print={ON_PAPER}>
          <Stack gap="4">
            <Panel>
              <PanelTitle>At a glance</PanelTitle>
              {steps && dance ? (
                <>
                  <Warnings figure={steps} dance={dance} others={others} />
                  <Facts figure={steps} dance={dance} />
                </>
              ) : (
                <Text color="soft">Nothing to count.</Text>
              )}
            </Panel>
            {steps && dance ? (
              <AtTempo record={figure} figure={steps} dance={dance} library={ofDance} bpm={bpm} />
            ) : null}
          </Stack>
          <Stack gap="4">
            {steps ? <ReallyNew record={figure} figure={steps} library={ofDance} /> : null}
            {steps ? <Alike record={figure} figure={steps} library={ofDance} /> : null}
          </Stack>
          <Stack gap="4">
            <Panel>
              <PanelTitle>What becomes of it</PanelTitle>
              <FigureStages id={figure.id} />
            </Panel>
            <InClass figure={figure} teachers={teachers} />
            <Care cautions={figure.cautions} show={figure.kind === "show"} />
            <Panel>
              <PanelTitle>Before and after</PanelTitle>
              <Neighbours title="Needs" figures={needs} none="Nothing; it can be the first thing taught." />
              {helps.length > 0 ? <Neighbours title="Easier after" figures={helps} none="" /> : null}
              {made.length > 0 ? <Neighbours title="Made of" figures={made} none="" /> : null}
              {flows.length > 0 ? <Neighbours title="Flows straight into" figures={flows} none="" /> : null}
              <Neighbours title="Opens the way to" figures={unlocks} none="Nothing needs it yet." />
            </Panel>
            <FigureSeen figureId={figure.id} danceId={figure.danceId} />
          </Stack>
        </SimpleGrid>
      </Stack>
    </>
  );
}

export function FigurePage() {
  const { figureId = "" } = useParams();
  const figure = useApi(api.figures.read, { params: { id: figureId } });
  const library = useFigures(figure.data?.danceId);
  const dances = useDances();
  const staff = useApi(api.staff.list, {});
  return (
    <Loaded all={[figure, library, dances, staff]}>
      {(record, all, allDances, people) => (
        <FigureSheet
          figure={record}
          library={all}
          teachers={record.teacherIds.flatMap((id) => people.find((one) => one.id === id)?.name ?? [])}
          dance={allDances.find(({ id }) => id === record.danceId)}
        />
      )}
    </Loaded>
  );
}
