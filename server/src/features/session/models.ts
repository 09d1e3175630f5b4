import { DataTypes, type Sequelize } from "sequelize";
import { type Row, textColumn } from "../../db/row.ts";

export interface StudioRow extends Row<StudioRow> {
  id: number;
  name: string;
  timeZone: string;
}

export const defineSession = (sequelize: Sequelize) => ({
  Studio: sequelize.define<StudioRow>(
    "studio",
    {
      id: { type: DataTypes.SMALLINT, primaryKey: true, defaultValue: 1 },
      name: textColumn(),
      timeZone: textColumn(),
    },
    { tableName: "studio" },
  ),
});
