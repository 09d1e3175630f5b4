import { FIELD_NAMES, type FigureContent, fieldOf } from "@map-step/contract";
import { DataTypes, type ModelAttributeColumnOptions, type Sequelize } from "sequelize";
import {
  idColumn,
  keyColumn,
  phrasesColumn,
  type Removable,
  type Row,
  recordsColumn,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

/** What stands in the table of figures itself; ties to others have tables of their own. */
type Kept = Omit<FigureContent, "needs" | "helps" | "teacherIds">;

export interface FigureRow extends Row<FigureRow>, Stored, Removable, Signed, Kept {}

type Sort = ReturnType<typeof fieldOf>["sort"];

/** The column of each sort of field; none for those with a table of their own. */
const COLUMNS: Readonly<Record<Sort, (() => ModelAttributeColumnOptions) | null>> = {
  text: textColumn,
  steps: textColumn,
  kind: textColumn,
  tier: () => ({ type: DataTypes.SMALLINT, allowNull: false }),
  whole: wholeColumn,
  dance: idColumn,
  figure: () => ({ type: DataTypes.UUID, allowNull: true }),
  names: recordsColumn,
  cues: recordsColumn,
  lines: phrasesColumn,
  figures: null,
  people: null,
};

const keptColumns = () =>
  Object.fromEntries(
    FIELD_NAMES.flatMap((name) => {
      const column = COLUMNS[fieldOf(name).sort];
      return column ? [[name, column()]] : [];
    }),
  ) as Record<keyof Kept, ModelAttributeColumnOptions>;

export interface FigureNeedRow extends Row<FigureNeedRow> {
  figureId: string;
  needsId: string;
  position: number;
}

export interface FigureHelpRow extends Row<FigureHelpRow> {
  figureId: string;
  helpedById: string;
  position: number;
}

export interface FigureTeacherRow extends Row<FigureTeacherRow> {
  figureId: string;
  staffId: string;
}

export const defineFigures = (sequelize: Sequelize) => ({
  Figure: sequelize.define<FigureRow>(
    "figure",
    {
      ...storedColumns(),
      ...keptColumns(),
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "figures" },
  ),
  FigureNeed: sequelize.define<FigureNeedRow>(
    "figureNeed",
    { figureId: keyColumn(), needsId: keyColumn(), position: wholeColumn() },
    { tableName: "figure_needs" },
  ),
  FigureHelp: sequelize.define<FigureHelpRow>(
    "figureHelp",
    { figureId: keyColumn(), helpedById: keyColumn(), position: wholeColumn() },
    { tableName: "figure_helps" },
  ),
  FigureTeacher: sequelize.define<FigureTeacherRow>(
    "figureTeacher",
    { figureId: keyColumn(), staffId: keyColumn() },
    { tableName: "figure_teachers" },
  ),
});
