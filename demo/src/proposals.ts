import { contentOfPlan, type FigureRecord, type ProposalContent, type Section } from "@map-step/contract";
import { type Database, services } from "@map-step/server";

type Ids = ReadonlyMap<string, string>;
type Figures = ReadonlyMap<string, FigureRecord>;

const asPerson = (id: string, role: "director" | "teacher") => ({ id, role });

/** A figure as somebody would have its texts. */
function figureProposal(figure: FigureRecord, change: Partial<FigureRecord>, note: string): ProposalContent {
  const { id, version: _version, ...base } = figure;
  return { list: "figures", thingId: id, base, content: { ...base, ...change }, note, state: "sent" };
}

/** What teachers propose: one thing for a plan and one for a figure, and an earlier one that was answered. */
export async function loadProposals(
  db: Database,
  section: Section,
  figures: Figures,
  staff: Ids,
): Promise<void> {
  const [maro = "", ilse = "", bento = "", junia = ""] = [
    "Maro Quillfeather",
    "Ilse Tarnbrook",
    "Bento Haverlock",
    "Junia Reedwater",
  ].map((name) => staff.get(name) ?? "");
  const base = contentOfPlan(await services.readPlan(db, section.planId));
  const window = figures.get("Window")?.id;
  const chosen = base.chosen.map((entry) => (entry.figureId === window ? { ...entry, week: 5 } : entry));
  await services.createProposal(
    db,
    {
      list: "plans",
      thingId: section.planId,
      base,
      content: { ...base, chosen },
      state: "sent",
      note: "Two new turns in one night were too many last term. The Window can wait a week.",
    },
    asPerson(ilse, "teacher"),
  );
  const [basic, turn] = ["Foundation step", "Inside turn"].map((name) => figures.get(name));
  if (!basic || !turn) throw new Error("a demo figure is not there");
  await services.createProposal(
    db,
    figureProposal(
      basic,
      { slips: [...basic.slips, "The & comes too early when the music is new"] },
      "Seen in both sections this term.",
    ),
    asPerson(bento, "teacher"),
  );
  const { id } = await services.createProposal(
    db,
    figureProposal(turn, { minutes: turn.minutes + 5 }, "We never get it done in its minutes."),
    asPerson(junia, "teacher"),
  );
  await services.settleProposal(
    db,
    id,
    {
      version: 1,
      answer: "Let us see it in the log of two more classes first; the last ones began late.",
      take: null,
    },
    asPerson(maro, "director"),
  );
}
