import { Button, Flex } from "@chakra-ui/react";
import { api, type PracticeMeasure, type PracticeToKeep } from "@map-step/contract";
import { useState } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { SmallSelect } from "../../kit/select.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useTeaches } from "../sections/own-class.tsx";
import { useSession } from "../session/session.tsx";
import { KeptOfStudent } from "./kept-of-student.tsx";

interface Props {
  readonly measure: PracticeMeasure;
  readonly figureId: string | null;
  readonly sequenceId: string | null;
}

function ChooseStudent({ measure, figureId, sequenceId, onKept }: Props & { readonly onKept: () => void }) {
  const { person } = useSession();
  const sections = useApi(api.sections.list, {}).data ?? [];
  const teaches = useTeaches();
  // One's own classes come first, since it is mostly they who tap; others' students are not shown.
  const inOrder = sections
    .filter(teaches)
    .toSorted((a, b) => Number(b.teacherIds.includes(person.id)) - Number(a.teacherIds.includes(person.id)));
  const [sectionId, setSectionId] = useState("");
  // One id for each student, so that a measurement is kept once however often it has to be sent.
  const [[studentId, id], setStudent] = useState<readonly [string, string]>(["", ""]);
  const setStudentId = (chosen: string) => setStudent([chosen, crypto.randomUUID()]);
  const students = useApi(
    api.students.list,
    { params: { id: sectionId } },
    { enabled: sectionId !== "" },
  ).data;
  const keep = useChange(api.practice.keep);
  const remove = useChange(api.practice.remove);
  const student = students?.find((one) => one.id === studentId);
  const send = async () => {
    const body: PracticeToKeep = { id, figureId, sequenceId, measure };
    try {
      await keep.mutateAsync({ params: { id: studentId }, body });
      tellRemoved(`Kept for ${student?.name}.`, () => {
        void remove.mutateAsync({ params: { id: studentId, keptId: id } }).catch(tellError);
      });
      onKept();
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <>
      <Flex gap="3" wrap="wrap" align="flex-end" mb="4">
        <SmallSelect
          label="Section"
          value={sectionId}
          onChange={(id) => {
            setSectionId(id);
            setStudentId("");
          }}
          choices={[["", "Choose a section"], ...inOrder.map(({ id, name }) => [id, name] as const)]}
        />
        {students ? (
          <SmallSelect
            label="Student"
            value={studentId}
            onChange={setStudentId}
            choices={[["", "Choose a student"], ...students.map(({ id, name }) => [id, name] as const)]}
          />
        ) : null}
        <Button disabled={!student} loading={keep.isPending} onClick={() => void send()}>
          Keep for {student?.name ?? "them"}
        </Button>
      </Flex>
      {student ? <KeptOfStudent studentId={student.id} /> : null}
    </>
  );
}

/** Lets a teacher keep a measurement of a student. */
export function KeepForStudent(props: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="sm" variant="outline" onClick={() => setOpen(true)}>
        Keep for a student …
      </Button>
      {open ? (
        <Modal open size="lg" title="Keep for a student" onClose={() => setOpen(false)}>
          <ChooseStudent {...props} onKept={() => setOpen(false)} />
        </Modal>
      ) : null}
    </>
  );
}
