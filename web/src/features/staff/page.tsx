import { Badge, Box, Button, Checkbox, Flex, Stack, Text } from "@chakra-ui/react";
import { api, STAFF_ROLES, type StaffMember, staffChange, staffContent } from "@map-step/contract";
import { useState } from "react";
import { Controller } from "react-hook-form";
import { Link } from "react-router";
import type { z } from "zod";
import { EmailField, NEW_PASSWORD, PasswordField } from "../../kit/account-fields.tsx";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { ChoiceField, TextField } from "../../kit/fields.tsx";
import { useContractForm } from "../../kit/form.ts";
import { FormProblem } from "../../kit/form-notes.tsx";
import { useFormSave } from "../../kit/form-save.tsx";
import type { Shown } from "../../kit/merge.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { FormHistory } from "../history/form-history.tsx";
import { useMay } from "../session/session.tsx";

const ROLES = STAFF_ROLES.map((role) => ({ value: role, label: role }));
const SHOWN: Shown<z.input<typeof staffChange>> = {
  name: ["Name", (name) => name],
  email: ["Email address", (email) => email],
  role: ["Role", (role) => role],
  active: ["Works here", (active) => (active ? "yes" : "no")],
};
const optionalPassword = { setValueAs: (value: string) => value || undefined };

/** Writes somebody a link with which they choose a password. */
function useInvite(): { readonly invite: (id: string) => void; readonly busy: boolean } {
  const ask = useChange(api.letters.invite);
  return {
    busy: ask.isPending,
    invite: (id) =>
      void ask
        .mutateAsync({ params: { id } })
        .then(
          ({ to, sentAt }) =>
            tellDone(sentAt ? `A link went out to ${to}` : `The link for ${to} waits under Letters`),
          tellError,
        ),
  };
}

interface DialogProps {
  /** `null` for somebody new. */
  readonly member: StaffMember | null;
  readonly invite: (id: string) => void;
  readonly onClose: () => void;
}

/** Passwords are never kept in the browser, so this form keeps no draft. */
function StaffDialog({ member, invite, onClose }: DialogProps) {
  const create = useChange(api.staff.create);
  const change = useChange(api.staff.change);
  const start = member ?? { name: "", email: "", role: "teacher" as const, active: true, version: 0 };
  const { form, base } = useContractForm(staffChange, start, null);
  const { errors, isSubmitting } = form.formState;
  const { submit, problem, conflict } = useFormSave({
    form,
    base,
    shown: SHOWN,
    save: ({ version, ...content }) =>
      member
        ? change.mutateAsync({ params: { id: member.id }, body: { ...content, version } })
        : create.mutateAsync({ body: content }),
    onSaved: ({ id, name, hasPassword }) => {
      if (hasPassword || member) tellDone(`${name} is saved`);
      else invite(id);
      onClose();
    },
  });
  const foot = (
    <>
      {member ? (
        <FormHistory
          list="staff"
          id={member.id}
          what={member.name}
          shape={staffContent}
          shown={SHOWN}
          form={form}
        />
      ) : null}
      <Button disabled={isSubmitting} onClick={submit}>
        Save
      </Button>
    </>
  );
  return (
    <Modal open title={member ? member.name : "New on the staff"} onClose={onClose} foot={foot}>
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
        <FormProblem problem={problem} />
      </Stack>
      {conflict}
    </Modal>
  );
}

export function StaffPage() {
  const staff = useApi(api.staff.list, {});
  const sections = useApi(api.sections.list, {});
  const levels = useApi(api.levels.list, {});
  const mayWrite = useMay("staff.write");
  const maySave = useMay("studio.file");
  const [open, setOpen] = useState<StaffMember | "new" | null>(null);
  const { invite, busy } = useInvite();
  return (
    <Loaded all={[staff, sections, levels]}>
      {(members, allSections, allLevels) => {
        const levelName = (id: string) => allLevels.find((level) => level.id === id)?.name ?? "";
        const teaches = ({ id }: StaffMember) =>
          allSections
            .filter(({ teacherIds }) => teacherIds.includes(id))
            .map(({ levelId, name }) => `${levelName(levelId)}, ${name}`)
            .join("; ");
        return (
          <>
            <PageHead
              title="Staff"
              about="Teachers read everything, teach, write recaps and hold checks. What a course consists of is the director's."
            >
              {mayWrite ? (
                <>
                  <Button asChild variant="outline" bg="panel">
                    <Link to="/staff/letters">Letters</Link>
                  </Button>
                  <Button asChild variant="outline" bg="panel">
                    <Link to="/staff/settings">Settings</Link>
                  </Button>
                </>
              ) : null}
              {maySave ? (
                <Button asChild variant="outline" bg="panel">
                  <Link to="/staff/file">The studio as one file</Link>
                </Button>
              ) : null}
              {mayWrite ? <Button onClick={() => setOpen("new")}>New on the staff</Button> : null}
            </PageHead>
            <Stack gap="2">
              {members.map((member) => (
                <Panel key={member.id} py="3" opacity={member.active ? 1 : 0.7}>
                  <Flex gap="4" align="center" justify="space-between" wrap="wrap">
                    <Box>
                      <Flex gap="2" align="center">
                        <Text fontWeight="700" fontSize="lg">
                          {member.name}
                        </Text>
                        <Badge colorPalette={member.role === "director" ? "pine" : "gray"}>
                          {member.role}
                        </Badge>
                        {member.active ? null : <Badge>no longer here</Badge>}
                        {member.hasPassword ? null : <Badge colorPalette="orange">no password yet</Badge>}
                      </Flex>
                      <Text color="soft" fontSize="sm">
                        {member.email}; {teaches(member) || "no section at present"}
                      </Text>
                    </Box>
                    {mayWrite ? (
                      <Flex gap="2">
                        {member.active ? (
                          <Button
                            size="sm"
                            variant={member.hasPassword ? "ghost" : "solid"}
                            disabled={busy}
                            aria-label={`${member.hasPassword ? "Send a link" : "Invite"}: ${member.name}`}
                            onClick={() => invite(member.id)}
                          >
                            {member.hasPassword ? "Send a link" : "Invite"}
                          </Button>
                        ) : null}
                        <Button
                          size="sm"
                          variant="outline"
                          aria-label={`Edit ${member.name}`}
                          onClick={() => setOpen(member)}
                        >
                          Edit
                        </Button>
                      </Flex>
                    ) : null}
                  </Flex>
                </Panel>
              ))}
            </Stack>
            {open ? (
              <StaffDialog
                member={open === "new" ? null : open}
                invite={invite}
                onClose={() => setOpen(null)}
              />
            ) : null}
          </>
        );
      }}
    </Loaded>
  );
}
