import type { Mark } from "@map-step/core/check";
import { escaped, htmlPage } from "./html.ts";

/** What a progress card says. */
export interface CardText {
  readonly studio: string;
  readonly name: string;
  readonly course: string;
  readonly day: string;
  readonly groups: readonly {
    readonly title: string;
    readonly figures: readonly { readonly name: string; readonly mark: Mark; readonly said: string }[];
  }[];
  readonly next: readonly string[];
}

/** A progress card as a page that can be handed over. */
export const cardAsHtml = ({ studio, name, course, day, groups, next }: CardText): string =>
  htmlPage(
    `Progress card, ${name}`,
    `<p>${escaped(studio)}</p>
<h1>${escaped(name)}</h1>
<p>${escaped([course, day].filter((one) => one !== "").join("; "))}</p>
${groups
  .map(
    ({ title, figures }) =>
      `<h2>${escaped(title)}</h2>\n<table>\n${figures
        .map((figure) => `<tr><td>${escaped(figure.name)}</td><td>${escaped(figure.said)}</td></tr>`)
        .join("\n")}\n</table>\n`,
  )
  .join("")}${next.length > 0 ? `<h2>Next for you</h2>\n<p>${escaped(next.join(", "))}</p>\n` : ""}`,
  );
