import { Button, Flex } from "@chakra-ui/react";
import type { LessonSegment } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { Undo2 } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { copyText } from "../../kit/copy.ts";
import { tellRemoved } from "../../kit/toasts.ts";
import { ShorterDialog } from "./shorter.tsx";
import { TemplatesDialog } from "./templates.tsx";
import { WalkThroughDialog } from "./walk-through.tsx";
import { lessonAsMarkdown, type WrittenLesson } from "./written-lesson.ts";

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
  const close = () => setOpen(null);
  const shorten = async (next: readonly LessonSegment[], minutes: number) => {
    const before = segments;
    await onLength(next, shortBy + minutes);
    close();
    tellRemoved(`The lesson is ${counted(minutes, "minute")} shorter`, () => void onLength(before, shortBy));
  };
  /** The minutes come back to the free dancing, or to the longest part where there is none. */
  const lengthen = () => {
    const free = segments.findIndex(({ kind }) => kind === "practice");
    const longest = segments.reduce(
      (at, one, index) => (one.minutes > (segments[at]?.minutes ?? 0) ? index : at),
      0,
    );
    const at = free < 0 ? longest : free;
    const longer = segments.map((one, index) =>
      index === at ? { ...one, minutes: one.minutes + shortBy } : one,
    );
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
