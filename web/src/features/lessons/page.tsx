import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { totalMinutes } from "@map-step/core/lesson";
import { inWords } from "@map-step/core/words";
import { useState } from "react";
import { Confirm } from "../../kit/confirm.tsx";
import { clockAfter, longDay, timeText } from "../../kit/dates.ts";
import { OutboxBadge } from "../../kit/outbox-badge.tsx";
import { Aside, PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { Slip } from "../../kit/slip.tsx";
import { sending } from "../class-log/send.ts";
import { LogSettling } from "../class-log/settling.tsx";
import { CommentsButton } from "../comments/comments-button.tsx";
import { ReadingAlong } from "../sections/own-class.tsx";
import { FinishDialog } from "./finish.tsx";
import { FromLastLesson } from "./last-lesson.tsx";
import { LessonGate, type OpenLesson } from "./lesson-gate.tsx";
import { LessonHistory } from "./lesson-history.tsx";
import { OwnTitle } from "./own-title.tsx";
import { namesOfParts } from "./part-names.ts";
import { PartNote } from "./part-note.tsx";
import { NextSteps, RunningOrder } from "./running-order.tsx";
import { LessonTools } from "./tools.tsx";
import { useLessonSheet } from "./use-lesson-sheet.ts";

/** A lesson's running order, before, during and after class. */
function LessonSheet(open: OpenLesson) {
  const { lesson, section, level, dance, bpm, figureOf } = open;
  const sheet = useLessonSheet(open);
  const { edit, log, segments, written, selected, mine, taught, fixed, actions } = sheet;
  const [finishing, setFinishing] = useState(false);
  const [givingUp, setGivingUp] = useState(false);
  const names = namesOfParts(segments);
  const own = segments.flatMap(({ kind, title }) => (kind === "own" ? [title] : []));
  return (
    <>
      <PageHead
        title={`Week ${lesson.week}`}
        tab={`${level.name}, ${section.name}: week ${lesson.week}`}
        about={`${longDay(lesson.date)}, ${timeText(section.startTime)} to ${clockAfter(section.startTime, lesson.lessonMinutes)}${section.room ? `, ${section.room}` : ""}. ${totalMinutes(segments)} of ${lesson.lessonMinutes} minutes${taught ? "; taught" : ""}`}
      >
        <CommentsButton list="lessons" thingId={section.id} week={lesson.week} what="this lesson" />
        <LessonHistory lesson={lesson} edit={edit} fixed={fixed} />
        {log.state === "saved" ? (
          <SaveBadge state={edit.saving.state} retry={edit.saving.flush} />
        ) : (
          <OutboxBadge of={sending} edit={log} />
        )}
        <NextSteps lesson={lesson} sheet={sheet} onFinish={() => setFinishing(true)} />
      </PageHead>
      <ReadingAlong section={section} />
      <LessonTools
        written={written}
        fixed={fixed}
        onAdd={actions.addOwn}
        onWalkThrough={actions.addWalkThrough}
        onUndo={edit.undo}
        onRebuild={sheet.mayRebuild ? () => setGivingUp(true) : null}
        onOrder={edit.edit}
        onLength={edit.setLength}
      />
      <LogSettling edit={log} nameOf={({ target }) => names.get(target) ?? "this class"} />
      <FromLastLesson lesson={lesson} />
      {lesson.toCarry.length > 0 ? (
        <Slip calls>
          <Text flex="1">
            Last lesson left {lesson.toCarry.map(({ title }) => title).join(", ")}, which this running order
            does not hold yet.
          </Text>
          {mine ? (
            <Button size="sm" onClick={actions.carryIn}>
              Put it first
            </Button>
          ) : null}
        </Slip>
      ) : null}
      <Flex gap="5" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0">
          <RunningOrder sheet={sheet} names={names} />
        </Box>
        {selected ? (
          <Aside label="About this part">
            <PartNote
              part={selected}
              figure={figureOf(selected.figureId)}
              dance={dance}
              bpm={bpm}
              others={selected.withIds.flatMap((id) => figureOf(id)?.name ?? [])}
              onRemove={
                fixed || segments.length < 2 ? null : () => actions.takeOut(segments.indexOf(selected))
              }
            />
            {selected.kind === "own" && !fixed ? (
              <OwnTitle
                key={selected.id}
                title={selected.title}
                onChange={(title) => actions.rename(selected, title)}
              />
            ) : null}
          </Aside>
        ) : null}
      </Flex>
      {givingUp ? (
        <Confirm
          title="Follow the plan again?"
          action="Follow the plan"
          onConfirm={() => {
            setGivingUp(false);
            void actions.rebuild();
          }}
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
            await actions.finish();
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
