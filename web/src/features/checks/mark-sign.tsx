import { Box } from "@chakra-ui/react";
import { MARK_NAMES, MARKS, type Mark } from "@map-step/core/check";
import { Check } from "lucide-react";
import { tone } from "../../app/theme.ts";

const FILL: Readonly<Record<Mark, string>> = {
  "not-yet": "none",
  "with-help": `linear-gradient(0deg, ${tone("pineSolid")} 50%, transparent 50%)`,
  alone: tone("pineSolid"),
  "dances-it": tone("pineSolid"),
};

/** A ring that fills from not yet to dances it, told apart without colour. */
export function MarkSign({ mark, size = 22 }: { mark: Mark | null; size?: number }) {
  if (mark === null) return <Box w={`${size}px`} h={`${size}px`} />;
  return (
    <Box
      w={`${size}px`}
      h={`${size}px`}
      borderRadius="full"
      borderWidth="2px"
      borderColor="pine"
      display="flex"
      alignItems="center"
      justifyContent="center"
      color="onSolid"
      style={{ background: FILL[mark] }}
      css={{ printColorAdjust: "exact" }}
    >
      {mark === "dances-it" ? <Check size={size * 0.64} strokeWidth={3.2} aria-hidden /> : null}
    </Box>
  );
}

/** The marks with the key that gives each. */
export const MARK_KEYS: readonly { readonly mark: Mark; readonly key: string; readonly name: string }[] =
  MARKS.map((mark, index) => ({ mark, key: String(index + 1), name: MARK_NAMES[mark] }));
