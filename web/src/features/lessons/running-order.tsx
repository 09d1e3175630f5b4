import { Button, Stack } from "@chakra-ui/react";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { restrictToVerticalAxis } from "@dnd-kit/modifiers";
import { SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import type { Lesson } from "@map-step/contract";
import type { WrittenPart } from "@map-step/core/lesson";
import { Link } from "react-router";
import { Part } from "./part.tsx";
import type { useLessonSheet } from "./use-lesson-sheet.ts";

interface Props {
  readonly sheet: ReturnType<typeof useLessonSheet>;
  /** What each part is called, so that no two are called alike. */
  readonly names: ReadonlyMap<string, string>;
}

/** The parts of a lesson in their order, each to be moved, marked and given its minutes. */
export function RunningOrder({ sheet, names }: Props) {
  const { segments, parts, selected, fixed, mine, actions } = sheet;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const at = (id: unknown) => segments.findIndex((segment) => segment.id === id);
    if (over && over.id !== active.id) actions.moveTo(at(active.id), at(over.id));
  };
  return (
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
              name={names.get(part.id) ?? part.title}
              written={parts[index] as WrittenPart}
              selected={part.id === selected?.id}
              fixed={fixed}
              first={index === 0}
              last={index === segments.length - 1}
              onSelect={() => actions.select(part)}
              onMinutes={(minutes) => actions.setMinutes(index, minutes)}
              onLock={() => actions.lock(index)}
              onShift={(by) => actions.moveTo(index, index + by)}
              onMark={mine ? (covered) => actions.mark(part, covered) : null}
            />
          ))}
        </Stack>
      </SortableContext>
    </DndContext>
  );
}

interface NextProps {
  readonly lesson: Lesson;
  readonly sheet: ReturnType<typeof useLessonSheet>;
  readonly onFinish: () => void;
}

/** Where a lesson goes from here: into the room, to its end, to its recap. */
export function NextSteps({ lesson, sheet, onFinish }: NextProps) {
  const { taught, mine, actions } = sheet;
  if (!taught && !mine) return null;
  return taught ? (
    <>
      {mine ? (
        <Button variant="outline" bg="panel" onClick={actions.openAgain}>
          Open the class again
        </Button>
      ) : null}
      <Button asChild>
        <Link to={`/recaps/${lesson.sectionId}/${lesson.week}`}>Recap</Link>
      </Button>
    </>
  ) : mine ? (
    <>
      <Button variant="outline" bg="panel" onClick={onFinish}>
        Finish the class
      </Button>
      <Button asChild>
        <Link to={`/teach/${lesson.sectionId}/${lesson.week}`}>Teach it</Link>
      </Button>
    </>
  ) : null;
}
