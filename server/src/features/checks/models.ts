import type { CheckMark } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, keyColumn, type Row, storedColumns, wholeColumn } from "../../db/row.ts";

export interface CheckRow extends Row<CheckRow> {
  id: CreationOptional<string>;
  sectionId: string;
  heldOn: string;
  staffId: string;
}

export interface CheckMarkRow extends Row<CheckMarkRow> {
  checkId: string;
  studentId: string;
  figureId: string;
  /** `null` for one that was taken back; the row stays, so that its version counts on. */
  mark: CheckMark["mark"];
  version: CreationOptional<number>;
}

export const defineChecks = (sequelize: Sequelize) => ({
  Check: sequelize.define<CheckRow>(
    "check",
    {
      id: storedColumns().id,
      sectionId: idColumn(),
      heldOn: { type: DataTypes.DATEONLY, allowNull: false },
      staffId: idColumn(),
    },
    { tableName: "checks" },
  ),
  CheckMark: sequelize.define<CheckMarkRow>(
    "checkMark",
    {
      checkId: keyColumn(),
      studentId: keyColumn(),
      figureId: keyColumn(),
      mark: { type: DataTypes.TEXT, allowNull: true },
      version: { ...wholeColumn(), defaultValue: 1 },
    },
    { tableName: "check_marks" },
  ),
});
