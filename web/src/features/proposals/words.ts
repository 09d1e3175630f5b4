import type { ProposalLine } from "@map-step/contract";

/** What became of a proposal, said to whoever reads it. */
export const STATE_WORDS: Readonly<Record<ProposalLine["state"], string>> = {
  writing: "not sent yet",
  sent: "waits for the director",
  withdrawn: "taken back",
  taken: "taken",
  declined: "not taken",
};

/** What a proposal is about. */
export const aboutInWords = ({
  list,
  thingId,
  name,
}: Pick<ProposalLine, "list" | "thingId" | "name">): string =>
  list === "plans" ? "Plan" : thingId === null ? `New figure: ${name}` : name;

/** Where what a proposal is about is written. */
export const whereWritten = ({ id, list, thingId, levelId, sectionId }: ProposalLine): string => {
  if (list === "plans")
    return `/levels/${levelId}${sectionId ? `/sections/${sectionId}` : ""}?proposal=${id}`;
  return `/figures/${thingId === null ? "new" : `${thingId}/edit`}?proposal=${id}`;
};
