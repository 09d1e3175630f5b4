import { DANCE_FIELDS, type NewDance } from "@map-step/contract";
import type { Sequelize } from "sequelize";
import {
  fieldColumns,
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
} from "../../db/row.ts";

export interface DanceRow extends Row<DanceRow>, Stored, Signed, NewDance {}

export const defineDances = (sequelize: Sequelize) => ({
  Dance: sequelize.define<DanceRow>(
    "dance",
    { ...storedColumns(), ...fieldColumns(DANCE_FIELDS), ...signedColumns() },
    { tableName: "dances" },
  ),
});
