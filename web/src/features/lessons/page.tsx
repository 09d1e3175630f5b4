import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { restrictToVerticalAxis } from "@dnd-kit/modifiers";
import { arrayMove, SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import type { LessonSegment } from "@map-step/contract";
import {
  insertSegment,
  notedAt,
  removeSegment,
  retime,
  totalMinutes,
  type WrittenPart,
} from "@map-step/core/lesson";
import { inWords } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { Confirm } from "../../kit/confirm.tsx";
import { clockAfter, longDay } from "../../kit/dates.ts";
import { Aside, PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { tellRemoved } from "../../kit/toasts.ts";
import { LogBadge } from "../class-log/log-badge.tsx";
import { LogSettling } from "../class-log/settling.tsx";
import { type ClassLogEdit, useClassLog } from "../class-log/use-class-log.ts";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { FinishDialog } from "./finish.tsx";
import { FromLastLesson } from "./last-lesson.tsx";
import { LessonGate, type OpenLesson } from "./lesson-gate.tsx";
import { ownPart } from "./own-part.ts";
import { OwnTitle } from "./own-title.tsx";
import { Part } from "./part.tsx";
import { PartNote } from "./part-note.tsx";
import { LessonTools } from "./tools.tsx";
import { useLesson } from "./use-lesson.ts";
import { writtenParts } from "./written-lesson.ts";

/** The running order with the last word of the log on each part, also with what is not sent yet. */
const withMarks = (segments: readonly LessonSegment[], { log, ready }: ClassLogEdit): LessonSegment[] =>
  segments.map((part) => {
    const { covered = null, reached = null } = ready ? (notedAt(log, "mark", part.id) ?? {}) : part;
    return { ...part, covered, reached };
  });

/** A lesson's running order, before, during and after class. */
function LessonSheet({ lesson, section, level, dance, bpm, figureOf, stepsOf }: OpenLesson) {
  const edit = useLesson(lesson);
  const log = useClassLog(lesson);
  const segments = withMarks(edit.segments, log);
  const [selectedId, setSelectedId] = useState<string | null>(null);
  const [finishing, setFinishing] = useState(false);
  const [givingUp, setGivingUp] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const taught = log.ready ? notedAt(log.log, "ended", "class") !== null : lesson.state === "taught";
  const marked = segments.some(({ covered }) => covered !== null);
  const { mine } = useOwnClass(section);
  const fixed = taught || !mine;
  const selected =
    segments.find(({ id }) => id === selectedId) ??
    segments.find(({ kind }) => kind === "new") ??
    segments[0];
  const own = segments.flatMap(({ kind, title }) => (kind === "own" ? [title] : []));
  const selectedFigure = figureOf(selected?.figureId ?? null);
  const written = { levelName: level.name, lesson, section, segments, dance, bpm, figureOf, stepsOf };
  const parts = writtenParts(written);

  const drop = ({ active, over }: DragEndEvent) => {
    const at = (id: unknown) => segments.findIndex((segment) => segment.id === id);
    if (over && over.id !== active.id) edit.edit(arrayMove([...segments], at(active.id), at(over.id)));
  };
  const note: typeof log.note = async (...noted) => {
    // Parts of one's own must be in the studio before anything is noted of them.
    if (await edit.saving.flush()) await log.note(...noted);
  };
  const takeOut = (index: number) => {
    const before = segments;
    edit.edit(removeSegment(segments, index));
    tellRemoved(`${segments[index]?.title} is taken out of this lesson`, () => edit.edit(before));
  };
  const addOwn = () => {
    const part = ownPart("Own part", 5);
    edit.edit(insertSegment(segments, segments.length - 1, part));
    setSelectedId(part.id);
  };
  const carryIn = () => {
    const at = segments[0]?.kind === "warm-up" ? 1 : 0;
    const next = lesson.toCarry.reduceRight(
      (order, part) => insertSegment(order, at, { ...part, covered: null, reached: null }),
      [...segments],
    );
    edit.edit(next);
  };
  const rebuild = async () => {
    const before = segments;
    setGivingUp(false);
    await edit.rebuild();
    tellRemoved("The running order follows the plan again", () => edit.edit(before));
  };
  return (
    <>
      <PageHead
        title={`Week ${lesson.week}`}
        tab={`${level.name}, ${section.name}: week ${lesson.week}`}
        about={`${longDay(lesson.date)}, ${section.startTime} to ${clockAfter(section.startTime, lesson.lessonMinutes)}${section.room ? `, ${section.room}` : ""}. ${totalMinutes(segments)} of ${lesson.lessonMinutes} minutes${taught ? "; taught" : ""}`}
      >
        {log.state === "saved" ? (
          <SaveBadge state={edit.saving.state} retry={edit.saving.flush} />
        ) : (
          <LogBadge edit={log} />
        )}
        {taught ? (
          <>
            {mine ? (
              <Button variant="outline" bg="panel" onClick={() => void log.note("ended", "class", null)}>
                Open the class again
              </Button>
            ) : null}
            <Button asChild>
              <Link to={`/recaps/${section.id}/${lesson.week}`}>Recap</Link>
            </Button>
          </>
        ) : mine ? (
          <>
            <Button variant="outline" bg="panel" onClick={() => setFinishing(true)}>
              Finish the class
            </Button>
            <Button asChild>
              <Link to={`/teach/${section.id}/${lesson.week}`}>Teach it</Link>
            </Button>
          </>
        ) : null}
      </PageHead>
      <ReadingAlong section={section} />
      <LessonTools
        written={written}
        fixed={fixed}
        onAdd={addOwn}
        onUndo={edit.undo}
        onRebuild={lesson.followsPlan || marked || log.entries.length > 0 ? null : () => setGivingUp(true)}
        onOrder={edit.edit}
        onLength={edit.setLength}
      />
      <LogSettling
        edit={log}
        nameOf={({ target }) => segments.find(({ id }) => id === target)?.title ?? "this class"}
      />
      <FromLastLesson lesson={lesson} />
      {lesson.toCarry.length > 0 ? (
        <Flex
          bg="apricotWash"
          borderLeftWidth="4px"
          borderColor="apricot"
          borderRadius="md"
          p="3"
          mb="4"
          gap="3"
          align="center"
          wrap="wrap"
        >
          <Text flex="1">
            Last lesson left {lesson.toCarry.map(({ title }) => title).join(", ")}, which this running order
            does not hold yet.
          </Text>
          {mine ? (
            <Button size="sm" onClick={carryIn}>
              Put it first
            </Button>
          ) : null}
        </Flex>
      ) : null}
      <Flex gap="5" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0">
          <DndContext
            sensors={sensors}
            collisionDetection={closestCenter}
            modifiers={[restrictToVerticalAxis]}
            onDragEnd={drop}
          >
            <SortableContext items={segments.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
              <Stack as="ol" gap="1.5" listStyleType="none" aria-label="Running order">
                {segments.map((part, index) => (
                  <Part
                    key={part.id}
                    part={part}
                    written={parts[index] as WrittenPart}
                    selected={part.id === selected?.id}
                    fixed={fixed}
                    first={index === 0}
                    last={index === segments.length - 1}
                    onSelect={() => setSelectedId(part.id)}
                    onMinutes={(minutes) => edit.edit(retime(segments, index, minutes))}
                    onLock={() => edit.edit(segments.with(index, { ...part, locked: !part.locked }))}
                    onShift={(by) => edit.edit(arrayMove([...segments], index, index + by))}
                    onMark={
                      mine
                        ? (covered) => void note("mark", part.id, covered && { covered, reached: null })
                        : null
                    }
                  />
                ))}
              </Stack>
            </SortableContext>
          </DndContext>
        </Box>
        {selected ? (
          <Aside label="About this part">
            <PartNote
              part={selected}
              figure={selectedFigure}
              dance={dance}
              bpm={bpm}
              others={selected.withIds.flatMap((id) => figureOf(id)?.name ?? [])}
              onRemove={fixed || segments.length < 2 ? null : () => takeOut(segments.indexOf(selected))}
            />
            {selected.kind === "own" && !fixed ? (
              <OwnTitle
                key={selected.id}
                title={selected.title}
                onChange={(title) =>
                  edit.edit(segments.map((part) => (part.id === selected.id ? { ...part, title } : part)))
                }
              />
            ) : null}
          </Aside>
        ) : null}
      </Flex>
      {givingUp ? (
        <Confirm
          title="Follow the plan again?"
          action="Follow the plan"
          onConfirm={() => void rebuild()}
          onClose={() => setGivingUp(false)}
        >
          <Text>
            The plan makes the running order anew. What you arranged goes
            {own.length > 0 ? `, with your own ${own.length === 1 ? "part" : "parts"} ${inWords(own)}` : ""}.
          </Text>
        </Confirm>
      ) : null}
      {finishing ? (
        <FinishDialog
          segments={segments}
          onClose={() => setFinishing(false)}
          onFinish={async () => {
            await note("ended", "class", { ended: true });
            setFinishing(false);
          }}
        />
      ) : null}
      <SavingConflict conflict={edit.saving.conflict} onChoose={edit.settle} />
    </>
  );
}

export const LessonPage = () => (
  <LessonGate>
    {(open) => <LessonSheet key={`${open.section.id}/${open.lesson.week}`} {...open} />}
  </LessonGate>
);
