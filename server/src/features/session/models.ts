import type { Settings } from "@map-step/contract";
import { COUPLE_LIMITS } from "@map-step/core/hold";
import { TEMPO_LIMITS } from "@map-step/core/time";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { type Row, textColumn, wholeColumn } from "../../db/row.ts";

export interface StudioRow extends Row<StudioRow> {
  id: number;
  name: string;
  timeZone: string;
  firstWeekday: CreationOptional<number>;
  safePractice: CreationOptional<string>;
  lost: CreationOptional<string>;
  dates: CreationOptional<Settings["dates"]>;
  clock: CreationOptional<Settings["clock"]>;
  lengths: CreationOptional<Settings["lengths"]>;
  ruleShare: CreationOptional<number>;
  ruleMark: CreationOptional<Settings["ruleMark"]>;
  checkMark: CreationOptional<Settings["checkMark"]>;
  tempoLimits: CreationOptional<Settings["tempoLimits"]>;
  coupleLimits: CreationOptional<Settings["coupleLimits"]>;
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
      dates: { ...textColumn(), defaultValue: "day-first" },
      clock: { ...textColumn(), defaultValue: "24" },
      lengths: { ...textColumn(), defaultValue: "metres" },
      ruleShare: { ...wholeColumn(), defaultValue: 80 },
      ruleMark: { ...textColumn(), defaultValue: "alone" },
      checkMark: { ...textColumn(), defaultValue: "alone" },
      tempoLimits: { type: DataTypes.JSONB, allowNull: false, defaultValue: TEMPO_LIMITS },
      coupleLimits: { type: DataTypes.JSONB, allowNull: false, defaultValue: COUPLE_LIMITS },
      version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
    },
    { tableName: "studio" },
  ),
});
