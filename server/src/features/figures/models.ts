import type { Cue, FigureRecord, OtherName } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
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

export interface FigureRow extends Row<FigureRow>, Stored, Removable, Signed {
  danceId: string;
  name: string;
  otherNames: OtherName[];
  kind: FigureRecord["kind"];
  tier: FigureRecord["tier"];
  notation: string;
  minutes: number;
  variantOfId: string | null;
  cues: Cue[];
  slips: string[];
  exercises: string[];
  cautions: string[];
}

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
      danceId: idColumn(),
      name: textColumn(),
      otherNames: recordsColumn(),
      kind: textColumn(),
      tier: { type: DataTypes.SMALLINT, allowNull: false },
      notation: textColumn(),
      minutes: wholeColumn(),
      variantOfId: { type: DataTypes.UUID, allowNull: true },
      cues: recordsColumn(),
      slips: phrasesColumn(),
      exercises: phrasesColumn(),
      cautions: phrasesColumn(),
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
