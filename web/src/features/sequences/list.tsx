import { Badge, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type DanceRecord, type Level, type SequenceSummary } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { ApiError, useApi, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField } from "../../kit/fields.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { byName, SmallSelect } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { useMay } from "../session/session.tsx";

/** The level and the tempo are set on the sequence's own page. */
function NewSequence({ dances, onClose }: { dances: readonly DanceRecord[]; onClose: () => void }) {
  const navigate = useNavigate();
  const create = useChange(api.sequences.create);
  const [name, setName] = useState("");
  const [danceId, setDanceId] = useState(dances[0]?.id ?? "");
  const [fault, setFault] = useState("");
  const make = async () => {
    const dance = dances.find(({ id }) => id === danceId);
    if (!dance) return;
    const { phraseBeats } = dance;
    const content = {
      danceId,
      name,
      levelId: null,
      loops: true,
      phraseBeats,
      bpm: null,
      note: "",
      items: [],
    };
    try {
      const { id } = await create.mutateAsync({ body: content });
      void navigate(`/sequences/${id}`);
    } catch (error) {
      if (error instanceof ApiError) setFault(error.problem.errors?.[0]?.message ?? error.problem.detail);
      else tellError(error);
    }
  };
  return (
    <Modal
      open
      title="New sequence"
      onClose={onClose}
      foot={
        <Button loading={create.isPending} onClick={() => void make()}>
          Begin
        </Button>
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <Stack gap="3">
          <TextField
            label="Name"
            value={name}
            maxLength={80}
            error={fault === "" ? undefined : fault}
            onChange={({ target }) => setName(target.value)}
          />
          <SmallSelect label="Dance" value={danceId} choices={byName(dances)} onChange={setDanceId} />
        </Stack>
      </form>
    </Modal>
  );
}

interface LineProps {
  readonly sequence: SequenceSummary;
  readonly level: Level | undefined;
  readonly mayWrite: boolean;
}

function Line({ sequence, level, mayWrite }: LineProps) {
  const { id, name, figures, loops, isShared, changedAt, changedBy } = sequence;
  const { remove, busy } = useRemoval(api.sequences.remove, api.sequences.restore);
  const about = [
    counted(figures, "figure"),
    ...(level ? [level.name] : []),
    loops ? "goes round" : "danced once through",
    `${changedBy === "" ? "" : `${changedBy}, `}${momentOf(changedAt)}`,
  ];
  return (
    <Flex
      as="li"
      gap="3"
      align="center"
      justify="space-between"
      wrap="wrap"
      py="3"
      borderTopWidth="1px"
      borderColor="rule"
      _first={{ borderTopWidth: "0" }}
      listStyleType="none"
    >
      <Stack gap="0">
        <Text asChild fontWeight="700" fontSize="lg" fontFamily="heading">
          <Link to={`/sequences/${id}`}>{name}</Link>
        </Text>
        <Text color="soft" fontSize="sm">
          {about.join("; ")}
        </Text>
      </Stack>
      <Flex gap="2" align="center">
        {isShared ? <Badge colorPalette="pine">shared</Badge> : null}
        {mayWrite ? (
          <Button
            size="sm"
            variant="ghost"
            loading={busy}
            onClick={() => remove(id, `${name} is taken away`)}
          >
            Remove
          </Button>
        ) : null}
      </Flex>
    </Flex>
  );
}

/** Every sequence of the studio, dance by dance. */
export function SequencesPage() {
  const sequences = useApi(api.sequences.list, {});
  const dances = useApi(api.dances.list, {});
  const levels = useApi(api.levels.list, {});
  const mayWrite = useMay("sequences.write");
  const [isNew, setNew] = useState(false);
  return (
    <Loaded all={[sequences, dances, levels]}>
      {(all, allDances, allLevels) => (
        <>
          <PageHead title="Sequences" about="Routines that go round, with every join proven to fit">
            {mayWrite && allDances.length > 0 ? (
              <Button onClick={() => setNew(true)}>New sequence</Button>
            ) : null}
          </PageHead>
          {all.length === 0 ? (
            <Empty title="No sequence yet">
              {allDances.length === 0
                ? "A sequence is made of the figures of a dance. Add a dance and some figures first."
                : "Put figures one after the other, or let the shortest routine of what a class was taught be found."}
            </Empty>
          ) : (
            <Stack gap="4">
              {allDances.map((dance) => {
                const own = all.filter(({ danceId }) => danceId === dance.id);
                return own.length === 0 ? null : (
                  <Panel key={dance.id} as="section" aria-label={dance.name}>
                    <PanelTitle>{dance.name}</PanelTitle>
                    <ul>
                      {own.map((sequence) => (
                        <Line
                          key={sequence.id}
                          sequence={sequence}
                          level={allLevels.find(({ id }) => id === sequence.levelId)}
                          mayWrite={mayWrite}
                        />
                      ))}
                    </ul>
                  </Panel>
                );
              })}
            </Stack>
          )}
          {isNew ? <NewSequence dances={allDances} onClose={() => setNew(false)} /> : null}
        </>
      )}
    </Loaded>
  );
}
