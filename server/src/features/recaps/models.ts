import type { Recap } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, type Row, type Stored, storedColumns, textColumn, wholeColumn } from "../../db/row.ts";

export interface RecapRow extends Row<RecapRow>, Stored {
  lessonId: string;
  title: string;
  document: Recap["document"];
  secret: CreationOptional<string | null>;
}

export interface RecapVersionRow extends Row<RecapVersionRow> {
  id: CreationOptional<string>;
  recapId: string;
  number: number;
  title: string;
  document: Recap["document"];
  staffId: string;
  updatedAt: CreationOptional<Date>;
}

export const defineRecaps = (sequelize: Sequelize) => ({
  RecapVersion: sequelize.define<RecapVersionRow>(
    "recapVersion",
    {
      id: storedColumns().id,
      recapId: idColumn(),
      number: wholeColumn(),
      title: textColumn(),
      document: { type: DataTypes.JSONB, allowNull: false },
      staffId: idColumn(),
      updatedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: "recap_versions" },
  ),
  Recap: sequelize.define<RecapRow>(
    "recap",
    {
      ...storedColumns(),
      lessonId: idColumn(),
      title: textColumn(),
      document: { type: DataTypes.JSONB, allowNull: false },
      secret: { type: DataTypes.TEXT, allowNull: true, defaultValue: null },
    },
    { tableName: "recaps" },
  ),
});
