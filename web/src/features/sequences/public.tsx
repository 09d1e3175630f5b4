import { Heading, Text } from "@chakra-ui/react";
import { api, type PublicSequence } from "@map-step/contract";
import { useApi } from "../../kit/api.ts";
import { writeAs } from "../../kit/locale-format.ts";
import { isDeadLink, PublicFoot, PublicFrame, PublicHead } from "../../kit/public-sheet.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useShownFigures } from "../figures/shown.ts";
import { CallSheet } from "./call-sheet.tsx";
import { LiveSequence } from "./live-sequence.tsx";
import { useScoreView } from "./use-builder.ts";

function Sheet({
  sequence: { content, dance, figures, localeFormat, studioName },
}: {
  sequence: PublicSequence;
}) {
  writeAs(localeFormat);
  const library = useShownFigures(figures, dance);
  const view = useScoreView(content, library);
  return (
    <>
      <PublicHead studioName={studioName} title={content.name} about={dance.name} />
      {content.note === "" ? null : <Text mt="2">{content.note}</Text>}
      <LiveSequence content={content} library={library} />
      <Heading as="h2" size="md" mt="4" mb="2">
        Call sheet
      </Heading>
      <CallSheet view={view} />
      <PublicFoot />
    </>
  );
}

/** A routine as anyone with its link sees it, without signing in. */
export function PublicSequencePage({ secret }: { secret: string }) {
  const sequence = useApi(api.sequences.readPublic, { params: { secret } });
  return (
    <PublicFrame maxW="64rem">
      {isDeadLink(sequence.error?.problem.status) ? (
        <Empty title="No routine here">
          Perhaps a piece of the link was cut off, or the routine is not shared any more. Ask your teacher for
          the link once more.
        </Empty>
      ) : (
        <Loaded all={[sequence]}>{(current) => <Sheet sequence={current} />}</Loaded>
      )}
    </PublicFrame>
  );
}
