import { Badge, Button, Flex } from "@chakra-ui/react";
import { COVERED, COVERED_NAMES, type Covered } from "@map-step/core/lesson";
import { Check, CircleDashed, CircleSlash2, type LucideIcon } from "lucide-react";

export const MARK_SIGNS: Readonly<Record<Covered, LucideIcon>> = {
  done: Check,
  part: CircleDashed,
  "not-done": CircleSlash2,
};

interface Props {
  readonly title: string;
  readonly covered: Covered | null;
  /** Nothing for somebody who only reads along. */
  readonly onMark: ((covered: Covered | null) => void) | null;
}

/** What became of a part: done, part done, not done. A second tap takes the mark back. */
export function Marks({ title, covered, onMark }: Props) {
  if (!onMark) return covered ? <Badge size="lg">{COVERED_NAMES[covered]}</Badge> : null;
  return (
    <Flex role="group" aria-label={`${title} was`} gap="1" wrap={{ base: "wrap", sm: "nowrap" }}>
      {COVERED.map((value) => {
        const Sign = MARK_SIGNS[value];
        const on = covered === value;
        return (
          <Button
            key={value}
            size="sm"
            px="2.5"
            className={on ? undefined : "no-print"}
            variant={on ? "solid" : "outline"}
            aria-pressed={on}
            onClick={() => onMark(on ? null : value)}
          >
            <Sign aria-hidden /> {COVERED_NAMES[value]}
          </Button>
        );
      })}
    </Flex>
  );
}
