import { Button, Flex } from "@chakra-ui/react";
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
  readonly onMark: (covered: Covered | null) => void;
}

/** What became of a part: done, part done, not done. A second tap takes the mark back. */
export const Marks = ({ title, covered, onMark }: Props) => (
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
