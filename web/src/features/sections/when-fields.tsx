import { SECTION_FIELDS } from "@map-step/contract";
import type { ComponentProps } from "react";
import { TextField } from "../../kit/fields.tsx";
import { labelled } from "../../kit/plain-fields.ts";

type Own = Omit<ComponentProps<typeof TextField>, "label" | "help" | "type">;

/** The day of a section's first lesson. */
export const FirstDateField = (own: Own) => (
  <TextField {...labelled(SECTION_FIELDS, "firstDate")} type="date" {...own} />
);

/** The hour at which its lessons begin. */
export const StartTimeField = (own: Own) => (
  <TextField {...labelled(SECTION_FIELDS, "startTime")} type="time" {...own} />
);
