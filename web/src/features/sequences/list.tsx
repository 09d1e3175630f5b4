import { Button, Stack } from "@chakra-ui/react";
import { api, type DanceRecord } from "@map-step/contract";
import { useState } from "react";
import { useNavigate } from "react-router";
import { ApiError, useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { TextField } from "../../kit/fields.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { byName, SmallSelect } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { WindowList } from "../../kit/window-list.tsx";
import { useMay } from "../session/session.tsx";
import { SequenceLine } from "./line.tsx";

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

/** About how high a sequence stands, in pixels, and how many of a dance are all in the page. */
const [ROW, FEW] = [190, 8] as const;

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
                    <WindowList items={own} keyOf={({ id }) => id} heightOf={() => ROW} few={FEW}>
                      {(sequence) => (
                        <SequenceLine
                          sequence={sequence}
                          dance={dance}
                          level={allLevels.find(({ id }) => id === sequence.levelId)}
                          mayWrite={mayWrite}
                        />
                      )}
                    </WindowList>
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
