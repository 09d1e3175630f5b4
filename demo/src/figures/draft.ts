import type { FigureContent, NewDance } from "@map-step/contract";

/** What every figure of the demo says of itself. */
type Said = "name" | "kind" | "tier" | "minutes" | "notation" | "slips";
/** What it says another way. */
type Otherwise = "danceId" | "needs" | "helps" | "otherNames" | "cues" | "variantOfId" | "teacherIds";

/** A figure as the demo writes it down; other figures are given by name. */
export type FigureDraft = Pick<FigureContent, Said> &
  Partial<Omit<FigureContent, Said | Otherwise>> & {
    readonly needs?: readonly string[];
    readonly helps?: readonly string[];
    readonly variantOf?: string;
    /** A bare text is said by the house. */
    readonly cues: readonly (string | FigureContent["cues"][number])[];
    /** A bare name is used by nobody in particular. */
    readonly otherNames?: readonly (string | FigureContent["otherNames"][number])[];
    /** Names of the staff who may teach it. */
    readonly teachers?: readonly string[];
  };

/** A dance of the house, its figures, and its levels from first to last. */
export interface Program {
  readonly dance: NewDance;
  readonly figures: readonly FigureDraft[];
  readonly levels: readonly {
    readonly name: string;
    /** What dancers can do at its end. */
    readonly aim: string;
    readonly mostNew: number;
    readonly figures: readonly string[];
    /** The weeks of its plan as the director arranged them; drafted where nothing is said. */
    readonly weeks?: Readonly<Record<string, number>>;
  }[];
}
