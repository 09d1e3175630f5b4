import { Box, Button, Flex, Text, Textarea } from "@chakra-ui/react";
import { api, type Enrolled, type Section, type StudioPerson } from "@map-step/contract";
import { alikeNames, ENROLMENT_ROLES, type EnrolmentRole, readRoster } from "@map-step/core/student";
import { latestDay } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useId, useMemo, useState } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { TickField } from "../../kit/fields.tsx";
import { useRemembered } from "../../kit/remembered.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { roleName } from "./words.ts";

interface Coming {
  readonly key: string;
  readonly name: string;
  readonly role: EnrolmentRole;
  /** Who they are, where somebody of the studio has this name, or nearly. */
  readonly known: StudioPerson | null;
  readonly same: boolean;
}

const WAYS = [
  { value: "paste", label: "Paste a list" },
  { value: "section", label: "From another section" },
  { value: "studio", label: "From the studio" },
] as const;
type Way = (typeof WAYS)[number]["value"];

/** Somebody of the studio whose name is the same, or nearly. */
const alikeIn = (people: readonly StudioPerson[], name: string) => {
  const same = people.find((one) => alikeNames(one.name, name) === "same");
  return {
    known: same ?? people.find((one) => alikeNames(one.name, name) === "nearly") ?? null,
    same: !!same,
  };
};

/** Many students in one step: from a pasted list, from another section, or from the whole studio. */
export function EnrolMany({ section, students }: { section: Section; students: readonly Enrolled[] }) {
  const { today } = useSession();
  const [way, setWay] = useState<Way | null>(null);
  const [text, setText] = useRemembered(`roster-list:${section.id}`, "");
  const [role, setRole] = useState<EnrolmentRole>("leader");
  const [fromId, setFromId] = useState("");
  const [find, setFind] = useState("");
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [others, setOthers] = useState<ReadonlySet<string>>(new Set());
  const [from, setFrom] = useState(() => latestDay([today, section.firstDate]) ?? today);
  const people = useApi(api.students.all, {}, { enabled: way !== null });
  const sections = useApi(api.sections.list, {});
  const enrol = useChange(api.students.enrol);
  const field = useId();
  const there = useMemo(() => new Set(students.map(({ personId }) => personId)), [students]);
  const { lines, faults } = useMemo(() => readRoster(text, role), [text, role]);
  const coming = useMemo((): Coming[] => {
    const all = people.data ?? [];
    if (way === "paste")
      return lines.map(({ line, name, role: own }) => ({
        ...{ key: `${line} ${name}`, name, role: own },
        ...alikeIn(all, name),
      }));
    const some =
      way === "section"
        ? all.filter(({ courses }) => courses.some(({ sectionId }) => sectionId === fromId))
        : find.trim().length < 2
          ? []
          : all.filter(({ name }) => name.toLowerCase().includes(find.trim().toLowerCase())).slice(0, 30);
    return some.map((one) => ({
      ...{ key: one.id, name: one.name, known: one, same: true },
      role: one.courses.findLast(({ sectionId }) => sectionId === fromId)?.role ?? one.role,
    }));
  }, [way, lines, people.data, fromId, find]);
  /** Whether a line is taken as who is known: the same name is, unless somebody says otherwise; nearly the same is not. */
  const isKnown = ({ key, known, same }: Coming) =>
    known !== null && (same ? !others.has(key) : others.has(key));
  const isThere = (one: Coming) => one.known !== null && isKnown(one) && there.has(one.known.id);
  const chosen = coming.filter((one) => !left.has(one.key) && !isThere(one));
  const toggle = (set: ReadonlySet<string>, key: string) =>
    set.has(key) ? new Set([...set].filter((one) => one !== key)) : new Set([...set, key]);
  const send = async () => {
    try {
      const made = await enrol.mutateAsync({
        params: { id: section.id },
        body: {
          from,
          students: chosen.map((one) => ({
            studentId: isKnown(one) && one.known ? one.known.id : null,
            name: isKnown(one) && one.known ? one.known.name : one.name,
            role: one.role,
          })),
        },
      });
      tellDone(`${counted(made.length, "student")} on the roster`);
      setText("");
      setWay(null);
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <Box mt="3">
      <ChoiceButtons
        label="Many"
        choices={WAYS}
        isChosen={(one) => one === way}
        onChoose={(one) => {
          setWay(one === way ? null : one);
          setLeft(new Set());
        }}
      />
      {way === null ? null : (
        <Box mt="3">
          {way === "paste" ? (
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
          ) : way === "section" ? (
            <SmallSelect
              label="Section"
              value={fromId}
              choices={[
                ["", "Choose a section"],
                ...(sections.data ?? [])
                  .filter(({ id }) => id !== section.id)
                  .map(({ id, name }) => [id, name] as const),
              ]}
              onChange={setFromId}
            />
          ) : (
            <SmallInput
              label="Name, or a part of it"
              value={find}
              width="16rem"
              onChange={({ target }) => setFind(target.value)}
            />
          )}
          {way === "paste" && faults.length > 0 ? (
            <Box role="alert" color="brick" fontSize="sm" mt="2">
              {faults.map(({ line, message }) => (
                <Text key={line}>
                  Line {line}: {message}
                </Text>
              ))}
            </Box>
          ) : null}
          {coming.length > 0 ? (
            <Box as="ul" listStyleType="none" mt="3" aria-label="Who comes">
              {coming.map((one) => (
                <Flex as="li" key={one.key} gap="3" align="center" wrap="wrap" py="0.5">
                  <TickField
                    label={`${one.name}, ${roleName(one.role)}`}
                    checked={!left.has(one.key) && !isThere(one)}
                    disabled={isThere(one)}
                    onChange={() => setLeft(toggle(left, one.key))}
                  />
                  {isThere(one) ? (
                    <Text fontSize="sm" color="soft">
                      is on the roster already
                    </Text>
                  ) : way === "paste" && one.known ? (
                    <TickField
                      label={`${one.same ? "the" : "is"} ${one.known.name} of ${one.known.courses.at(-1)?.section ?? "the studio"}`}
                      checked={isKnown(one)}
                      onChange={() => setOthers(toggle(others, one.key))}
                    />
                  ) : null}
                </Flex>
              ))}
            </Box>
          ) : null}
          <Flex gap="3" align="flex-end" mt="3" wrap="wrap">
            <SmallInput
              label="They come from"
              type="date"
              width="9.5rem"
              value={from}
              onChange={({ target }) => setFrom(target.value)}
            />
            <Button disabled={chosen.length === 0} loading={enrol.isPending} onClick={() => void send()}>
              Enrol {counted(chosen.length, "student")}
            </Button>
          </Flex>
        </Box>
      )}
    </Box>
  );
}
