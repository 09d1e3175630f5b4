import type { KeptEntry } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, keyColumn, type Row, textColumn } from "../../db/row.ts";

export interface ClassEntryRow extends Row<ClassEntryRow> {
  id: string;
  lessonId: string;
  /** Where it stands in the log; counted by the database. */
  position: CreationOptional<string>;
  kind: KeptEntry["kind"];
  target: string;
  value: KeptEntry["value"];
  after: string | null;
  notedAt: Date;
  staffId: string;
  outcome: KeptEntry["outcome"];
}

export const defineClassLog = (sequelize: Sequelize) => ({
  ClassEntry: sequelize.define<ClassEntryRow>(
    "classEntry",
    {
      id: keyColumn(),
      lessonId: idColumn(),
      position: { type: DataTypes.BIGINT, allowNull: false, autoIncrement: true },
      kind: textColumn(),
      target: textColumn(),
      value: { type: DataTypes.JSONB, allowNull: true },
      after: { type: DataTypes.UUID, allowNull: true },
      notedAt: { type: DataTypes.DATE, allowNull: false },
      staffId: idColumn(),
      outcome: textColumn(),
    },
    { tableName: "class_entries" },
  ),
});
