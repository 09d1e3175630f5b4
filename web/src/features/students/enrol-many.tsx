import { Box, Button, Flex } from "@chakra-ui/react";
import { api, type Enrolled, type Section } from "@map-step/contract";
import { latestDay } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { useChange } from "../../kit/api.ts";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { type Coming, ComingLine, useComing, WAYS, type Way, WayFields } from "./coming.tsx";

/** Many students in one step: from a pasted list, from another section, or from the whole studio. */
export function EnrolMany({ section, students }: { section: Section; students: readonly Enrolled[] }) {
  const { today } = useSession();
  const [way, setWay] = useState<Way | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [others, setOthers] = useState<ReadonlySet<string>>(new Set());
  const [from, setFrom] = useState(() => latestDay([today, section.firstDate]) ?? today);
  const asked = useComing(section, way);
  const { coming } = asked;
  const enrol = useChange(api.students.enrol);
  const there = useMemo(() => new Set(students.map(({ personId }) => personId)), [students]);
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
      asked.setText("");
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
          <WayFields way={way} section={section} asked={asked} />
          {coming.length > 0 ? (
            <Box as="ul" listStyleType="none" mt="3" aria-label="Who comes">
              {coming.map((one) => (
                <ComingLine
                  key={one.key}
                  one={one}
                  isThere={isThere(one)}
                  isLeft={left.has(one.key)}
                  known={way === "paste" ? one.known : null}
                  isKnown={isKnown(one)}
                  onLeave={() => setLeft(toggle(left, one.key))}
                  onKnow={() => setOthers(toggle(others, one.key))}
                />
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
