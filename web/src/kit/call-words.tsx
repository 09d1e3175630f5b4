import { Text } from "@chakra-ui/react";
import { callOf, callsInWords, elementSet, type NotatedDance, pieceInWords } from "@map-step/core/element";
import { type Figure, writtenRoles } from "@map-step/core/notation";
import { useMemo } from "react";
import type { NamedPieces } from "./ribbon/index.ts";

/** What the pieces of a figure are called, for its ribbon. */
export const usePieces = (figure: Figure, dance: NotatedDance): NamedPieces =>
  useMemo(() => {
    const call = callOf(figure, elementSet(dance));
    return Object.fromEntries(
      writtenRoles(figure).map((role) => [
        role,
        // A single step says itself what it is.
        (call[role] ?? [])
          .filter(({ steps }) => steps > 1)
          .map((piece) => ({ from: piece.from, to: piece.to, name: pieceInWords(piece) })),
      ]),
    );
  }, [figure, dance]);

/** What each role is called: `Both: rock step, triple step, triple step`. */
export function CallWords({ figure, dance }: { figure: Figure; dance: NotatedDance }) {
  const calls = useMemo(() => callsInWords(figure, dance), [figure, dance]);
  return calls.map(({ roles, words }) => (
    <Text key={roles.join()} fontSize="sm">
      <Text as="span" color="soft">
        {roles.length > 1
          ? "Both"
          : roles[0] === "solo"
            ? "Call"
            : roles[0] === "leader"
              ? "Leader"
              : "Follower"}
        :{" "}
      </Text>
      {words}
    </Text>
  ));
}
