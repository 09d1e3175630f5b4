import { Box, Flex, Text, Textarea } from "@chakra-ui/react";
import { api, type Section, type StudioPerson } from "@map-step/contract";
import { alikeNames, ENROLMENT_ROLES, type EnrolmentRole, readRoster } from "@map-step/core/student";
import { useId, useMemo, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { TickField } from "../../kit/fields.tsx";
import { useRemembered } from "../../kit/remembered.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { roleName } from "./words.ts";

export const WAYS = [
  { value: "paste", label: "Paste a list" },
  { value: "section", label: "From another section" },
  { value: "studio", label: "From the studio" },
] as const;
export type Way = (typeof WAYS)[number]["value"];

export interface Coming {
  readonly key: string;
  readonly name: string;
  readonly role: EnrolmentRole;
  /** Who they are, where somebody of the studio has this name, or nearly. */
  readonly known: StudioPerson | null;
  readonly same: boolean;
}

/** Somebody of the studio whose name is the same, or nearly. */
const alikeIn = (people: readonly StudioPerson[], name: string) => {
  const same = people.find((one) => alikeNames(one.name, name) === "same");
  return {
    known: same ?? people.find((one) => alikeNames(one.name, name) === "nearly") ?? null,
    same: !!same,
  };
};

const holding = (people: readonly StudioPerson[], part: string) =>
  part.length < 2 ? [] : people.filter(({ name }) => name.toLowerCase().includes(part)).slice(0, 30);

/** Whom a list, another section or the studio brings, with what was asked for. */
export function useComing(section: Section, way: Way | null) {
  const [text, setText] = useRemembered(`roster-list:${section.id}`, "");
  const [role, setRole] = useState<EnrolmentRole>("leader");
  const [fromId, setFromId] = useState("");
  const [find, setFind] = useState("");
  const people = useApi(api.students.all, {}, { enabled: way !== null });
  const { lines, faults } = useMemo(() => readRoster(text, role), [text, role]);
  const coming = useMemo((): Coming[] => {
    const all = people.data ?? [];
    if (way === "paste")
      return lines.map(({ line, name, role: own }) => ({
        key: `${line} ${name}`,
        name,
        role: own,
        ...alikeIn(all, name),
      }));
    const some =
      way === "section"
        ? all.filter(({ courses }) => courses.some(({ sectionId }) => sectionId === fromId))
        : holding(all, find.trim().toLowerCase());
    return some.map((one) => ({
      key: one.id,
      name: one.name,
      known: one,
      same: true,
      role: one.courses.findLast(({ sectionId }) => sectionId === fromId)?.role ?? one.role,
    }));
  }, [way, lines, people.data, fromId, find]);
  return { coming, faults, text, setText, role, setRole, fromId, setFromId, find, setFind };
}

type Asked = ReturnType<typeof useComing>;

/** A list as it was pasted, and what could not be read of it. */
function PastedList({ text, setText, role, setRole, faults }: Asked) {
  const field = useId();
  return (
    <>
      <Flex gap="3" wrap="wrap" align="flex-start">
        <Box flex="1" minW="16rem">
          <Text asChild fontSize="xs" color="soft">
            <label htmlFor={field}>A name and a role a line: leader, follower, solo or both</label>
          </Text>
          <Textarea
            id={field}
            value={text}
            rows={6}
            bg="panel"
            placeholder={"Ana Lind, leader\nBo, follower"}
            onChange={({ target }) => setText(target.value)}
          />
        </Box>
        <SmallSelect
          label="Lines without a role"
          value={role}
          choices={ENROLMENT_ROLES.map((one) => [one, roleName(one)])}
          onChange={(one) => setRole(one as EnrolmentRole)}
        />
      </Flex>
      {faults.length > 0 ? (
        <Box role="alert" color="brick" fontSize="sm" mt="2">
          {faults.map(({ line, message }) => (
            <Text key={line}>
              Line {line}: {message}
            </Text>
          ))}
        </Box>
      ) : null}
    </>
  );
}

/** What a way of bringing many asks for. */
export function WayFields({ way, section, asked }: { way: Way; section: Section; asked: Asked }) {
  const sections = useApi(api.sections.list, {});
  if (way === "paste") return <PastedList {...asked} />;
  if (way === "studio")
    return (
      <SmallInput
        label="Name, or a part of it"
        value={asked.find}
        width="16rem"
        onChange={({ target }) => asked.setFind(target.value)}
      />
    );
  const others = (sections.data ?? []).filter(({ id }) => id !== section.id);
  return (
    <SmallSelect
      label="Section"
      value={asked.fromId}
      choices={[["", "Choose a section"], ...others.map(({ id, name }) => [id, name] as const)]}
      onChange={asked.setFromId}
    />
  );
}

interface LineProps {
  readonly one: Coming;
  /** Is on the roster already. */
  readonly isThere: boolean;
  readonly isLeft: boolean;
  /** Somebody of the studio whom a pasted line may mean. */
  readonly known: StudioPerson | null;
  readonly isKnown: boolean;
  readonly onLeave: () => void;
  readonly onKnow: () => void;
}

/** One who comes, and who of the studio they are. */
export function ComingLine({ one, isThere, isLeft, known, isKnown, onLeave, onKnow }: LineProps) {
  return (
    <Flex as="li" gap="3" align="center" wrap="wrap" py="0.5">
      <TickField
        label={`${one.name}, ${roleName(one.role)}`}
        checked={!isLeft && !isThere}
        disabled={isThere}
        onChange={onLeave}
      />
      {isThere ? (
        <Text fontSize="sm" color="soft">
          is on the roster already
        </Text>
      ) : known ? (
        <TickField
          label={`${one.same ? "the" : "is"} ${known.name} of ${known.courses.at(-1)?.section ?? "the studio"}`}
          checked={isKnown}
          onChange={onKnow}
        />
      ) : null}
    </Flex>
  );
}
