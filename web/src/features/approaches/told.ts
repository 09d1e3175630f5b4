import type { ApproachContent } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import type { Shown } from "../../kit/merge.ts";

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How an approach is told where two versions of it differ. */
export const SHOWN_APPROACH: Shown<ApproachContent> = {
  name: ["Name", (name) => name],
  reason: ["Reasons", (reason) => reason],
  ages: [
    "Nights",
    (ages) =>
      ages
        .map(
          (shares, age) =>
            `night ${age + 1}: ${shares.map(({ layer, share }) => `${layer} ${percent(share)}`).join(", ")}`,
        )
        .join("; "),
  ],
  returns: [
    "Comes back after",
    (returns) => (returns.length > 0 ? `${returns.join(", ")} lessons` : "never"),
  ],
  returnMinutes: ["A return takes", (minutes) => counted(minutes, "minute")],
};
