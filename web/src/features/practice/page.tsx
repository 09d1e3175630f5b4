import { Button } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord, type SequenceRecord } from "@map-step/contract";
import { asOneFigure, figureItemsOf, roundOf } from "@map-step/core/sequence";
import { useMemo } from "react";
import { Link, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useDances, useFigures, useSteps } from "../figures/library.ts";
import { ReadScore } from "../sequences/read-score.tsx";
import { useSequenceLibrary } from "../sequences/use-library.ts";
import { drillAround } from "./deal.ts";
import { KeepForStudent } from "./keep-for-student.tsx";
import { Practice } from "./practice.tsx";

const NoSteps = () => (
  <Empty title="There is nothing to practise yet">It has no steps that are danced to a beat.</Empty>
);

interface FigureProps {
  readonly record: FigureRecord;
  readonly dance: DanceRecord;
  readonly records: readonly FigureRecord[];
}

function OfFigure({ record, dance, records }: FigureProps) {
  const steps = useSteps(record);
  const library = useSequenceLibrary(dance, records);
  const drill = useMemo(() => drillAround(library, [record.id]), [library, record.id]);
  if (!steps || steps.free || dance.freeTimed) return <NoSteps />;
  return (
    <>
      <PageHead title={`Practise ${record.name}`} about={dance.name}>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/figures/${record.id}`}>Back to the figure</Link>
        </Button>
      </PageHead>
      <Practice
        key={record.id}
        about={record.id}
        name={record.name}
        figure={steps}
        dance={dance}
        bpm={dance.slowestBpm}
        drill={drill}
        keep={(measure) => <KeepForStudent measure={measure} figureId={record.id} sequenceId={null} />}
      />
    </>
  );
}

/** Practising one figure to the beat. */
export function PracticeFigurePage() {
  const { figureId = "" } = useParams();
  const figure = useApi(api.figures.read, { params: { id: figureId } });
  const dances = useDances();
  const library = useFigures(figure.data?.danceId);
  return (
    <Loaded all={[figure, dances, library]}>
      {(record, all, records) => {
        const dance = all.find(({ id }) => id === record.danceId);
        return dance ? <OfFigure record={record} dance={dance} records={records} /> : null;
      }}
    </Loaded>
  );
}

interface SequenceProps {
  readonly record: SequenceRecord;
  readonly dance: DanceRecord;
  readonly records: readonly FigureRecord[];
}

function OfSequence({ record, dance, records }: SequenceProps) {
  const library = useSequenceLibrary(dance, records);
  const whole = useMemo(
    () => asOneFigure(roundOf(record.items, library.figureOf)),
    [record.items, library.figureOf],
  );
  const routine = useMemo(
    () => ({ ...library, items: record.items, phraseBeats: record.phraseBeats }),
    [library, record.items, record.phraseBeats],
  );
  const drill = useMemo(
    () => drillAround(library, [...new Set(figureItemsOf(record.items).map(({ figureId }) => figureId))]),
    [library, record.items],
  );
  // A figure in its own time still has its counts within a routine.
  if (!whole || dance.freeTimed) return <NoSteps />;
  return (
    <>
      <PageHead title={`Practise ${record.name}`} about={dance.name}>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/sequences/${record.id}`}>Back to the sequence</Link>
        </Button>
      </PageHead>
      <Practice
        key={record.id}
        about={record.id}
        name={record.name}
        figure={whole}
        dance={dance}
        bpm={record.bpm ?? dance.slowestBpm}
        routine={routine}
        drill={drill}
        keep={(measure) => <KeepForStudent measure={measure} figureId={null} sequenceId={record.id} />}
        draw={(at) => <ReadScore content={record} library={library} at={at} />}
      />
    </>
  );
}

/** Practising a routine to the beat. */
export function PracticeSequencePage() {
  const { sequenceId = "" } = useParams();
  const sequence = useApi(api.sequences.read, { params: { id: sequenceId } });
  const dances = useDances();
  const figures = useFigures(sequence.data?.danceId);
  return (
    <Loaded all={[sequence, dances, figures]}>
      {(record, all, records) => {
        const dance = all.find(({ id }) => id === record.danceId);
        return dance ? <OfSequence record={record} dance={dance} records={records} /> : null;
      }}
    </Loaded>
  );
}
