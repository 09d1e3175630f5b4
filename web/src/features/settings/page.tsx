import { Button, Flex, SimpleGrid, Stack, Text } from "@chakra-ui/react";
import {
  api,
  namesOf,
  SETTINGS_FIELDS,
  SETTINGS_THING,
  type Settings,
  settings,
  settingsContent,
} from "@map-step/contract";
import { MARK_NAMES } from "@map-step/core/check";
import { HOUSE } from "@map-step/core/recap";
import { useApi, useChange } from "../../kit/api.ts";
import { AreaField, ChoiceField, TextField } from "../../kit/fields.tsx";
import { FormNotes } from "../../kit/form-notes.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { labelled, shownBy } from "../../kit/plain-fields.ts";
import { useRecordForm } from "../../kit/record-form.ts";
import { Loaded } from "../../kit/states.tsx";
import { tellDone } from "../../kit/toasts.ts";
import { BackupPanel } from "../backups/state.tsx";
import { DirectorsShowMore } from "../factors/directors.tsx";
import { FormHistory } from "../history/form-history.tsx";
import { CouplePanel, coupleLimitsInWords } from "./couple-panel.tsx";
import { ChecksPanel, DATES, TIMES, WritingPanel } from "./panels.tsx";
import { limitsInWords, TempoPanel } from "./tempo-panel.tsx";

const ZONES = Intl.supportedValuesOf("timeZone");
/** The first of February 2027 is a Monday. */
const WEEKDAYS = Array.from({ length: 7 }, (_, at) => ({
  value: String(at + 1),
  label: new Intl.DateTimeFormat("en-GB", { weekday: "long", timeZone: "UTC" }).format(
    new Date(Date.UTC(2027, 1, 1 + at)),
  ),
}));

const SHOWN = shownBy(SETTINGS_FIELDS, {
  timeZone: String,
  firstWeekday: (day: number) => WEEKDAYS[day - 1]?.label ?? "",
  dates: (order: Settings["dates"]) => DATES[order],
  clock: (clock: Settings["clock"]) => TIMES[clock],
  lengths: String,
  ruleShare: String,
  ruleMark: (mark: Settings["ruleMark"]) => MARK_NAMES[mark],
  checkMark: (mark: Settings["checkMark"]) => MARK_NAMES[mark],
  tempoLimits: limitsInWords,
  coupleLimits: coupleLimitsInWords,
});

function SettingsForm({ now }: { now: Settings }) {
  const change = useChange(api.settings.change);
  const { form, base, errors, isSubmitting, submit, problem, conflict, restored, discard } = useRecordForm({
    schema: settings,
    start: now,
    draft: "settings",
    shown: SHOWN,
    save: (body) => change.mutateAsync({ body }),
    onSaved: (saved) => {
      form.reset(saved);
      base.current = saved;
      tellDone("The settings are saved");
    },
  });
  const [safePractice, lost] = form.watch(["safePractice", "lost"]);
  return (
    <>
      <FormNotes restored={restored} onDiscard={discard} problem={problem} />
      <SimpleGrid columns={{ base: 1, lg: 2 }} gap="4" alignItems="start" maxW="72rem">
        <Stack gap="4">
          <Panel>
            <PanelTitle>The studio</PanelTitle>
            <Stack gap="4">
              {namesOf(SETTINGS_FIELDS, "name").map((name) => (
                <TextField
                  key={name}
                  {...labelled(SETTINGS_FIELDS, name)}
                  error={errors[name]?.message}
                  {...form.register(name)}
                />
              ))}
              <ChoiceField
                {...labelled(SETTINGS_FIELDS, "timeZone")}
                error={errors.timeZone?.message}
                choices={[...new Set([now.timeZone, ...ZONES])].map((zone) => ({ value: zone, label: zone }))}
                {...form.register("timeZone")}
              />
              <ChoiceField
                {...labelled(SETTINGS_FIELDS, "firstWeekday")}
                error={errors.firstWeekday?.message}
                choices={WEEKDAYS}
                {...form.register("firstWeekday", { valueAsNumber: true })}
              />
            </Stack>
          </Panel>
          <WritingPanel form={form} />
          <TempoPanel form={form} />
          <DirectorsShowMore />
          <BackupPanel />
        </Stack>
        <Stack gap="4">
          <ChecksPanel form={form} />
          <Panel>
            <PanelTitle>Our words in recaps</PanelTitle>
            <Stack gap="4">
              {namesOf(SETTINGS_FIELDS, "line").map((name) => (
                <AreaField
                  key={name}
                  {...labelled(SETTINGS_FIELDS, name)}
                  rows={2}
                  placeholder={HOUSE[name]}
                  error={errors[name]?.message}
                  {...form.register(name)}
                />
              ))}
              <Stack gap="1.5" bg="sunk" borderRadius="md" p="3" aria-label="As a recap says it" role="group">
                <Text fontWeight="700">Options and rescues</Text>
                <Text>{lost?.trim() || HOUSE.lost}</Text>
                <Text fontWeight="700">Practise at home</Text>
                <Text>{safePractice?.trim() || HOUSE.safePractice}</Text>
              </Stack>
              <Text color="soft" fontSize="sm">
                Drafts of recaps are written with these words from now on; texts that are begun stay as they
                are.
              </Text>
            </Stack>
          </Panel>
          <CouplePanel form={form} />
        </Stack>
      </SimpleGrid>
      {/* On the left: a message comes up on the right. */}
      <Flex gap="3" mt="4">
        <Button disabled={isSubmitting} onClick={submit}>
          Save the settings
        </Button>
        <FormHistory
          list="settings"
          id={SETTINGS_THING}
          what="the settings"
          shape={settingsContent}
          shown={SHOWN}
          form={form}
        />
      </Flex>
      {conflict}
    </>
  );
}

/** How the studio does things. */
export function SettingsPage() {
  const now = useApi(api.settings.read, {});
  return (
    <>
      <PageHead title="Settings" about="How the studio does things, everywhere and for everybody" />
      <Loaded all={[now]}>{(read) => <SettingsForm now={read} />}</Loaded>
    </>
  );
}
