import { Box, Button, Flex, Text } from "@chakra-ui/react";
import {
  api,
  type DanceRecord,
  type FigureRecord,
  type Level,
  type SequenceRecord,
} from "@map-step/contract";
import { itemById } from "@map-step/core/sequence";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { Aside, PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { UndoRedo } from "../../kit/undo-redo.tsx";
import { CommentsButton } from "../comments/comments-button.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { useMay } from "../session/session.tsx";
import { CallSheet } from "./call-sheet.tsx";
import { CountDialog } from "./count.tsx";
import { CrowdedDialog } from "./crowded.tsx";
import { FactsPanel } from "./facts-panel.tsx";
import { FigureList } from "./figure-list.tsx";
import { FilesDialog } from "./files.tsx";
import { HalvesDialog } from "./halves.tsx";
import { ItemPanel } from "./item-panel.tsx";
import { JoinPanel } from "./join-panel.tsx";
import { LiveSequence } from "./live-sequence.tsx";
import { MakeDialog } from "./make.tsx";
import { Score } from "./score.tsx";
import { SettingsDialog } from "./settings.tsx";
import { TypeFigures } from "./type-figures.tsx";
import { useBuilder } from "./use-builder.ts";
import { useSequenceLibrary } from "./use-library.ts";
import { VersionsDialog } from "./versions.tsx";

type Tool = "play" | "make" | "count" | "halves" | "crowded" | "files" | "versions" | "settings";

const TOOLS: readonly (readonly [tool: Tool, name: string])[] = [
  ["play", "Play"],
  ["count", "How many are there?"],
  ["halves", "Halves"],
  ["crowded", "Crowded floor"],
  ["files", "Share and files"],
  ["versions", "Versions"],
  ["settings", "Settings"],
];

interface Props {
  readonly record: SequenceRecord;
  readonly dance: DanceRecord;
  readonly records: readonly FigureRecord[];
  readonly levels: readonly Level[];
}

function Sequence({ record, dance, records, levels }: Props) {
  const library = useSequenceLibrary(dance, records);
  const builder = useBuilder(record, library, levels);
  const mayEdit = useMay("sequences.write");
  const mayWriteFigures = useMay("figures.write");
  const [tool, setTool] = useState<Tool | null>(null);
  const { edit, content, selected } = builder;
  const level = levels.find(({ id }) => id === content.levelId);
  const close = () => setTool(null);
  const item = selected !== null && "item" in selected ? itemById(content.items, selected.item) : undefined;
  const about = [
    dance.name,
    ...(level ? [level.name] : []),
    `phrases of ${content.phraseBeats}`,
    content.loops ? "goes round" : "once through",
  ].join(", ");
  return (
    <Box
      onKeyDown={(event) => {
        if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLInputElement) return;
        if (event.key === "z" && !event.shiftKey && edit.canUndo) edit.undo();
        else if ((event.key === "y" || (event.key === "z" && event.shiftKey)) && edit.canRedo) edit.redo();
        else return;
        event.preventDefault();
      }}
    >
      <PageHead title={content.name} about={about}>
        <CommentsButton list="sequences" thingId={record.id} what={content.name} />
        {mayEdit ? (
          <>
            <SaveBadge state={edit.saving.state} retry={edit.saving.flush} />
            <UndoRedo edit={edit} />
          </>
        ) : null}
        {TOOLS.filter(([name]) => mayEdit || name !== "settings").map(([name, label]) => (
          <Button key={name} size="sm" px="3" variant="outline" bg="panel" onClick={() => setTool(name)}>
            {label}
          </Button>
        ))}
        <Button asChild size="sm" px="3" variant="outline" bg="panel">
          <Link to={`/practice/sequences/${record.id}`}>Practise</Link>
        </Button>
      </PageHead>
      <Flex gap="4" direction={{ base: "column", lg: "row" }} align={{ lg: "flex-start" }}>
        <Box flex="1" minW="0">
          {mayEdit ? <TypeFigures builder={builder} onMake={() => setTool("make")} /> : null}
          {content.note === "" ? null : (
            <Text mb="3" color="soft">
              {content.note}
            </Text>
          )}
          {content.items.length === 0 ? (
            <Empty title="Nothing in it yet">
              {mayEdit
                ? "Write the names of figures above, with a comma between them, or let “Make it for me” find the shortest routine of what a class was taught."
                : "Whoever writes it has not begun."}
            </Empty>
          ) : (
            <Score view={builder} actions={mayEdit ? builder.actions : undefined}>
              {selected !== null && "gap" in selected && mayEdit ? (
                <JoinPanel
                  key={`${selected.gap.before?.id} ${selected.gap.after?.id}`}
                  builder={builder}
                  gap={selected.gap}
                  mayWriteFigures={mayWriteFigures}
                />
              ) : null}
            </Score>
          )}
          <Box display="none" _print={{ display: "block" }}>
            <CallSheet view={builder} />
          </Box>
        </Box>
        <Aside label="About this sequence">
          {item?.kind === "figure" && mayEdit ? (
            <ItemPanel key={item.id} item={item} builder={builder} />
          ) : null}
          <FactsPanel builder={builder} />
          {mayEdit ? <FigureList builder={builder} /> : null}
        </Aside>
      </Flex>
      {tool === "play" ? (
        <Modal open size="xl" title={content.name} onClose={close}>
          <LiveSequence content={content} library={library} large />
          <CallSheet view={builder} />
        </Modal>
      ) : null}
      {tool === "make" ? <MakeDialog builder={builder} levels={levels} onClose={close} /> : null}
      {tool === "count" ? <CountDialog builder={builder} mayEdit={mayEdit} onClose={close} /> : null}
      {tool === "halves" ? <HalvesDialog builder={builder} mayEdit={mayEdit} onClose={close} /> : null}
      {tool === "crowded" ? <CrowdedDialog builder={builder} mayEdit={mayEdit} onClose={close} /> : null}
      {tool === "files" ? (
        <FilesDialog record={record} builder={builder} mayEdit={mayEdit} onClose={close} />
      ) : null}
      {tool === "versions" ? (
        <VersionsDialog id={record.id} builder={builder} mayEdit={mayEdit} onClose={close} />
      ) : null}
      {tool === "settings" ? <SettingsDialog builder={builder} levels={levels} onClose={close} /> : null}
      <SavingConflict conflict={edit.saving.conflict} onChoose={edit.settle} />
    </Box>
  );
}

/** One sequence, as a score that answers to every change. */
export function SequencePage() {
  const { sequenceId = "" } = useParams();
  const record = useApi(api.sequences.read, { params: { id: sequenceId } });
  const dances = useDances();
  const levels = useApi(api.levels.list, {});
  const figures = useFigures(record.data?.danceId);
  return (
    <Loaded all={[record, dances, levels, figures]}>
      {(sequence, allDances, allLevels, records) => {
        const dance = allDances.find(({ id }) => id === sequence.danceId);
        return dance ? (
          <Sequence
            key={sequence.id}
            record={sequence}
            dance={dance}
            records={records}
            levels={allLevels.filter(({ danceId }) => danceId === dance.id)}
          />
        ) : null;
      }}
    </Loaded>
  );
}
