import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { call } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { download } from "../../kit/download.ts";
import { printBelow } from "../../kit/printing.ts";
import { tellError } from "../../kit/toasts.ts";
import { PlanLinkField } from "../plan-links/link-field.tsx";
import { useMay } from "../session/session.tsx";
import type { PlanView } from "./plan-view.ts";
import type { PlannerInput } from "./planner-input.ts";
import type { PlanEdit } from "./use-plan.ts";
import { planAsCsv, planAsJson, planAsSvg, type WrittenPlan } from "./written-plan.ts";

interface Props {
  readonly input: PlannerInput;
  readonly edit: PlanEdit;
  readonly view: PlanView;
  readonly onClose: () => void;
}

/** The plan in open formats, its dates as a calendar, and on paper. */
export function PlanFiles({ input, edit, view, onClose }: Props) {
  const { figures, loads, capacities, sharesAt } = view;
  const { level, section } = input;
  const mayWrite = useMay("plans.write");
  const written: WrittenPlan = {
    levelName: level.name,
    sectionName: section?.name ?? null,
    content: edit.content,
    figures,
    loads,
    capacities,
    dates: section?.dates ?? [],
    sharesAt,
  };
  const base = `${level.name} ${section?.name ?? "plan"}`.toLowerCase().replace(/\W+/g, "-");
  const calendar = async () => {
    try {
      const { text } = await call(api.sections.calendar, { params: { id: section?.id ?? "" } });
      download(`${base}.ics`, "text/calendar", text);
    } catch (error) {
      tellError(error);
    }
  };
  const print = () => {
    onClose();
    printBelow();
  };
  return (
    <Modal open title="Files and print" onClose={onClose}>
      <Stack gap="4">
        <Flex gap="2" wrap="wrap">
          <Button variant="outline" onClick={() => download(`${base}.csv`, "text/csv", planAsCsv(written))}>
            Plan as CSV
          </Button>
          <Button
            variant="outline"
            onClick={() => download(`${base}.json`, "application/json", planAsJson(written))}
          >
            Plan as JSON
          </Button>
          <Button
            variant="outline"
            onClick={() => download(`${base}.svg`, "image/svg+xml", planAsSvg(written))}
          >
            Grid as SVG
          </Button>
        </Flex>
        {section ? (
          <Flex gap="3" align="center">
            <Button variant="outline" onClick={() => void calendar()}>
              Dates as a calendar
            </Button>
            <Text color="soft" fontSize="sm">
              One event a lesson, with its room, its teachers and what is new (iCalendar).
            </Text>
          </Flex>
        ) : (
          <Text color="soft" fontSize="sm">
            A section has dates; its plan can be saved as a calendar.
          </Text>
        )}
        {mayWrite ? <PlanLinkField planId={input.plan.id} /> : null}
        <Button onClick={print}>Print the grid on one page</Button>
      </Stack>
    </Modal>
  );
}
