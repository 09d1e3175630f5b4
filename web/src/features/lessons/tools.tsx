import { Button, Flex } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import { type CutOf, giveBack, totalMinutes } from "@map-step/core/lesson";
import { counted } from "@map-step/core/words";
import { Undo2 } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { copyText } from "../../kit/copy.ts";
import { useRemembered } from "../../kit/remembered.ts";
import { tellRemoved } from "../../kit/toasts.ts";
import { ShorterDialog } from "./shorter.tsx";
import { TemplatesDialog } from "./templates.tsx";
import { WalkThroughDialog } from "./walk-through.tsx";
import { lessonAsMarkdown, type WrittenLesson } from "./written-lesson.ts";

/** Minutes that were taken on another device: from which parts is not known here. */
function unknownCut(segments: readonly LessonSegment[], shortBy: number): CutOf<LessonSegment> {
  const [first] = segments;
  if (!first) return { before: [], after: [] };
  const taken = { ...first, id: "taken elsewhere" };
  return { before: [{ ...taken, minutes: shortBy }], after: [{ ...taken, minutes: 0 }] };
}

interface Props {
  readonly written: WrittenLesson;
  /** Nothing of its order and its length can be changed. */
  readonly fixed: boolean;
  readonly onAdd: () => void;
  /** Puts a walk-through of some figures into the lesson. */
  readonly onWalkThrough: (figureIds: readonly string[]) => void;
  /** Takes the last edit back; nothing where there is none. */
  readonly onUndo: (() => void) | null;
  /** Lets the plan lead again; nothing where that is not possible. */
  readonly onRebuild: (() => void) | null;
  readonly onOrder: (segments: readonly LessonSegment[]) => void;
  /** Another length for this lesson, with an order that fills it. */
  readonly onLength: (segments: readonly LessonSegment[], shortBy: number) => Promise<void>;
}

/** What else can be done with a lesson: its shape, its length, other ways to see it. */
export function LessonTools({
  written,
  fixed,
  onAdd,
  onWalkThrough,
  onUndo,
  onRebuild,
  onOrder,
  onLength,
}: Props) {
  const [open, setOpen] = useState<"shorter" | "templates" | "walk-through" | null>(null);
  const { lesson, section, segments } = written;
  const { shortBy } = lesson;
  const [cut, setCut] = useRemembered<CutOf<LessonSegment> | null>(
    `lesson-cut:${section.id}:${lesson.week}`,
    null,
  );
  const close = () => setOpen(null);
  const shorten = async (next: readonly LessonSegment[], minutes: number) => {
    const before = segments;
    await onLength(next, shortBy + minutes);
    // What was taken first is what is given back.
    if (shortBy === 0 || cut === null) setCut({ before, after: next });
    else setCut({ before: cut.before, after: next });
    close();
    tellRemoved(`The lesson is ${counted(minutes, "minute")} shorter`, () => void onLength(before, shortBy));
  };
  const lengthen = () => {
    const taken = cut ? totalMinutes(cut.before) - totalMinutes(cut.after) : -1;
    const longer = giveBack(segments, taken === shortBy && cut ? cut : unknownCut(segments, shortBy));
    setCut(null);
    void onLength(longer, 0);
  };
  const button = (label: string, onClick: () => void) => (
    <Button size="sm" variant="ghost" onClick={onClick}>
      {label}
    </Button>
  );
  const link = (label: string, to: string) => (
    <Button asChild size="sm" variant="ghost">
      <Link to={`/lessons/${section.id}/${lesson.week}/${to}`}>{label}</Link>
    </Button>
  );
  return (
    <Flex gap="1" wrap="wrap" mb="3" ml="-2" className="no-print">
      {fixed ? null : (
        <>
          <Button
            size="sm"
            variant="ghost"
            aria-label="Undo the last change"
            disabled={!onUndo}
            onClick={() => onUndo?.()}
          >
            <Undo2 aria-hidden /> Undo
          </Button>
          {button("Add a part", onAdd)}
          {button("Less time?", () => setOpen("shorter"))}
          {shortBy > 0 ? button(`Give back ${shortBy} min`, lengthen) : null}
          {button("Templates", () => setOpen("templates"))}
          {onRebuild ? button("Follow the plan again", onRebuild) : null}
        </>
      )}
      {button("Walk-through", () => setOpen("walk-through"))}
      {link("Substitute", "cover")}
      {lesson.version > 0 ? link("Class log", "log") : null}
      {button("Copy text", () => copyText(lessonAsMarkdown(written), "Copied"))}
      {button("Print", () => window.print())}
      {open === "walk-through" ? (
        <WalkThroughDialog
          section={section}
          week={lesson.week}
          onAdd={fixed ? null : onWalkThrough}
          onClose={close}
        />
      ) : null}
      {open === "shorter" ? <ShorterDialog segments={segments} onTake={shorten} onClose={close} /> : null}
      {open === "templates" ? <TemplatesDialog segments={segments} onTake={onOrder} onClose={close} /> : null}
    </Flex>
  );
}
