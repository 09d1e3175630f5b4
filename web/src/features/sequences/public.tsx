import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type PublicSequence } from "@map-step/contract";
import { useEffect } from "react";
import { useApi } from "../../kit/api.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useShownFigures } from "../figures/shown.ts";
import { CallSheet } from "./call-sheet.tsx";
import { LiveSequence } from "./live-sequence.tsx";
import { useScoreView } from "./use-builder.ts";

function Sheet({ sequence: { content, dance, figures, studioName } }: { sequence: PublicSequence }) {
  const library = useShownFigures(figures, dance);
  const view = useScoreView(content, library);
  useEffect(() => {
    document.title = `${content.name} · ${studioName}`;
  }, [content.name, studioName]);
  return (
    <>
      <Text color="soft" fontSize="sm">
        {studioName}
      </Text>
      <Heading as="h1" size={{ base: "2xl", md: "4xl" }} mt="1" lineHeight="1.1">
        {content.name}
      </Heading>
      <Text color="soft" mt="1">
        {dance.name}
      </Text>
      {content.note === "" ? null : <Text mt="2">{content.note}</Text>}
      <LiveSequence content={content} library={library} />
      <Heading as="h2" size="md" mt="4" mb="2">
        Call sheet
      </Heading>
      <CallSheet view={view} />
      <Flex
        mt="8"
        pt="4"
        borderTopWidth="1px"
        borderColor="rule"
        justify="space-between"
        gap="4"
        align="center"
      >
        <Text color="soft" fontSize="sm">
          General guidance for practice. The venue's rules, local codes and licensed practitioners come first.
        </Text>
        <Button className="no-print" size="sm" variant="outline" onClick={() => window.print()}>
          Print
        </Button>
      </Flex>
    </>
  );
}

/** A routine as anyone with its link sees it, without signing in. */
export function PublicSequencePage({ secret }: { secret: string }) {
  const sequence = useApi(api.sequences.readPublic, { params: { secret } });
  return (
    <Box px={{ base: "2", md: "8" }} py={{ base: "4", md: "10" }} _print={{ p: "0" }}>
      <Box
        as="main"
        bg="panel"
        maxW="64rem"
        mx="auto"
        px={{ base: "4", md: "10" }}
        py={{ base: "6", md: "8" }}
        borderRadius="lg"
        borderWidth="1px"
        borderColor="rule"
        _print={{ border: "none", bg: "white", p: "0", fontSize: "11pt" }}
      >
        {[400, 404, 422].includes(sequence.error?.problem.status ?? 0) ? (
          <Empty title="No routine here">
            Perhaps a piece of the link was cut off, or the routine is not shared any more. Ask your teacher
            for the link once more.
          </Empty>
        ) : (
          <Loaded all={[sequence]}>{(current) => <Sheet sequence={current} />}</Loaded>
        )}
      </Box>
    </Box>
  );
}
