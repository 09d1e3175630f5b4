import { SimpleGrid } from "@chakra-ui/react";
import {
  type Cue,
  type DanceRecord,
  type FigureRecord,
  fieldOf,
  fieldsOf,
  type OtherName,
  type StaffMember,
} from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { type UseFormReturn, useController } from "react-hook-form";
import { ChoiceField, LinesField, TextField } from "../../kit/fields.tsx";
import { Panel } from "../../kit/page.tsx";
import { TeachersField } from "../staff/teachers-field.tsx";
import type { FigureValues } from "./figure-form.ts";
import { LinksField } from "./links-field.tsx";
import { CuesField, OtherNamesField } from "./names-fields.tsx";

interface FormProps {
  readonly form: UseFormReturn<FigureValues, unknown, FigureValues>;
}

/** What a figure is: its name, dance, kind, level and minutes. */
export function HeadFields({ form, dances }: FormProps & { dances: readonly DanceRecord[] }) {
  const { errors } = form.formState;
  return (
    <Panel>
      <SimpleGrid columns={{ base: 1, sm: 2, lg: 5 }} gap="4">
        <TextField label={fieldOf("name").label} error={errors.name?.message} {...form.register("name")} />
        <ChoiceField
          label={fieldOf("danceId").label}
          error={errors.danceId?.message}
          choices={dances.map(({ id, name }) => ({ value: id, label: name }))}
          {...form.register("danceId")}
        />
        <ChoiceField
          label={fieldOf("kind").label}
          error={errors.kind?.message}
          choices={FIGURE_KINDS.map((kind) => ({ value: kind, label: KIND_NAMES[kind].one }))}
          {...form.register("kind")}
        />
        <ChoiceField
          label={fieldOf("tier").label}
          error={errors.tier?.message}
          choices={TIERS.map((tier) => ({ value: String(tier), label: TIER_NAMES[tier] }))}
          {...form.register("tier", { setValueAs: Number })}
        />
        <TextField
          label={fieldOf("minutes").label}
          type="number"
          error={errors.minutes?.message}
          {...form.register("minutes", { valueAsNumber: true })}
        />
      </SimpleGrid>
    </Panel>
  );
}

interface Props extends FormProps {
  /** Figures of the same dance, without this one. */
  readonly others: readonly FigureRecord[];
  readonly staff: readonly StaffMember[];
}

/** In this order; what a figure is stands in its head. */
const SORTS = ["cues", "names", "lines", "figures", "figure", "people"] as const;
type AboutName = ReturnType<typeof fieldsOf<(typeof SORTS)[number]>>[number];
const ABOUT: readonly AboutName[] = SORTS.flatMap((sort): readonly AboutName[] => fieldsOf(sort));

/** One field, written as what it holds is written. */
function AboutField({ form, name, others, staff }: Props & { name: AboutName }) {
  const { label, help = "", none = "", sort } = fieldOf(name);
  const { field, fieldState } = useController({ control: form.control, name });
  const onChange = (value: unknown) => field.onChange(value);
  const ofRoot = form.formState.errors[name] as { root?: { message?: string } } | undefined;
  const error = fieldState.error?.message ?? ofRoot?.root?.message;
  const shared = { label, help, error, onChange };
  if (sort === "cues") return <CuesField value={field.value as Cue[]} onChange={onChange} error={error} />;
  if (sort === "names")
    return <OtherNamesField value={field.value as OtherName[]} onChange={onChange} error={error} />;
  if (sort === "lines") return <LinesField {...shared} value={field.value as string[]} />;
  if (sort === "figures")
    return <LinksField {...shared} none={none} value={field.value as string[]} choices={others} />;
  if (sort === "people") return <TeachersField {...shared} staff={staff} value={field.value as string[]} />;
  return (
    <ChoiceField
      {...shared}
      value={(field.value as string | null) ?? ""}
      onChange={({ target }) => onChange(target.value === "" ? null : target.value)}
      choices={[
        { value: "", label: none },
        ...others
          .filter(({ variantOfId }) => variantOfId === null)
          .map((other) => ({ value: other.id, label: other.name })),
      ]}
    />
  );
}

/** What is said of a figure, what stands before it, and who may teach it. */
export const AboutFields = (props: Props) => (
  <Panel>
    <SimpleGrid columns={{ base: 1, md: 2 }} gap="5">
      {ABOUT.map((name) => (
        <AboutField key={name} {...props} name={name} />
      ))}
    </SimpleGrid>
  </Panel>
);
