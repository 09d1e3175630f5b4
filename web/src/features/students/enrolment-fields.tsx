import { Button, Flex } from "@chakra-ui/react";
import { api, type Enrolled, type EnrolmentContent, enrolmentContent } from "@map-step/contract";
import { ENROLMENT_ROLES } from "@map-step/core/student";
import { useState } from "react";
import { z } from "zod";
import { isStale, useChange } from "../../kit/api.ts";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { longDay } from "../../kit/dates.ts";
import { TickField } from "../../kit/fields.tsx";
import { differencesOf, mergeChoice } from "../../kit/merge.ts";
import { SmallSelect } from "../../kit/select.tsx";
import { SmallInput } from "../../kit/small-input.tsx";
import { tellError } from "../../kit/toasts.ts";
import { HistoryButton } from "../history/history-button.tsx";
import { roleName } from "./words.ts";

const SHOWN = {
  role: ["Role", roleName],
  from: ["Comes from", longDay],
  until: ["Until", (day: string | null) => (day === null ? "no end" : longDay(day))],
  waiting: ["Waiting list", (waits: boolean) => (waits ? "waits for a place" : "on the roster")],
} as const;

/** As a file of the studio has it, and so its history. */
const KEPT = z.object({
  ...enrolmentContent.pick({ role: true, waiting: true }).shape,
  fromDate: enrolmentContent.shape.from,
  untilDate: enrolmentContent.shape.until,
});
const fromKept = ({ role, waiting, fromDate, untilDate }: z.infer<typeof KEPT>): EnrolmentContent => ({
  role,
  waiting,
  from: fromDate,
  until: untilDate,
});

const contentOf = ({ role, from, until, waiting }: EnrolmentContent): EnrolmentContent => ({
  role,
  from,
  until,
  waiting,
});

/** In which role, from when until when somebody comes; joining late and leaving early are dates. */
export function EnrolmentFields({ student, onDone }: { student: Enrolled; onDone: () => void }) {
  const change = useChange(api.students.changeEnrolment);
  const [mine, setMine] = useState<EnrolmentContent>(contentOf(student));
  const [theirs, setTheirs] = useState<Enrolled | null>(null);
  const save = (content: EnrolmentContent, version: number) =>
    change.mutate(
      { params: { id: student.enrolmentId }, body: { ...content, version } },
      {
        onSuccess: onDone,
        onError: (error) =>
          isStale(error) ? setTheirs(error.problem.current as Enrolled) : tellError(error),
      },
    );
  return (
    <Flex gap="3" align="flex-end" wrap="wrap" py="2" className="no-print">
      <SmallSelect
        label="Role"
        value={mine.role}
        choices={ENROLMENT_ROLES.map((role) => [role, roleName(role)])}
        onChange={(role) => setMine({ ...mine, role: role as Enrolled["role"] })}
      />
      <SmallInput
        label="Comes from"
        type="date"
        width="9.5rem"
        value={mine.from}
        onChange={({ target }) => setMine({ ...mine, from: target.value })}
      />
      <SmallInput
        label="Last day, if known"
        type="date"
        width="9.5rem"
        value={mine.until ?? ""}
        onChange={({ target }) => setMine({ ...mine, until: target.value === "" ? null : target.value })}
      />
      <TickField
        label="Waits for a place"
        checked={mine.waiting}
        onChange={(waiting) => setMine({ ...mine, waiting })}
      />
      <Button size="sm" loading={change.isPending} onClick={() => save(mine, student.enrolmentVersion)}>
        Save
      </Button>
      <HistoryButton
        list="enrolments"
        id={student.enrolmentId}
        what={`${student.name} in this section`}
        shape={KEPT}
        differ={(was, is) => differencesOf(fromKept(was), fromKept(is), SHOWN)}
        onBack={(was) => setMine(fromKept(was))}
      />
      {theirs ? (
        <ConflictDialog
          differences={differencesOf<EnrolmentContent>(mine, contentOf(theirs), SHOWN)}
          onClose={() => setTheirs(null)}
          onChoose={(chosen) => {
            const next = mergeChoice<EnrolmentContent>(mine, contentOf(theirs), chosen);
            setTheirs(null);
            setMine(next);
            save(next, theirs.enrolmentVersion);
          }}
        />
      ) : null}
    </Flex>
  );
}
