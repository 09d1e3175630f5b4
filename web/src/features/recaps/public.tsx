import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type PublicRecap } from "@map-step/contract";
import { blocksFor } from "@map-step/core/recap";
import { useEffect, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { longDay } from "../../kit/dates.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useShownFigures } from "../figures/shown.ts";
import { LiveSequence } from "../sequences/live-sequence.tsx";
import { RecapText } from "./document.tsx";
import { CountsOnly, LiveFigure } from "./live-figure.tsx";

function Sheet({ recap }: { recap: PublicRecap }) {
  const [role, setRole] = useState<"leader" | "follower" | null>(null);
  const library = useShownFigures(recap.figures, recap.dance);
  useEffect(() => {
    document.title = `${recap.title} · ${recap.studioName}`;
  }, [recap]);
  return (
    <>
      <Text color="soft" fontSize="sm">
        {recap.studioName}
      </Text>
      <Heading as="h1" size={{ base: "2xl", md: "4xl" }} mt="1" lineHeight="1.1">
        {recap.title}
      </Heading>
      <Text color="soft" mt="1" mb="6">
        {recap.subtitle}; {longDay(recap.date)}
      </Text>
      <Flex className="no-print" mb="4">
        <ChoiceButtons
          label="For"
          choices={[
            { value: "both", label: "both roles" },
            { value: "leader", label: "leaders" },
            { value: "follower", label: "followers" },
          ]}
          isChosen={(one) => one === (role ?? "both")}
          onChoose={(one) => setRole(one === "both" ? null : (one as "leader" | "follower"))}
        />
      </Flex>
      <RecapText
        blocks={blocksFor(recap.document.content, role)}
        drawLive={(node) => {
          if (node.type === "sequence") {
            const shown = recap.sequences.find(({ id }) => id === node.attrs.sequenceId);
            return shown ? (
              <LiveSequence content={shown.content} library={library} />
            ) : (
              <CountsOnly {...node.attrs} />
            );
          }
          const { type, attrs } = node;
          const figure = library.figureOf(attrs.figureId);
          return figure ? (
            <LiveFigure show={type} figure={figure} name={attrs.name} dance={recap.dance} role={role} />
          ) : (
            <CountsOnly name={attrs.name} counts={attrs.counts} />
          );
        }}
      />
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

/** The recap as anyone with the link reads it: on a phone, on paper, without signing in. */
export function PublicRecapPage({ secret }: { secret: string }) {
  const recap = useApi(api.recaps.readPublic, { params: { secret } });
  return (
    <Box px={{ base: "4", md: "8" }} py={{ base: "4", md: "10" }} _print={{ p: "0" }}>
      <Box
        as="main"
        bg="panel"
        maxW="44rem"
        mx="auto"
        px={{ base: "5", md: "12" }}
        py={{ base: "6", md: "10" }}
        borderRadius="lg"
        borderWidth="1px"
        borderColor="rule"
        fontSize={{ md: "lg" }}
        _print={{ border: "none", bg: "white", p: "0", fontSize: "11pt" }}
      >
        {[400, 404, 422].includes(recap.error?.problem.status ?? 0) ? (
          <Empty title="No recap here">
            Perhaps a piece of the link was cut off, or the recap is not published any more. Ask your teacher
            for the link once more.
          </Empty>
        ) : (
          <Loaded all={[recap]}>{(current) => <Sheet recap={current} />}</Loaded>
        )}
      </Box>
    </Box>
  );
}
