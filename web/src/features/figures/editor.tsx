import { Box, Button, Flex, Stack } from "@chakra-ui/react";
import { api, type DanceRecord, type FigureRecord, figureChange, type StaffMember } from "@map-step/contract";
import { readingOf } from "@map-step/core/element";
import { warningsOf } from "@map-step/core/figure";
import { lookupBeside, parseFigure } from "@map-step/core/notation";
import { useMemo, useState } from "react";
import { Controller } from "react-hook-form";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Confirm } from "../../kit/confirm.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormNotes } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { WhyField } from "../proposals/why-field.tsx";
import { AboutFields, HeadFields } from "./about-fields.tsx";
import { beginFrom, begunIn, isBeginning } from "./begin-from.ts";
import { blankFigure, type FigureValues, shownFields } from "./figure-form.ts";
import { type FigureProposal, useKeepFigure, useProposalIn } from "./keep-figure.ts";
import { useDances, useFigures } from "./library.ts";
import { NotationField } from "./notation-field.tsx";
import { stepsIn } from "./steps.ts";

interface Props {
  /** `null` for a new one. */
  readonly figure: FigureRecord | null;
  /** What a new one begins with. */
  readonly start?: { readonly values: FigureValues; readonly key: string };
  readonly dances: readonly DanceRecord[];
  readonly staff: readonly StaffMember[];
  /** What was proposed already, where that is written on. */
  readonly proposal?: FigureProposal | null;
}

const NONE: readonly FigureRecord[] = [];

function FigureForm({ figure, start, dances, staff, proposal = null }: Props) {
  const navigate = useNavigate();
  const { isProposal, keep, note, setNote, words } = useKeepFigure(figure, proposal);
  /** What the feet cannot do, while it is asked whether to save it all the same. */
  const [asked, setAsked] = useState<readonly string[]>([]);
  const { form, base, restored, forget, discard } = useContractForm(
    figureChange,
    proposal
      ? { ...proposal.content, version: proposal.version }
      : (figure ?? start?.values ?? blankFigure(dances[0]?.id ?? "")),
    `${isProposal ? "proposal" : "figure"}:${proposal?.id ?? figure?.id ?? start?.key ?? "new"}`,
  );
  const danceId = form.watch("danceId");
  const { data: library = NONE } = useFigures(danceId === "" ? undefined : danceId);
  const { errors, isSubmitting } = form.formState;
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: shownFields(library, dances, staff),
    save: ({ version, ...content }) => keep(content, version),
    onSaved: ({ to, told }) => {
      forget();
      tellDone(told);
      void navigate(to);
    },
  });
  const dance = dances.find(({ id }) => id === danceId);
  const others = useMemo(() => library.filter((other) => other.id !== figure?.id), [library, figure?.id]);
  const figureNames = useMemo(() => others.map(({ name }) => name), [others]);
  const readable = useMemo(
    () => others.flatMap((other) => stepsIn(others, dances, other) ?? []),
    [others, dances],
  );
  const ownName = figure?.name ?? "";
  const lookup = useMemo(
    () => (dance ? lookupBeside(others, readingOf(dance), ownName) : () => null),
    [others, dance, ownName],
  );
  const faultsNow = (): string[] => {
    const { figure: read, faults } = parseFigure(
      form.getValues("notation"),
      dance && readingOf(dance),
      lookup,
    );
    if (!dance || faults.length > 0) return [];
    return warningsOf(read, dance, []).flatMap(({ about, text }) => (about === "feet" ? [text] : []));
  };
  const save = (
    <Button type="submit" loading={isSubmitting}>
      {words.save}
    </Button>
  );
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const found = faultsNow();
        if (found.length > 0) setAsked(found);
        else submit();
      }}
    >
      <PageHead title={words.title} about={words.about}>
        <Button variant="outline" bg="panel" onClick={() => navigate(-1)}>
          Back
        </Button>
        {save}
      </PageHead>
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <Stack gap="4">
        <HeadFields form={form} dances={dances} />
        {dance ? (
          <Controller
            control={form.control}
            name="notation"
            render={({ field }) => (
              <NotationField
                name={form.getValues("name")}
                value={field.value}
                onChange={field.onChange}
                onBlur={field.onBlur}
                error={errors.notation?.message}
                dance={dance}
                lookup={lookup}
                figureNames={figureNames}
                others={readable}
              />
            )}
          />
        ) : null}
        <AboutFields form={form} others={others} staff={staff} />
        <Flex gap="3" align="flex-end" justify="flex-end" wrap="wrap">
          {isProposal ? <WhyField note={note} onNote={setNote} /> : null}
          {save}
        </Flex>
      </Stack>
      {conflict}
      {asked.length > 0 ? (
        <Confirm
          title="Some steps have no free foot"
          action="Save anyway"
          otherwise="Back to the steps"
          onConfirm={() => {
            setAsked([]);
            submit();
          }}
          onClose={() => setAsked([])}
        >
          <Box as="ul" listStyleType="disc" pl="5">
            {asked.map((fault) => (
              <li key={fault}>{fault}</li>
            ))}
          </Box>
        </Confirm>
      ) : null}
    </form>
  );
}

/** A new figure, begun from the one that the address names, where it names one. */
function FromAnother({ dances, staff }: Pick<Props, "dances" | "staff">) {
  const [choices] = useSearchParams();
  const [id, as] = [choices.get("from"), choices.get("as")];
  const from = useApi(api.figures.read, { params: { id: id ?? "" } }, { enabled: id !== null });
  const library = useFigures(from.data?.danceId);
  const begun = begunIn(choices);
  if (begun)
    return (
      <FigureForm
        figure={null}
        start={{ values: begun, key: `new:${choices}` }}
        dances={dances}
        staff={staff}
      />
    );
  if (id === null || !isBeginning(as)) return <FigureForm figure={null} dances={dances} staff={staff} />;
  return (
    <Loaded all={[from, library]}>
      {(record, figures) => {
        const dance = dances.find((one) => one.id === record.danceId);
        return dance ? (
          <FigureForm
            figure={null}
            start={{ values: beginFrom(record, as, dance, figures), key: `new:${as}:${id}` }}
            dances={dances}
            staff={staff}
          />
        ) : null;
      }}
    </Loaded>
  );
}

/** A new figure: written by a director, proposed by a teacher. */
export function NewFigurePage() {
  const dances = useDances();
  const staff = useApi(api.staff.list, {});
  const proposal = useProposalIn();
  return (
    <Loaded all={[dances, staff, ...proposal.asked]}>
      {(all, people) =>
        all.length === 0 ? (
          <Empty title="A figure belongs to a dance">Add a dance on the Figures page first.</Empty>
        ) : proposal.found ? (
          <FigureForm figure={null} dances={all} staff={people} proposal={proposal.found} />
        ) : (
          <FromAnother dances={all} staff={people} />
        )
      }
    </Loaded>
  );
}

/** A figure as it is changed by a director, or as a teacher would have it. */
export function EditFigurePage() {
  const { figureId = "" } = useParams();
  const figure = useApi(api.figures.read, { params: { id: figureId } });
  const dances = useDances();
  const staff = useApi(api.staff.list, {});
  const proposal = useProposalIn();
  return (
    <Loaded all={[figure, dances, staff, ...proposal.asked]}>
      {(record, all, people) => (
        <FigureForm key={record.id} figure={record} dances={all} staff={people} proposal={proposal.found} />
      )}
    </Loaded>
  );
}
