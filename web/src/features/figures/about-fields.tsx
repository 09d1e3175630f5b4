import { SimpleGrid } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord, StaffMember } from "@map-step/contract";
import { FIGURE_KINDS, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES, TIERS } from "@map-step/core/time";
import { Controller, type UseFormReturn } from "react-hook-form";
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
        <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
        <ChoiceField
          label="Dance"
          error={errors.danceId?.message}
          choices={dances.map(({ id, name }) => ({ value: id, label: name }))}
          {...form.register("danceId")}
        />
        <ChoiceField
          label="Kind"
          error={errors.kind?.message}
          choices={FIGURE_KINDS.map((kind) => ({ value: kind, label: KIND_NAMES[kind].one }))}
          {...form.register("kind")}
        />
        <ChoiceField
          label="Level"
          error={errors.tier?.message}
          choices={TIERS.map((tier) => ({ value: String(tier), label: TIER_NAMES[tier] }))}
          {...form.register("tier", { setValueAs: Number })}
        />
        <TextField
          label="Minutes, first night"
          type="number"
          error={errors.minutes?.message}
          {...form.register("minutes", { valueAsNumber: true })}
        />
      </SimpleGrid>
    </Panel>
  );
}

const LINES = [
  ["slips", "Common slips", "What usually goes wrong, one a line"],
  ["cautions", "Cautions", "What can hurt and how it is avoided, one a line"],
] as const;

const LINKS = [
  ["needs", "Needs", "What must be taught before it", "Nothing; it can be the first thing taught."],
  ["helps", "Easier after", "What makes it easier without being a must", "Nothing named yet."],
] as const;

interface Props extends FormProps {
  /** Figures of the same dance, without this one. */
  readonly others: readonly FigureRecord[];
  readonly staff: readonly StaffMember[];
}

/** What is said of a figure, what stands before it, and who may teach it. */
export function AboutFields({ form, others, staff }: Props) {
  const { control } = form;
  const { errors } = form.formState;
  return (
    <Panel>
      <SimpleGrid columns={{ base: 1, md: 2 }} gap="5">
        <Controller
          control={control}
          name="cues"
          render={({ field, fieldState }) => (
            <CuesField
              value={field.value}
              onChange={field.onChange}
              error={fieldState.error?.message ?? errors.cues?.root?.message}
            />
          )}
        />
        <Controller
          control={control}
          name="otherNames"
          render={({ field, fieldState }) => (
            <OtherNamesField
              value={field.value}
              onChange={field.onChange}
              error={fieldState.error?.message ?? errors.otherNames?.root?.message}
            />
          )}
        />
        {LINES.map(([name, label, help]) => (
          <Controller
            key={name}
            control={control}
            name={name}
            render={({ field }) => (
              <LinesField
                label={label}
                help={help}
                error={errors[name]?.message ?? errors[name]?.root?.message}
                value={field.value}
                onChange={field.onChange}
              />
            )}
          />
        ))}
        {LINKS.map(([name, label, help, none]) => (
          <Controller
            key={name}
            control={control}
            name={name}
            render={({ field }) => (
              <LinksField
                label={label}
                help={help}
                none={none}
                value={field.value}
                onChange={field.onChange}
                error={errors[name]?.message}
                choices={others}
              />
            )}
          />
        ))}
        <Controller
          control={control}
          name="variantOfId"
          render={({ field }) => (
            <ChoiceField
              label="Variant of"
              help="For a simpler form, or one for faster music"
              error={errors.variantOfId?.message}
              value={field.value ?? ""}
              onChange={({ target }) => field.onChange(target.value === "" ? null : target.value)}
              choices={[
                { value: "", label: "none; a figure of its own" },
                ...others
                  .filter(({ variantOfId }) => variantOfId === null)
                  .map(({ id, name }) => ({ value: id, label: name })),
              ]}
            />
          )}
        />
        <Controller
          control={control}
          name="teacherIds"
          render={({ field }) => (
            <TeachersField
              label="May be taught by"
              help="Nobody chosen: everybody on the staff may teach it"
              staff={staff}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </SimpleGrid>
    </Panel>
  );
}
