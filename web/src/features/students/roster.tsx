import { Box, Button, Flex, Heading, IconButton, Input, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  api,
  type Enrolled,
  type Section,
  type StudentContent,
  type StudioPerson,
  studentContent,
} from "@map-step/contract";
import { ENROLMENT_ROLES, sidesOf } from "@map-step/core/student";
import { counted } from "@map-step/core/words";
import { Eraser, FileDown, UserRound } from "lucide-react";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { call, isStale, useApi, useChange } from "../../kit/api.ts";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { download } from "../../kit/download.ts";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { showFieldErrors, useContractForm } from "../../kit/form.ts";
import { differencesOf, mergeChoice } from "../../kit/merge.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { useMay, useSession } from "../session/session.tsx";
import { EnrolMany } from "./enrol-many.tsx";
import { EnrolmentFields } from "./enrolment-fields.tsx";
import { asHtml } from "./export-html.ts";
import { placeInWords, roleName } from "./words.ts";

const ROLE_CHOICES = ENROLMENT_ROLES.map((role) => ({ value: role, label: roleName(role) }));
const SHOWN = { name: ["Name", (name: string) => name] } as const;

/** Who comes late is in the class from today on. */
function AddStudent({ section: { id: sectionId, firstDate } }: { section: Section }) {
  const { today } = useSession();
  const create = useChange(api.students.create);
  const blank = { name: "", role: "leader" as const };
  const { form, forget } = useContractForm(studentContent, blank, `student:${sectionId}`);
  const { errors } = form.formState;
  const add = (body: StudentContent) =>
    create
      .mutateAsync({
        params: { id: sectionId },
        body: { ...body, from: today > firstDate ? today : firstDate },
      })
      .then(
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

function StudentLine({ student, mayWrite }: { student: Enrolled; mayWrite: boolean }) {
  const change = useChange(api.students.change);
  const { remove } = useRemoval(api.students.remove, api.students.restore);
  const [name, setName] = useState(student.name);
  const [theirs, setTheirs] = useState<StudioPerson | null>(null);
  const [open, setOpen] = useState(false);
  const params = { id: student.id };
  const mayErase = useMay("students.erase");
  const saveAll = () =>
    void call(api.students.export, { params }).then(
      (all) => download(`${student.name}.html`, "text/html", asHtml(all)),
      tellError,
    );
  const save = (content: Pick<StudentContent, "name">, version: number) => {
    if (content.name === student.name) return;
    setName(content.name);
    change.mutate(
      { params, body: { name: content.name, role: student.role, version } },
      {
        onError: (error) =>
          isStale(error) ? setTheirs(error.problem.current as StudioPerson) : tellError(error),
      },
    );
  };
  if (!mayWrite) return <Text py="1">{student.name}</Text>;
  return (
    <Box py="1" _print={{ py: "0" }}>
      <Flex gap="2" align="center" wrap={{ base: "wrap", sm: "nowrap" }} _print={{ flexWrap: "nowrap" }}>
        <Input
          aria-label={`Name of ${student.name}`}
          value={name}
          onChange={({ target }) => setName(target.value)}
          onBlur={() => save({ name: name.trim() }, student.version)}
          size="sm"
        />
        <Button
          size="sm"
          variant="ghost"
          aria-expanded={open}
          aria-label={`When and how ${student.name} comes`}
          onClick={() => setOpen(!open)}
        >
          {placeInWords(student)}
        </Button>
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
          <IconButton asChild size="sm" variant="ghost" className="no-print">
            <Link to={`/dancers/${student.id}/erase`} aria-label={`Erase ${student.name} for good`}>
              <Eraser />
            </Link>
          </IconButton>
        ) : null}
        <IconButton asChild size="sm" variant="ghost" className="no-print">
          <Link to={`/dancers/${student.personId}`} aria-label={`All terms of ${student.name}`}>
            <UserRound />
          </Link>
        </IconButton>
        <Button
          size="sm"
          variant="ghost"
          className="no-print"
          onClick={() => remove(student.enrolmentId, `${student.name} is off the roster`)}
          aria-label={`Take ${student.name} off the roster`}
        >
          Remove
        </Button>
      </Flex>
      {open ? <EnrolmentFields student={student} onDone={() => setOpen(false)} /> : null}
      {theirs ? (
        <ConflictDialog
          differences={differencesOf<Pick<StudentContent, "name">>({ name }, theirs, SHOWN)}
          onClose={() => setTheirs(null)}
          onChoose={(chosen) => {
            setTheirs(null);
            save(mergeChoice<Pick<StudentContent, "name">>({ name }, theirs, chosen), theirs.version);
          }}
        />
      ) : null}
    </Box>
  );
}

const ROLE_TITLES = { leader: "Leaders", follower: "Followers", both: "Both roles", solo: "Solo" } as const;
const ROLE_ORDER = ["leader", "follower", "both", "solo"] as const;

function Roster({ section, students }: { section: Section; students: readonly Enrolled[] }) {
  const { mine } = useOwnClass(section);
  const { today } = useSession();
  const mayWrite = useMay("students.write") && mine;
  const waiting = students.filter((one) => one.waiting);
  const left = students.filter(({ until, waiting: waits }) => !waits && until !== null && until < today);
  const here = students.filter((one) => !waiting.includes(one) && !left.includes(one));
  const count = (role: Enrolled["role"]) => here.filter((student) => student.role === role).length;
  const { leaders, followers } = sidesOf(here);
  const uneven = leaders.length - followers.length;
  const groups = [
    ...ROLE_ORDER.map((role) => ({
      title: `${ROLE_TITLES[role]} (${count(role)})`,
      own: here.filter((student) => student.role === role),
    })),
    { title: `Waiting list (${waiting.length})`, own: waiting },
    { title: `Left (${left.length})`, own: left },
  ].filter(({ own }) => own.length > 0);
  const places = section.places === null ? "" : ` of ${counted(section.places, "place")}`;
  return (
    <>
      <PageHead
        title={`Students, ${section.name}`}
        about={`${counted(here.length, "student")}${places}${uneven === 0 ? "" : `; ${counted(Math.abs(uneven), uneven > 0 ? "more leader" : "more follower")}`}. Kept here: a name, a role and what they danced, nothing more.`}
      >
        <Button asChild variant="outline" bg="panel">
          <Link to="/dancers">All dancers</Link>
        </Button>
        <Button asChild variant="outline" bg="panel">
          <Link to={`/checks/${section.id}`}>Checks</Link>
        </Button>
      </PageHead>
      <ReadingAlong section={section} />
      <Stack gap="4">
        {mayWrite ? (
          <Panel className="no-print">
            <PanelTitle>Add students</PanelTitle>
            <AddStudent section={section} />
            <EnrolMany section={section} students={students} />
          </Panel>
        ) : null}
        {students.length === 0 ? (
          <Empty title="Nobody is on the roster yet">
            Add the students by name, or paste a list, so that a check can say who dances what.
          </Empty>
        ) : null}
        <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4">
          {groups.map(({ title, own }) => (
            <Panel key={title}>
              <Heading as="h2" size="md" mb="2">
                {title}
              </Heading>
              {own.length > 0 ? (
                <Box as="ul" listStyleType="none" aria-label={title}>
                  {own.map((student) => (
                    <li key={student.enrolmentId}>
                      <StudentLine student={student} mayWrite={mayWrite} />
                    </li>
                  ))}
                </Box>
              ) : null}
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
