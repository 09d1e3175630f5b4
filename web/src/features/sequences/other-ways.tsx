import { Flex, Text } from "@chakra-ui/react";
import { itemById } from "@map-step/core/sequence";
import look from "./score.module.css";
import type { ScoreView } from "./use-builder.ts";
import { itemsInWords } from "./words.ts";

interface Props {
  /** Ids of choices. */
  readonly choices: readonly string[];
  readonly view: ScoreView;
  /** Pixels from the left. */
  readonly indent: number;
}

/** The ways of choices that are not on screen, to be put there with a click. */
export function OtherWays({ choices, view, indent }: Props) {
  const { content, picks, library, pick } = view;
  if (choices.length === 0) return null;
  return (
    <Flex gap="3" wrap="wrap" pl={`${indent}px`} mt="1" fontSize="sm">
      {choices.map((id) => {
        const choice = itemById(content.items, id);
        if (choice?.kind !== "choice") return null;
        const now = picks[id] === undefined ? 0 : picks[id];
        const shown = now === null ? undefined : choice.ways[now ?? 0];
        return (
          <Flex key={id} gap="1.5" align="baseline" wrap="wrap">
            <Text color="soft">{shown ? itemsInWords(shown, library.nameOf) : "nothing"}</Text>
            {choice.ways.map((way, index) =>
              index === now ? null : (
                <button
                  // biome-ignore lint/suspicious/noArrayIndexKey: a way has no other name than its place
                  key={index}
                  type="button"
                  className={look.way}
                  onClick={() => pick(id, index)}
                >
                  or {itemsInWords(way, library.nameOf)}
                </button>
              ),
            )}
            {choice.optional && now !== null ? (
              <button type="button" className={look.way} onClick={() => pick(id, null)}>
                or nothing
              </button>
            ) : null}
          </Flex>
        );
      })}
    </Flex>
  );
}
