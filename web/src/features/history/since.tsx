import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api, type ChangedThing } from "@map-step/contract";
import { counted, inWords } from "@map-step/core/words";
import { Link } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { momentOf, shortDay } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { tellError } from "../../kit/toasts.ts";
import { whatAndWhere } from "./places.ts";

const DONE: Readonly<Record<ChangedThing["what"], string>> = {
  was: "was there",
  made: "made by",
  changed: "changed by",
  removed: "removed by",
  back: "brought back by",
};

function Thing({ thing }: { thing: ChangedThing }) {
  const { name, to } = whatAndWhere(thing, shortDay);
  const times = thing.times > 1 ? `, ${counted(thing.times, "time")}` : "";
  return (
    <Flex
      as="li"
      justify="space-between"
      gap="3"
      py="1.5"
      borderTopWidth="1px"
      borderColor="rule"
      wrap="wrap"
    >
      <Text>
        {to && thing.what !== "removed" ? (
          <Text asChild color="pine" fontWeight="600">
            <Link to={to}>{name}</Link>
          </Text>
        ) : (
          <strong>{name}</strong>
        )}
        {thing.of ? (
          <Text as="span" color="soft">
            {" "}
            {thing.of}
          </Text>
        ) : null}
      </Text>
      <Text color="soft" fontSize="sm">
        {thing.list === "comments" && thing.what === "made" ? "said by" : DONE[thing.what]}{" "}
        {inWords(thing.by)}
        {times}, {momentOf(thing.at)}
      </Text>
    </Flex>
  );
}

/** What others changed since this person last said that they had seen it: by thing, not by keystroke. */
export function SinceYouWereHere() {
  const since = useApi(api.history.since, {});
  const seen = useChange(api.history.seen);
  const { things, upTo, more } = since.data ?? { things: [], upTo: 0, more: 0 };
  if (things.length === 0) return null;
  return (
    <Panel>
      <PanelTitle
        aside={
          <Button
            size="xs"
            variant="outline"
            className="no-print"
            loading={seen.isPending}
            onClick={() => seen.mutate({ body: { upTo } }, { onError: tellError })}
          >
            Seen
          </Button>
        }
      >
        Since you were here
      </PanelTitle>
      <Box as="ul" listStyleType="none">
        {things.map((thing) => (
          <Thing key={`${thing.list} ${thing.thingId}`} thing={thing} />
        ))}
      </Box>
      {more > 0 ? (
        <Text color="soft" fontSize="sm" mt="2">
          and {more} more
        </Text>
      ) : null}
    </Panel>
  );
}
