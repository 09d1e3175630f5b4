import { Flex } from "@chakra-ui/react";
import type { GroupPlanContent, Wish } from "@map-step/contract";
import { type GoalSection, type GoingOn, WEEKDAYS } from "@map-step/core/check";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { Select } from "../../kit/select.tsx";
import type { Candidate } from "./going.ts";

interface Props {
  readonly candidate: Candidate;
  readonly content: GroupPlanContent;
  readonly goals: readonly GoalSection[];
  readonly others: readonly GoingOn[];
  readonly onEdit: (next: Partial<GroupPlanContent>) => void;
}

/** What one dancer would like, and where they go if somebody chose that by hand. */
export function PersonWishes({ candidate: { person }, content, goals, others, onEdit }: Props) {
  const { id, name } = person;
  const wish: Wish = content.wishes.find(({ studentId }) => studentId === id) ?? {
    studentId: id,
    weekdays: [],
    together: [],
  };
  const lock = content.locks.find(({ studentId }) => studentId === id);
  const put = (about: Partial<Wish>) =>
    onEdit({
      wishes: [...content.wishes.filter(({ studentId }) => studentId !== id), { ...wish, ...about }],
    });
  const lockTo = (value: string) =>
    onEdit({
      locks: [
        ...content.locks.filter(({ studentId }) => studentId !== id),
        ...(value === "" ? [] : [{ studentId: id, sectionId: value === "waits" ? null : value }]),
      ],
    });
  const days = [...new Set(goals.map(({ weekday }) => weekday))].sort();
  const toggle = (day: number) =>
    put({
      weekdays: wish.weekdays.includes(day)
        ? wish.weekdays.filter((one) => one !== day)
        : [...wish.weekdays, day],
    });
  return (
    <Flex gap="3" align="center" wrap="wrap" flex="1">
      {days.length > 1 ? (
        <ChoiceButtons
          label={`Days that suit ${name}`}
          hideLabel
          choices={days.map((day) => ({
            value: day,
            label: (WEEKDAYS[day] ?? "").slice(0, 3),
            said: WEEKDAYS[day] ?? "",
          }))}
          isChosen={(day) => wish.weekdays.includes(day)}
          onChoose={toggle}
        />
      ) : null}
      <Select
        label={`${name} stays with`}
        size="xs"
        value={wish.together[0] ?? ""}
        choices={[
          ["", "with nobody in particular"],
          ...others.map((one) => [one.id, `with ${one.name}`] as const),
        ]}
        onChange={(other) => put({ together: other === "" ? [] : [other] })}
      />
      <Select
        label={`Where ${name} goes`}
        size="xs"
        value={!lock ? "" : (lock.sectionId ?? "waits")}
        choices={[
          ["", "wherever it fits"],
          ...goals.map((goal) => [goal.id, `to ${goal.name}, by hand`] as const),
          ["waits", "waits, by hand"],
        ]}
        onChange={lockTo}
      />
    </Flex>
  );
}
