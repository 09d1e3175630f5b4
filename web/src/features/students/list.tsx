import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { type AlikePair, api, type StudioPerson } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { WindowList } from "../../kit/window-list.tsx";
import { useMay } from "../session/session.tsx";
import { DancerName } from "./dancer-name.tsx";
import { roleName } from "./words.ts";

const whereOf = ({ courses }: StudioPerson): string =>
  courses.length === 0
    ? "in no section"
    : courses.map(({ level, section }) => `${level}, ${section}`).join("; ");

/** Pairs that may be one person, to be joined by somebody who knows them. */
function SamePerson() {
  const may = useMay("students.join");
  const alike = useApi(api.students.alike, {}, { enabled: may });
  const join = useChange(api.students.join);
  const separate = useChange(api.students.separate);
  const [apart, setApart] = useState<ReadonlySet<string>>(new Set());
  const pairs = (alike.data ?? []).filter(({ one, other }) => !apart.has(`${one.id} ${other.id}`));
  if (pairs.length === 0) return null;
  const same = ({ one, other }: AlikePair) =>
    join.mutate(
      { params: { id: other.id }, body: { studentId: one.id } },
      {
        onSuccess: () =>
          tellRemoved(`${other.name} and ${one.name} are one person now.`, () =>
            separate.mutate({ params: { id: other.id } }, { onError: tellError }),
          ),
        onError: tellError,
      },
    );
  return (
    <Panel mb="4">
      <PanelTitle>The same person?</PanelTitle>
      <Text color="soft" fontSize="sm" mb="2">
        Their names are the same, or nearly, and they are in different sections. Joined, everything seen of
        both is one dancer's; it can be taken back.
      </Text>
      {pairs.slice(0, 6).map((pair) => (
        <Flex
          key={`${pair.one.id} ${pair.other.id}`}
          gap="3"
          align="center"
          wrap="wrap"
          py="1.5"
          borderTopWidth="1px"
          borderColor="rule"
        >
          <Box flex="1" minW="16rem">
            <Text>
              <strong>{pair.one.name}</strong>{" "}
              <Text as="span" color="soft" fontSize="sm">
                {whereOf(pair.one)}
              </Text>
            </Text>
            <Text>
              <strong>{pair.other.name}</strong>{" "}
              <Text as="span" color="soft" fontSize="sm">
                {whereOf(pair.other)}
              </Text>
            </Text>
          </Box>
          <Button size="sm" loading={join.isPending} onClick={() => same(pair)}>
            One person
          </Button>
          <Button
            size="sm"
            variant="outline"
            onClick={() => setApart(new Set([...apart, `${pair.one.id} ${pair.other.id}`]))}
          >
            Two people
          </Button>
        </Flex>
      ))}
      {pairs.length > 6 ? (
        <Text color="soft" fontSize="sm">
          and {pairs.length - 6} more pairs
        </Text>
      ) : null}
    </Panel>
  );
}

/** About how high a name stands, in pixels. */
const ROW = 33;

const found = (all: readonly StudioPerson[], find: string): readonly StudioPerson[] => {
  const asked = find.trim().toLowerCase();
  return asked === "" ? all : all.filter(({ name }) => name.toLowerCase().includes(asked));
};

/** Everybody of the studio, each once. */
export function DancersPage() {
  const people = useApi(api.students.all, {});
  const [find, setFind] = useState("");
  return (
    <Loaded all={[people]}>
      {(all) => {
        const shown = found(all, find);
        return (
          <>
            <PageHead
              title="Dancers"
              about={`${counted(all.length, "dancer")}, each once, whatever they take`}
            />
            <SamePerson />
            {all.length === 0 ? (
              <Empty title="No dancers yet">Students stand here once they are on a roster.</Empty>
            ) : (
              <Panel>
                <Input
                  size="sm"
                  maxW="18rem"
                  mb="3"
                  aria-label="Find by name"
                  placeholder="Find by name"
                  value={find}
                  onChange={({ target }) => setFind(target.value)}
                />
                {shown.length === 0 ? <Text color="soft">Nobody is called that.</Text> : null}
                <WindowList items={shown} keyOf={({ id }) => id} heightOf={() => ROW}>
                  {(one) => (
                    <Flex gap="3" py="1" borderTopWidth="1px" borderColor="rule" wrap="wrap">
                      <Heading as="h2" size="sm" w="12rem" overflowWrap="anywhere">
                        <DancerName id={one.id} name={one.name} />
                      </Heading>
                      <Text w="6rem" color="soft">
                        {roleName(one.role)}
                      </Text>
                      <Text flex="1" minW="14rem">
                        {whereOf(one)}
                      </Text>
                    </Flex>
                  )}
                </WindowList>
              </Panel>
            )}
          </>
        );
      }}
    </Loaded>
  );
}
