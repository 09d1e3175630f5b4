import { Box, Button, Flex, Heading, IconButton, Input, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  api,
  type Section,
  STUDENT_ROLES,
  type Student,
  type StudentContent,
  studentContent,
} from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { Eraser, FileDown } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { call, isStale, useApi, useChange } from "../../kit/api.ts";
import { Confirm } from "../../kit/confirm.tsx";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { download } from "../../kit/download.ts";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { showFieldErrors, useContractForm } from "../../kit/form.ts";
import { differencesOf, mergeChoice } from "../../kit/merge.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { asTheyAre, Select } from "../../kit/select.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { useMay } from "../session/session.tsx";
import { ReadingAlong, useOwnClass } from "./own-class.tsx";

const ROLE_CHOICES = STUDENT_ROLES.map((role) => ({ value: role, label: role }));
const SHOWN = {
  name: ["Name", (name: string) => name],
  role: ["Role", (role: string) => role],
} as const;

function AddStudent({ sectionId }: { sectionId: string }) {
  const create = useChange(api.students.create);
  const blank = { name: "", role: "leader" as const };
  const { form, forget } = useContractForm(studentContent, blank, `student:${sectionId}`);
  const { errors } = form.formState;
  const add = (body: StudentContent) =>
    create.mutateAsync({ params: { id: sectionId }, body }).then(
      () => {
        // Whoever writes on while the one before is kept, writes the next one.
        if (form.getValues().name.trim() !== body.name) return;
        forget();
        form.reset({ name: "", role: body.role });
        form.setFocus("name");
      },
      (error: unknown) => {
        if (!showFieldErrors(form, error)) tellError(error);
      },
    );
  return (
    <form noValidate onSubmit={form.handleSubmit(add)}>
      <Flex gap="3" align="flex-start" wrap="wrap">
        <Box w="14rem">
          <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
        </Box>
        <Box w="9rem">
          <ChoiceField label="Role" choices={ROLE_CHOICES} {...form.register("role")} />
        </Box>
        <Button type="submit" mt="6" loading={create.isPending}>
          Add
        </Button>
      </Flex>
    </form>
  );
}

function StudentLine({ student, mayWrite }: { student: Student; mayWrite: boolean }) {
  const change = useChange(api.students.change);
  const { remove } = useRemoval(api.students.remove, api.students.restore);
  const [mine, setMine] = useState<StudentContent>(student);
  const [theirs, setTheirs] = useState<Student | null>(null);
  const params = { id: student.id };
  const erase = useChange(api.students.erase);
  const mayErase = useMay("students.erase");
  const [erasing, setErasing] = useState(false);
  const saveAll = () =>
    void call(api.students.export, { params }).then(
      (all) => download(`${student.name}.json`, "application/json", `${JSON.stringify(all, null, 2)}\n`),
      tellError,
    );
  const eraseNow = () =>
    erase.mutate({ params }, { onSuccess: () => tellDone("Erased for good"), onError: tellError });
  const save = (content: StudentContent, version: number) => {
    if (content.name === student.name && content.role === student.role) return;
    setMine(content);
    change.mutate(
      { params, body: { name: content.name, role: content.role, version } },
      {
        onError: (error) => (isStale(error) ? setTheirs(error.problem.current as Student) : tellError(error)),
        onSuccess: setMine,
      },
    );
  };
  if (!mayWrite) return <Text py="1">{student.name}</Text>;
  return (
    <Flex
      gap="2"
      align="center"
      py="1"
      wrap={{ base: "wrap", sm: "nowrap" }}
      _print={{ flexWrap: "nowrap", py: "0" }}
    >
      <Input
        aria-label={`Name of ${student.name}`}
        value={mine.name}
        onChange={({ target }) => setMine({ ...mine, name: target.value })}
        onBlur={() => save(mine, student.version)}
        size="sm"
      />
      <Select
        label={`Role of ${student.name}`}
        value={mine.role}
        onChange={(role) => save({ ...mine, role: role as Student["role"] }, student.version)}
        choices={asTheyAre(STUDENT_ROLES)}
        size="sm"
        width="8.5rem"
        flexShrink="0"
      />
      <IconButton
        size="sm"
        variant="ghost"
        className="no-print"
        aria-label={`Save all that is kept of ${student.name}`}
        onClick={saveAll}
      >
        <FileDown />
      </IconButton>
      {mayErase ? (
        <IconButton
          size="sm"
          variant="ghost"
          className="no-print"
          aria-label={`Erase ${student.name} for good`}
          onClick={() => setErasing(true)}
        >
          <Eraser />
        </IconButton>
      ) : null}
      <Button
        size="sm"
        variant="ghost"
        className="no-print"
        onClick={() => remove(student.id, `${student.name} is off the roster`)}
        aria-label={`Take ${student.name} off the roster`}
      >
        Remove
      </Button>
      {erasing ? (
        <Confirm
          title={`Erase ${student.name} for good?`}
          action="Erase for good"
          busy={erase.isPending}
          onConfirm={eraseNow}
          onClose={() => setErasing(false)}
        >
          <Text>
            The name, the marks and the attendance go at once, and the name is taken out of remarks and
            recaps. Nothing brings them back. To take somebody off the roster for now, choose Remove instead.
          </Text>
        </Confirm>
      ) : null}
      {theirs ? (
        <ConflictDialog
          differences={differencesOf<StudentContent>(mine, theirs, SHOWN)}
          onClose={() => setTheirs(null)}
          onChoose={(chosen) => {
            setTheirs(null);
            save(mergeChoice<StudentContent>(mine, theirs, chosen), theirs.version);
          }}
        />
      ) : null}
    </Flex>
  );
}

const ROLE_TITLES = { leader: "Leaders", follower: "Followers", solo: "Solo" } as const;

function Roster({ section, students }: { section: Section; students: readonly Student[] }) {
  const { mine } = useOwnClass(section);
  const mayWrite = useMay("students.write") && mine;
  const roles = STUDENT_ROLES.filter((role) => students.some((student) => student.role === role));
  const count = (role: Student["role"]) => students.filter((student) => student.role === role).length;
  const uneven = count("leader") - count("follower");
  return (
    <>
      <PageHead
        title={`Students, ${section.name}`}
        about={`${counted(students.length, "student")}${uneven === 0 ? "" : `; ${counted(Math.abs(uneven), uneven > 0 ? "more leader" : "more follower")}`}. Kept here: a name, a role and what they danced, nothing more.`}
      >
        <Button asChild variant="outline" bg="panel">
          <Link to={`/checks/${section.id}`}>Checks</Link>
        </Button>
      </PageHead>
      <ReadingAlong section={section} />
      <Stack gap="4">
        {mayWrite ? (
          <Panel className="no-print">
            <PanelTitle>Add a student</PanelTitle>
            <AddStudent sectionId={section.id} />
          </Panel>
        ) : null}
        {students.length === 0 ? (
          <Empty title="Nobody is on the roster yet">
            Add the students by name, so that a check can say who dances what.
          </Empty>
        ) : null}
        <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4">
          {roles.map((role) => (
            <Panel key={role}>
              <Heading as="h2" size="md" mb="2">
                {ROLE_TITLES[role]} ({count(role)})
              </Heading>
              {students
                .filter((student) => student.role === role)
                .map((student) => (
                  <StudentLine key={student.id} student={student} mayWrite={mayWrite} />
                ))}
            </Panel>
          ))}
        </SimpleGrid>
      </Stack>
    </>
  );
}

export function RosterPage() {
  const { sectionId = "" } = useParams();
  const sections = useApi(api.sections.list, {});
  const students = useApi(api.students.list, { params: { id: sectionId } });
  return (
    <Loaded all={[sections, students]}>
      {(all, roster) => {
        const section = all.find(({ id }) => id === sectionId);
        return section ? (
          <Roster section={section} students={roster} />
        ) : (
          <Empty title="This section is not there any more">Choose another one under Levels.</Empty>
        );
      }}
    </Loaded>
  );
}
