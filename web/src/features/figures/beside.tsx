import { Button, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { callOf, elementSet } from "@map-step/core/element";
import { compareFigures, percentAlike } from "@map-step/core/likeness";
import { type Figure, writtenRoles } from "@map-step/core/notation";
import { useMemo } from "react";
import { Link, useParams } from "react-router";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { CountRibbon, type Mark } from "../../kit/ribbon/index.ts";
import { Slip } from "../../kit/slip.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { comparisonInWords } from "./alike.tsx";
import { timingOf, useDances, useFigureLines, useFigures, useSteps } from "./library.ts";
import { stretchesInWords } from "./stretches.ts";

interface SideProps {
  readonly record: FigureRecord;
  readonly steps: Figure;
  readonly dance: DanceRecord | undefined;
  readonly differing: readonly Mark[];
}

const Side = ({ record, steps, dance, differing }: SideProps) => (
  <Panel>
    <PanelTitle
      aside={
        <Button asChild size="sm" variant="outline">
          <Link to={`/figures/${record.id}`}>Open</Link>
        </Button>
      }
    >
      {record.name}
    </PanelTitle>
    <CountRibbon figure={steps} name={record.name} timing={timingOf(dance)} marked={differing} />
    <Text mt="3">
      {differing.length === 0
        ? "Nothing of it differs."
        : `Differs: ${writtenRoles(steps)
            .flatMap((role) => {
              const own = differing.filter((mark) => mark.role === role);
              return own.length === 0 ? [] : [`${role} ${stretchesInWords(own)}`];
            })
            .join("; ")}.`}
    </Text>
  </Panel>
);

interface BothProps {
  readonly one: FigureRecord;
  readonly two: FigureRecord;
  readonly dance: DanceRecord | undefined;
}

/** Two figures one under the other, what differs set off. */
function Both({ one, two, dance }: BothProps) {
  const [a, b] = [useSteps(one), useSteps(two)];
  const comparison = useMemo(() => (a && b ? compareFigures(a, b) : null), [a, b]);
  if (!a || !b || !comparison) return <Empty title="Nothing to compare">One of the two has no steps.</Empty>;
  const sideOf = (side: "a" | "b"): Mark[] =>
    writtenRoles(a).flatMap((role) =>
      (comparison.byRole[role]?.differing ?? []).flatMap((stretch) => {
        const there = stretch[side];
        return there ? [{ role, ...there }] : [];
      }),
    );
  return (
    <>
      <PageHead
        title={`${one.name} beside ${two.name}`}
        about={`${percentAlike(comparison.likeness)} % alike; ${comparisonInWords(comparison, dance ? callOf(a, elementSet(dance)) : {})}`}
      />
      {comparison.lookAlike ? (
        <Slip calls>
          <Text>
            Look-alikes: teach them in different lessons, or contrast them on purpose. They differ only in{" "}
            {comparison.decides}.
          </Text>
        </Slip>
      ) : null}
      <Stack gap="4">
        <Side record={one} steps={a} dance={dance} differing={sideOf("a")} />
        <Side record={two} steps={b} dance={dance} differing={sideOf("b")} />
      </Stack>
    </>
  );
}

export function BesidePage() {
  const { figureId, otherId } = useParams();
  const lines = useFigureLines();
  const line = lines.data?.find(({ id }) => id === figureId);
  const library = useFigures(line?.danceId);
  const dances = useDances();
  const gone = <Empty title="One of the two is not there any more">Choose them under Figures.</Empty>;
  if (lines.data && !line) return gone;
  return (
    <Loaded all={[library, dances]}>
      {(all, allDances) => {
        const [one, two] = [all.find(({ id }) => id === figureId), all.find(({ id }) => id === otherId)];
        if (!one || !two) return gone;
        return <Both one={one} two={two} dance={allDances.find(({ id }) => id === one.danceId)} />;
      }}
    </Loaded>
  );
}
