import { Box, Button, Code, Collapsible, Field, Flex, Stack, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { elementSet, readingOf } from "@map-step/core/element";
import {
  answerDoubt,
  type Fault,
  type Figure,
  formatFigure,
  type Lookup,
  parseFigure,
} from "@map-step/core/notation";
import { type KeyboardEvent, useMemo, useRef, useState } from "react";
import { CopyButton } from "../../kit/copy-button.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Doubts } from "./doubts.tsx";
import { Facts } from "./facts.tsx";
import { Faults } from "./faults.tsx";
import { FollowerChoice } from "./follower-choice.tsx";
import { NotationEditor, type NotationHandle } from "./notation-editor.tsx";
import { StepEditor } from "./step-editor.tsx";
import { Warnings } from "./warnings.tsx";
import { WriteSteps } from "./write-steps.tsx";

const EXAMPLE = `leader
& L back hold "open two-hand"
1 R place
2 L forward
3 R forward
beats 3
follower opposite`;

/** A text with a word in the place of what a fault covers. */
function withWord(text: string, { line, column, length, found }: Fault, word: string): string {
  const lines = text.split("\n");
  const own = lines[line - 1] ?? "";
  const quoted = own[column - 1] === '"' && !found.startsWith('"');
  const put = quoted ? `"${word}"` : word;
  return lines.with(line - 1, own.slice(0, column - 1) + put + own.slice(column - 1 + length)).join("\n");
}

const Help = () => (
  <Collapsible.Root mt="2">
    <Collapsible.Trigger asChild>
      <Button size="sm" variant="plain" p="0" color="pine">
        How steps are written
      </Button>
    </Collapsible.Trigger>
    <Collapsible.Content>
      <Box fontSize="sm" mt="1">
        <Text>
          Tab takes the word that is offered. A role on a line of its own (leader, follower or solo), then one
          step a line: count, foot, action, and what belongs to it. The number of beats closes it.
        </Text>
        <Code as="pre" display="block" p="3" my="2" bg="sunk" whiteSpace="pre">
          {EXAMPLE}
        </Code>
        <Text>
          Counts: 1, 2, &amp;, 3&amp;; feet: L, R, both. With weight: forward, back, side, close, place,
          replace, cross-front, cross-behind, lock, diagonal-forward, diagonal-back. Without: tap, touch,
          hold. Then: turn R 1/2, small, long, hold "closed", lead "lift the left hand". An element may stand
          in the place of an action: 1 rock step, 3 triple step R side. A follower by rule needs no steps:
          follower opposite, or follower image. S and Q may stand for the counts. Free on a line of its own:
          no fixed beat. A figure can be made of others: use "Other figure", also use "Other figure" counts
          1-3, and then the steps that differ.
        </Text>
      </Box>
    </Collapsible.Content>
  </Collapsible.Root>
);

interface Props {
  readonly name: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly onBlur: () => void;
  readonly error: string | undefined;
  readonly dance: DanceRecord;
  /** Finds the figures that `use` lines name. */
  readonly lookup: Lookup;
  /** The other figures of the dance, and those of them that can be read. */
  readonly figureNames: readonly string[];
  readonly others: readonly Figure[];
}

const NO_FAULTS: readonly Fault[] = [];

/** Step notation beside the ribbon it makes; faults answer while it is typed, with a click to their place. */
export function NotationField(props: Props) {
  const { name, value, onChange, onBlur, error, dance, lookup, figureNames, others } = props;
  const elements = elementSet(dance);
  const editor = useRef<NotationHandle>(null);
  const [can, setCan] = useState({ undo: false, redo: false });
  const parsed = useMemo(
    () => (value.trim() === "" ? null : parseFigure(value, readingOf(dance), lookup)),
    [value, dance, lookup],
  );
  /** Undo also from the ribbon; in the text the editor does it. */
  const keys = (event: KeyboardEvent) => {
    const key = event.key.toLowerCase();
    if (event.defaultPrevented || !(event.ctrlKey || event.metaKey) || (key !== "z" && key !== "y")) return;
    event.preventDefault();
    if (key === "y" || event.shiftKey) editor.current?.redo();
    else editor.current?.undo();
  };
  const drawable = parsed && Object.keys(parsed.figure.steps).length > 0 ? parsed.figure : null;
  return (
    <Stack gap="4" onKeyDown={keys}>
      <WriteSteps dance={dance} value={value} onChange={onChange} lookup={lookup} />
      <Flex gap="4" direction={{ base: "column", lg: "row" }}>
        <Box w={{ base: "full", lg: "22rem" }} flexShrink="0">
          <Field.Root invalid={(parsed?.faults.length ?? 0) > 0 || error !== undefined}>
            <Text fontWeight="600" aria-hidden>
              Steps
            </Text>
            <NotationEditor
              ref={editor}
              label="Steps"
              example={EXAMPLE}
              value={value}
              onChange={(text, next) => {
                onChange(text);
                if (next.undo !== can.undo || next.redo !== can.redo) setCan(next);
              }}
              onBlur={onBlur}
              faults={parsed?.faults ?? NO_FAULTS}
              figureNames={figureNames}
              elements={elements}
            />
            {error && parsed?.faults.length === 0 ? <Field.ErrorText>{error}</Field.ErrorText> : null}
          </Field.Root>
          <Flex gap="2" mt="2">
            <Button size="sm" variant="outline" disabled={!can.undo} onClick={() => editor.current?.undo()}>
              Undo
            </Button>
            <Button size="sm" variant="outline" disabled={!can.redo} onClick={() => editor.current?.redo()}>
              Redo
            </Button>
            <CopyButton text={value} what="The steps" size="sm" />
          </Flex>
          {parsed ? (
            <Doubts
              doubts={parsed.doubts}
              onChoose={(doubt, choice) => onChange(answerDoubt(value, doubt, choice))}
            />
          ) : null}
          {parsed ? (
            <Faults
              dance={dance}
              faults={parsed.faults}
              onShow={(fault) => editor.current?.show(fault)}
              onReplace={(fault, word) => onChange(withWord(value, fault, word))}
            />
          ) : null}
          <Help />
        </Box>
        <Stack gap="4" flex="1" minW="0">
          <Panel minH="14rem">
            {drawable ? (
              <StepEditor
                figure={drawable}
                name={name || "New figure"}
                dance={dance}
                locked={(parsed?.faults.length ?? 0) > 0}
                onEdit={(next) => onChange(formatFigure(next, dance))}
              />
            ) : (
              <Text color="soft">
                The ribbon appears here as soon as there is a step. A drill may stay without steps.
              </Text>
            )}
            {drawable && parsed?.faults.length === 0 ? (
              <FollowerChoice
                figure={drawable}
                name={name || "New figure"}
                dance={dance}
                onChoose={(next) => onChange(formatFigure(next, dance))}
              />
            ) : null}
          </Panel>
          {drawable ? (
            <Panel>
              <PanelTitle>At a glance</PanelTitle>
              <Warnings figure={drawable} dance={dance} others={others} />
              <Facts figure={drawable} dance={dance} />
            </Panel>
          ) : null}
        </Stack>
      </Flex>
    </Stack>
  );
}
