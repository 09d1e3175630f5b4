import { Checkbox, Stack } from "@chakra-ui/react";
import { api, STAFF_ROLES, type StaffMember, staffChange, staffContent } from "@map-step/contract";
import { Controller } from "react-hook-form";
import type { z } from "zod";
import { EmailField, NEW_PASSWORD, PasswordField } from "../../kit/account-fields.tsx";
import { useChange } from "../../kit/api.ts";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import type { Shown } from "../../kit/merge.ts";
import { savedBy, useRecordForm } from "../../kit/record-form.ts";
import { tellDone } from "../../kit/toasts.ts";
import { RecordDialog } from "../history/record-dialog.tsx";

const ROLES = STAFF_ROLES.map((role) => ({ value: role, label: role }));
const SHOWN: Shown<z.input<typeof staffChange>> = {
  name: ["Name", (name) => name],
  email: ["Email address", (email) => email],
  role: ["Role", (role) => role],
  active: ["Works here", (active) => (active ? "yes" : "no")],
};
const optionalPassword = { setValueAs: (value: string) => value || undefined };

interface DialogProps {
  /** `null` for somebody new. */
  readonly member: StaffMember | null;
  readonly invite: (id: string) => void;
  readonly onClose: () => void;
}

/** Passwords are never kept in the browser, so this form keeps no draft. */
export function StaffDialog({ member, invite, onClose }: DialogProps) {
  const create = useChange(api.staff.create);
  const change = useChange(api.staff.change);
  const start = member ?? { name: "", email: "", role: "teacher" as const, active: true, version: 0 };
  const save = savedBy(member, create, change);
  const record = useRecordForm({
    schema: staffChange,
    start,
    draft: null,
    shown: SHOWN,
    save,
    onSaved: ({ id, name, hasPassword }) => {
      if (hasPassword || member) tellDone(`${name} is saved`);
      else invite(id);
      onClose();
    },
  });
  const { form, errors } = record;
  return (
    <RecordDialog
      title={member ? member.name : "New on the staff"}
      saves="Save"
      record={record}
      history={
        member && { list: "staff", id: member.id, what: member.name, shape: staffContent, shown: SHOWN }
      }
      onClose={onClose}
    >
      <Stack gap="4">
        <TextField label="Name" error={errors.name?.message} {...form.register("name")} />
        <EmailField error={errors.email?.message} {...form.register("email")} />
        <ChoiceField label="Role" choices={ROLES} error={errors.role?.message} {...form.register("role")} />
        <PasswordField
          label={member?.hasPassword ? "New password" : "Password"}
          autoComplete="new-password"
          help={
            member?.hasPassword
              ? "Leave it empty to keep the old one"
              : `${NEW_PASSWORD}; empty, and they choose it themselves by a link`
          }
          error={errors.password?.message}
          {...form.register("password", optionalPassword)}
        />
        <Controller
          control={form.control}
          name="active"
          render={({ field }) => (
            <Checkbox.Root
              checked={field.value}
              onCheckedChange={({ checked }) => field.onChange(checked === true)}
            >
              <Checkbox.HiddenInput />
              <Checkbox.Control />
              <Checkbox.Label>Works here and may sign in</Checkbox.Label>
            </Checkbox.Root>
          )}
        />
      </Stack>
    </RecordDialog>
  );
}
