import type { Recap } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface RecapRow extends Row<RecapRow>, Stored, Signed {
  lessonId: string;
  title: string;
  document: Recap["document"];
  secret: CreationOptional<string | null>;
  /** What the public page shows, from the moment of publishing. */
  publishedTitle: CreationOptional<string | null>;
  publishedDocument: CreationOptional<Recap["document"] | null>;
  publishedAt: CreationOptional<Date | null>;
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
      publishedTitle: { type: DataTypes.TEXT, allowNull: true, defaultValue: null },
      publishedDocument: { type: DataTypes.JSONB, allowNull: true, defaultValue: null },
      publishedAt: { type: DataTypes.DATE, allowNull: true, defaultValue: null },
      ...signedColumns(),
    },
    { tableName: "recaps" },
  ),
});
