import type { Recap } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, type Row, type Stored, storedColumns, textColumn } from "../../db/row.ts";

export interface RecapRow extends Row<RecapRow>, Stored {
  lessonId: string;
  title: string;
  document: Recap["document"];
  secret: CreationOptional<string | null>;
}

export const defineRecaps = (sequelize: Sequelize) => ({
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
