import { Box, Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord } from "@map-step/contract";
import { KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES } from "@map-step/core/time";
import { useMemo } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Care } from "../../kit/care.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import { Alike } from "./alike.tsx";
import { Facts } from "./facts.tsx";
import { timingOf, useDances, useFigures, useSteps } from "./library.ts";
import { ReallyNew } from "./really-new.tsx";

function Lines({ title, lines, none }: { title: string; lines: readonly string[]; none: string }) {
  return (
    <Box mb="3">
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
    <Box mb="3">
      <Text fontWeight="700" mb="1">
        {title}
      </Text>
      {figures.length === 0 ? <Text color="soft">{none}</Text> : null}
      <Flex gap="2" wrap="wrap">
        {figures.map(({ id, name }) => (
          <Button key={id} asChild size="sm" variant="subtle">
            <Link to={`/figures/${id}`}>{name}</Link>
          </Button>
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

interface Props {
  readonly figure: FigureRecord;
  readonly dance: DanceRecord | undefined;
  readonly library: readonly FigureRecord[];
}

function FigureSheet({ figure, dance, library }: Props) {
  const steps = useSteps(figure.notation);
  const mayWrite = useMay("figures.write");
  const needs = figure.needs.flatMap((id) => library.find((other) => other.id === id) ?? []);
  const unlocks = library.filter((other) => other.needs.includes(figure.id));
  const ofDance = useMemo(
    () => library.filter(({ danceId }) => danceId === figure.danceId),
    [library, figure.danceId],
  );
  const also = figure.otherNames.length > 0 ? `. Also called: ${figure.otherNames.join(", ")}` : "";
  return (
    <>
      <PageHead
        title={figure.name}
        about={`${dance?.name ?? ""}, ${KIND_NAMES[figure.kind].one}, ${TIER_NAMES[figure.tier]}, ${figure.minutes} minutes on its first night${also}`}
      >
        {mayWrite ? (
          <>
            <RemoveButton figure={figure} />
            <Button asChild>
              <Link to={`/figures/${figure.id}/edit`}>Edit</Link>
            </Button>
          </>
        ) : null}
      </PageHead>
      <Stack gap="4">
        <Panel pb="5">
          {steps ? (
            <CountRibbon figure={steps} name={figure.name} timing={timingOf(dance)} />
          ) : (
            <Text color="soft">
              This figure has no steps of its own; it is danced with the feet of others.
            </Text>
          )}
        </Panel>
        <SimpleGrid columns={{ base: 1, lg: 3 }} gap="4" alignItems="start">
          <Stack gap="4">
            <Panel>
              <PanelTitle>What it comes to</PanelTitle>
              {steps && dance ? (
                <Facts figure={steps} dance={dance} />
              ) : (
                <Text color="soft">Nothing to count.</Text>
              )}
            </Panel>
          </Stack>
          <Stack gap="4">
            {steps ? <ReallyNew record={figure} figure={steps} library={ofDance} /> : null}
            {steps ? <Alike record={figure} figure={steps} library={ofDance} /> : null}
          </Stack>
          <Stack gap="4">
            <Panel>
              <PanelTitle>In class</PanelTitle>
              <Lines title="Cues" lines={figure.cues} none="None written yet." />
              <Lines title="Common slips" lines={figure.slips} none="None written yet." />
            </Panel>
            <Care cautions={figure.cautions} show={figure.kind === "show"} />
            <Panel>
              <PanelTitle>Before and after</PanelTitle>
              <Neighbours title="Needs" figures={needs} none="Nothing; it can be the first thing taught." />
              <Neighbours title="Opens the way to" figures={unlocks} none="Nothing needs it yet." />
            </Panel>
          </Stack>
        </SimpleGrid>
      </Stack>
    </>
  );
}

export function FigurePage() {
  const { figureId = "" } = useParams();
  const figure = useApi(api.figures.read, { params: { id: figureId } });
  const library = useFigures();
  const dances = useDances();
  return (
    <Loaded all={[figure, library, dances]}>
      {(record, all, allDances) => (
        <FigureSheet
          figure={record}
          library={all}
          dance={allDances.find(({ id }) => id === record.danceId)}
        />
      )}
    </Loaded>
  );
}
