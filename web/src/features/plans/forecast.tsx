import { Box, Text } from "@chakra-ui/react";
import { api, type KeptEvidence } from "@map-step/contract";
import { uncorrected } from "@map-step/core/check";
import { ENOUGH_MARKS, type Exposure, exposuresOf, fading, type Observation } from "@map-step/core/plan";
import { lazy, Suspense, useMemo } from "react";
import { useApi } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { Loading } from "../../kit/states.tsx";
import { useTeaches } from "../sections/own-class.tsx";
import type { PlanView } from "./plan-view.ts";
import type { PlannerInput } from "./planner-input.ts";

const ForecastChart = lazy(async () => ({ default: (await import("./forecast-chart.tsx")).ForecastChart }));

interface Props {
  readonly input: PlannerInput;
  readonly view: PlanView;
  readonly onClose: () => void;
}

/** A section's marks as what was remembered, and after which lessons. */
function observationsOf(
  evidence: readonly KeptEvidence[],
  dates: readonly string[],
  exposures: ReadonlyMap<string, readonly Exposure[]>,
): Observation[] {
  return uncorrected(evidence).flatMap(({ figureId, mark, at }) => {
    const week = dates.filter((date) => date <= at).length;
    const danced = exposures.get(figureId) ?? [];
    // What was seen in a course before says nothing of this one's lessons.
    if (week === 0 || danced.length === 0) return [];
    return [{ exposures: danced, week: week + 0.5, recalled: mark === "alone" || mark === "dances-it" }];
  });
}

/** What is left of each figure week by week, and at the check; always an estimate. */
export function Forecast({ input, view: { levelPlan, figures }, onClose }: Props) {
  const { section } = input;
  const teaches = useTeaches();
  const seen = useApi(
    api.checks.seen,
    { params: { id: section?.id ?? "" } },
    { enabled: section !== null && teaches(section) },
  );
  const told = useMemo(() => {
    const observations = observationsOf(
      seen.data?.evidence ?? [],
      section?.dates ?? [],
      exposuresOf(levelPlan),
    );
    const { figures: rows, mean, checkWeek, scale } = fading(levelPlan, { observations });
    return {
      rows: rows.map(({ figureId, recall }) => ({
        id: figureId,
        name: figures.find(({ id }) => id === figureId)?.name ?? "",
        recall,
      })),
      weeks: mean.map((_, index) => index + 1),
      mean,
      checkWeek,
      scale,
      marks: observations.length,
    };
  }, [levelPlan, seen.data, section, figures]);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <Modal open title="What students will remember" onClose={onClose} size="xl">
      <Text mb="3">
        An estimate: each time a figure is danced it is remembered longer.{" "}
        {told.scale === null
          ? section
            ? `The house's defaults are used; ${told.marks} of ${ENOUGH_MARKS} marks are there to fit them to this section.`
            : "The house's defaults are used; a section with checks has a memory of its own."
          : `Fitted to ${told.marks} marks of this section: it remembers ${told.scale.toFixed(1)} times as long as the defaults say.`}
      </Text>
      <Suspense fallback={<Loading />}>
        <ForecastChart weeks={told.weeks} mean={told.mean} rows={told.rows} checkWeek={told.checkWeek} />
      </Suspense>
      <Box
        as="table"
        aria-label="What students will remember"
        w="full"
        mt="4"
        fontSize="sm"
        className="numbers"
        css={{
          "& th, & td": { padding: "3px 6px", textAlign: "right" },
          "& th:first-of-type": { textAlign: "left" },
        }}
      >
        <caption style={{ textAlign: "left", fontWeight: 700 }}>
          Most forgotten by week {told.checkWeek}
        </caption>
        <thead>
          <tr>
            <th scope="col">Figure</th>
            {told.weeks.map((week) => (
              <th key={week} scope="col">
                {week}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {told.rows.slice(0, 10).map(({ id, name, recall }) => (
            <tr key={id}>
              <th scope="row" style={{ fontWeight: 400 }}>
                {name}
              </th>
              {recall.map((share, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a week is its place
                <td key={index}>{share === 0 ? "" : percent(share)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
    </Modal>
  );
}
