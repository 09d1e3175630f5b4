import { Box, Text } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import { coupleInWords } from "@map-step/core/couple";
import { counted } from "@map-step/core/words";
import { useMemo } from "react";
import { preciseLengthText } from "../../kit/lengths.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useCouples } from "../../kit/use-couple.ts";
import { FigureName } from "../figures/figure-name.tsx";
import { useWithSteps } from "../figures/really-new.tsx";

interface Props {
  readonly dance: DanceRecord;
  readonly figures: readonly FigureRecord[];
}

/** In which figures of a dance no usual steps keep the couple together, and in which it takes a word in class. */
export function StayingTogether({ dance, figures }: Props) {
  const withSteps = useWithSteps(figures);
  const steps = useMemo(() => withSteps.map(({ figure }) => figure), [withSteps]);
  const { verdicts, failed } = useCouples(steps, dance);
  const told = withSteps.flatMap(({ id, figure }, at) => {
    const verdict = verdicts?.[at];
    const record = figures.find((one) => one.id === id);
    return verdict && record ? [{ record, said: coupleInWords(verdict, figure, preciseLengthText) }] : [];
  });
  if (dance.alone || (verdicts && told.length === 0)) return null;
  const apart = told.filter(({ said }) => said.tone === "warning");
  const close = told.filter(({ said }) => said.tone === "note");
  const wait = failed ? "This could not be worked out here." : "Working out the couples …";
  return (
    <Panel as="section" aria-label="Staying together" aria-busy={!verdicts && !failed}>
      <PanelTitle>Staying together</PanelTitle>
      {verdicts ? (
        <Text>
          {apart.length === 0
            ? `Usual steps keep the couple together in ${told.length === 1 ? "the one figure" : `all ${counted(told.length, "figure")}`} for two.`
            : `In ${apart.length} of ${counted(told.length, "figure")} for two, no usual steps keep the couple together.`}
          {close.length > 0
            ? ` ${close.length === 1 ? "One needs" : `${close.length} need`} a word in class. All of it rests on estimated step sizes.`
            : " All of it rests on estimated step sizes."}
        </Text>
      ) : (
        <Text color="soft">{wait}</Text>
      )}
      {apart.length + close.length > 0 ? (
        <Box as="ul" pl="5" mt="2" listStyleType="disc" aria-label="Figures to look at">
          {[...apart, ...close].map(({ record, said }) => (
            <li key={record.id}>
              <b>
                <FigureName id={record.id} name={record.name} />
              </b>
              : {said.text}
            </li>
          ))}
        </Box>
      ) : null}
    </Panel>
  );
}
