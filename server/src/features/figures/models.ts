import type { FigureRecord } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  deletedColumn,
  idColumn,
  keyColumn,
  phrasesColumn,
  type Row,
  type Stored,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface FigureRow extends Row<FigureRow>, Stored {
  danceId: string;
  name: string;
  otherNames: string[];
  kind: FigureRecord["kind"];
  tier: FigureRecord["tier"];
  notation: string;
  minutes: number;
  cues: string[];
  slips: string[];
  cautions: string[];
  deletedAt: CreationOptional<Date | null>;
}

export interface FigureNeedRow extends Row<FigureNeedRow> {
  figureId: string;
  needsId: string;
  position: number;
}

export const defineFigures = (sequelize: Sequelize) => ({
  Figure: sequelize.define<FigureRow>(
    "figure",
    {
      ...storedColumns(),
      danceId: idColumn(),
      name: textColumn(),
      otherNames: phrasesColumn(),
      kind: textColumn(),
      tier: { type: DataTypes.SMALLINT, allowNull: false },
      notation: textColumn(),
      minutes: wholeColumn(),
      cues: phrasesColumn(),
      slips: phrasesColumn(),
      cautions: phrasesColumn(),
      deletedAt: deletedColumn(),
    },
    { tableName: "figures" },
  ),
  FigureNeed: sequelize.define<FigureNeedRow>(
    "figureNeed",
    { figureId: keyColumn(), needsId: keyColumn(), position: wholeColumn() },
    { tableName: "figure_needs" },
  ),
});
