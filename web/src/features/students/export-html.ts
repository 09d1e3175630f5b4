import type { StudentExport } from "@map-step/contract";
import { WEEKDAYS } from "@map-step/core/check";
import { counted } from "@map-step/core/words";
import { longDay } from "../../kit/dates.ts";
import { escaped, htmlPage } from "./html.ts";

function table(title: string, columns: readonly string[], rows: readonly (readonly unknown[])[]): string {
  if (rows.length === 0) return "";
  const head = columns.map((column) => `<th scope="col">${escaped(column)}</th>`).join("");
  const body = rows
    .map((row) => `<tr>${row.map((cell) => `<td>${escaped(cell)}</td>`).join("")}</tr>`)
    .join("\n");
  return `<h2>${escaped(title)}</h2>\n<table>\n<thead><tr>${head}</tr></thead>\n<tbody>\n${body}\n</tbody>\n</table>\n`;
}

const day = (date: string): string => (date === "" ? "" : longDay(date));

/**
 * All that is kept of a student as one file: a page that can be read without the application, and the same as data
 * within it, for a program to read.
 */
export function asHtml(all: StudentExport): string {
  const { name, role, otherNames, courses, attendance, marks, practice, waited, wishes, written, doubtful } =
    all;
  const more =
    doubtful === 0
      ? ""
      : ` A word of the name stands in ${counted(doubtful, "more place")} that may be about somebody else; ${doubtful === 1 ? "it is" : "they are"} not in it.`;
  return htmlPage(
    name,
    `<h1>${escaped(name)}</h1>
<p>Usually ${escaped(role === "both" ? "both roles" : role)}${otherNames.length > 0 ? `; also written as ${escaped(otherNames.join(", "))}` : ""}. This is everything that the studio keeps.${more}</p>
${table(
  "Courses",
  ["Level", "Section", "Role", "From", "Until"],
  courses.map((one) => [
    one.level,
    one.section,
    one.role,
    day(one.from),
    one.waiting ? "waits for a place" : one.until === null ? "" : day(one.until),
  ]),
)}${table(
  "What was seen",
  ["Day", "Figure", "Role", "Layer", "Mark", "By"],
  marks.map((one) => [
    day(one.date),
    one.figure,
    one.role,
    one.layer,
    one.mark === "" ? "taken back" : `${one.mark}${one.corrects ? " (corrected)" : ""}`,
    one.by,
  ]),
)}${table(
  "Measured timing",
  ["Day", "Of", "Beats per minute", "Milliseconds off the beat", "Spread", "By"],
  practice.map((one) => [
    day(one.date),
    one.name,
    one.bpm,
    Math.round(one.offset),
    Math.round(one.spread),
    one.by,
  ]),
)}${table(
  "Lessons",
  ["Day", "Section", "Week", "Was there", "Noted by"],
  attendance.map((one) => [day(one.date), one.section, one.week, one.present ? "yes" : "no", one.by]),
)}${table(
  "Sat out",
  ["Day", "Section", "Times", "Noted by"],
  waited.map((one) => [day(one.date), one.section, one.times, one.by]),
)}${table(
  "Wishes for next term",
  ["Level", "Days", "With", "Goes on", "Chosen class"],
  wishes.map((one) => [
    one.level,
    one.weekdays.map((at) => WEEKDAYS[at]).join(", "),
    one.together.join(", "),
    one.goes === null ? "" : one.goes ? "yes" : "no",
    one.section,
  ]),
)}${table(
  "What is written in which the name stands",
  ["Day", "In", "About", "Text", "By"],
  written.map((one) => [
    day(one.day),
    one.copies > 0
      ? `${one.what} (and ${counted(one.copies, "earlier version or copy", "earlier versions and copies")})`
      : one.what,
    one.about,
    one.text,
    one.by,
  ]),
)}<script type="application/json" id="data">${JSON.stringify(all).replaceAll("<", "\\u003c")}</script>
`,
  );
}
