import { Box, Flex, IconButton, Input, Text } from "@chakra-ui/react";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import type { LessonSegment } from "@map-step/contract";
import { SEGMENT_NAMES, type WrittenPart } from "@map-step/core/lesson";
import {
  ChevronDown,
  ChevronUp,
  GripVertical,
  Lock,
  LockOpen,
  Minus,
  Plus,
  TriangleAlert,
} from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { KIND_TONE } from "./kind-tone.ts";
import { Marks } from "./marks.tsx";

/** Whether a number has just changed by something else than typing here; true for a moment. */
function useJustChanged(value: number): boolean {
  const before = useRef(value);
  const [changed, setChanged] = useState(false);
  useEffect(() => {
    if (before.current === value) return;
    before.current = value;
    setChanged(true);
    const timer = window.setTimeout(() => setChanged(false), 1800);
    return () => window.clearTimeout(timer);
  }, [value]);
  return changed;
}

interface MinutesProps {
  readonly title: string;
  readonly minutes: number;
  readonly disabled: boolean;
  readonly locked: boolean;
  readonly onLock: () => void;
  readonly onChange: (minutes: number) => void;
}

/** The minutes of a part: typed, or a minute more or less. */
function Minutes({ title, minutes, disabled, locked, onLock, onChange }: MinutesProps) {
  const gaveWay = useJustChanged(minutes);
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const value = Number(typed);
    if (typed !== null && Number.isInteger(value) && value >= 1) onChange(value);
    setTyped(null);
  };
  if (disabled)
    return (
      <Text className="numbers" fontWeight="700" w="4rem" textAlign="right">
        {minutes} min
      </Text>
    );
  return (
    <Flex align="center">
      <IconButton
        size="2xs"
        variant="ghost"
        className="no-print"
        aria-label={`Lock the minutes of ${title}`}
        aria-pressed={locked}
        onClick={onLock}
      >
        {locked ? <Lock /> : <LockOpen />}
      </IconButton>
      <IconButton
        size="2xs"
        variant="ghost"
        className="no-print"
        aria-label={`A minute less for ${title}`}
        disabled={minutes <= 1}
        onClick={() => onChange(minutes - 1)}
      >
        <Minus />
      </IconButton>
      <Input
        size="sm"
        className="numbers"
        aria-label={`Minutes for ${title}`}
        inputMode="numeric"
        w="2.6rem"
        px="1"
        textAlign="center"
        fontWeight="700"
        bg={gaveWay ? "apricotWash" : undefined}
        transition="background 0.4s"
        value={typed ?? minutes}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={take}
        onKeyDown={({ key }) => key === "Enter" && take()}
      />
      <IconButton
        size="2xs"
        variant="ghost"
        className="no-print"
        aria-label={`A minute more for ${title}`}
        onClick={() => onChange(minutes + 1)}
      >
        <Plus />
      </IconButton>
    </Flex>
  );
}

interface Props {
  readonly part: LessonSegment;
  /** What it is called where nothing else tells it from the others. */
  readonly name: string;
  /** The part as it is written down, with its hour, for the screen and for paper. */
  readonly written: WrittenPart;
  readonly selected: boolean;
  /** Nothing of its order and its minutes can be changed. */
  readonly fixed: boolean;
  readonly first: boolean;
  readonly last: boolean;
  readonly onSelect: () => void;
  readonly onMinutes: (minutes: number) => void;
  /** Keeps its minutes while others give way, or lets them go again. */
  readonly onLock: () => void;
  /** One place up (-1) or down (1). */
  readonly onShift: (by: -1 | 1) => void;
  readonly onMark: ((covered: LessonSegment["covered"]) => void) | null;
}

/** On paper each part says what to do, what to say and what to watch for. */
const OnPaper = ({ stages, others, cues, slips }: WrittenPart) => (
  <Box display="none" _print={{ display: "block" }} fontSize="sm" w="full" ps="3.5rem">
    {stages.length > 0 ? <Text>{stages.map(({ text }) => text).join(". ")}.</Text> : null}
    {others.length > 0 ? <Text>In order: {others.join(", ")}.</Text> : null}
    {cues.length > 0 ? (
      <Text>
        <b>Say:</b> {cues.join(" ")}
      </Text>
    ) : null}
    {slips.length > 0 ? (
      <Text>
        <b>Watch for:</b> {slips.join(" ")}
      </Text>
    ) : null}
  </Box>
);

/** One timed part of the running order. */
export function Part({ part, name, written, selected, fixed, onSelect, ...props }: Props) {
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({
    id: part.id,
    disabled: fixed,
  });
  const layers = part.layers.map(({ layer }) => (layer === "return" ? "bring it back" : layer)).join(", ");
  const { from, cautions } = written;
  return (
    <Flex
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      as="li"
      bg={selected ? "pineWash" : "panel"}
      _print={{ bg: "white", borderColor: "rule", breakInside: "avoid" }}
      borderWidth="1px"
      borderColor={selected ? "pine" : "rule"}
      borderRadius="lg"
      overflow="hidden"
      align="stretch"
    >
      <Box w="6px" flexShrink="0" bg={KIND_TONE[part.kind]} />
      <Flex flex="1" align="center" gap="3" px="3" py="2" wrap="wrap">
        {fixed ? null : (
          <Flex align="center" color="soft" className="no-print">
            <Box
              {...attributes}
              {...listeners}
              display="grid"
              placeItems="center"
              boxSize="6"
              cursor="grab"
              aria-label={`Drag ${name}`}
              touchAction="none"
            >
              <GripVertical size={18} aria-hidden />
            </Box>
            <Flex direction="column">
              <IconButton
                size="2xs"
                boxSize="6"
                minW="6"
                variant="ghost"
                aria-label={`${name} earlier`}
                disabled={props.first}
                onClick={() => props.onShift(-1)}
              >
                <ChevronUp />
              </IconButton>
              <IconButton
                size="2xs"
                boxSize="6"
                minW="6"
                variant="ghost"
                aria-label={`${name} later`}
                disabled={props.last}
                onClick={() => props.onShift(1)}
              >
                <ChevronDown />
              </IconButton>
            </Flex>
          </Flex>
        )}
        <Text className="numbers" color="soft" w="2.8rem">
          {from}
        </Text>
        <Box asChild flex="1" minW="11rem" textAlign="left" cursor="pointer">
          <button type="button" onClick={onSelect} aria-pressed={selected}>
            <Text fontWeight="700" lineHeight="1.3">
              {part.title}
            </Text>
            <Text color="soft" fontSize="sm" lineHeight="1.3">
              {SEGMENT_NAMES[part.kind]}
              {layers ? `: ${layers}` : ""}
            </Text>
            {cautions.map((caution) => (
              <Flex key={caution} align="flex-start" gap="1.5" fontSize="sm" mt="0.5">
                <Box color="apricot" mt="0.5" flexShrink="0">
                  <TriangleAlert size={14} aria-label="Take care" role="img" />
                </Box>
                {caution}
              </Flex>
            ))}
          </button>
        </Box>
        <Minutes
          title={name}
          minutes={part.minutes}
          disabled={fixed}
          locked={part.locked}
          onLock={props.onLock}
          onChange={props.onMinutes}
        />
        {part.figureId ? (
          <Box className="no-print">
            <Marks title={name} covered={part.covered} onMark={props.onMark} />
          </Box>
        ) : null}
        <OnPaper {...written} />
      </Flex>
    </Flex>
  );
}
