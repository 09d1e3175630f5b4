import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { type Row, textColumn } from "../../db/row.ts";

export interface StudioRow extends Row<StudioRow> {
  id: number;
  name: string;
  timeZone: string;
  firstWeekday: CreationOptional<number>;
  safePractice: CreationOptional<string>;
  lost: CreationOptional<string>;
  version: CreationOptional<number>;
}

export const defineSession = (sequelize: Sequelize) => ({
  Studio: sequelize.define<StudioRow>(
    "studio",
    {
      id: { type: DataTypes.SMALLINT, primaryKey: true, defaultValue: 1 },
      name: textColumn(),
      timeZone: textColumn(),
      firstWeekday: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
      safePractice: { type: DataTypes.TEXT, allowNull: false, defaultValue: "" },
      lost: { type: DataTypes.TEXT, allowNull: false, defaultValue: "" },
      version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    },
    { tableName: "studio" },
  ),
});
