import {
  type AbsenceContent,
  ROOM_FIELDS,
  type RoomContent,
  TERM_FIELDS,
  type TermContent,
} from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  fieldColumns,
  idColumn,
  type Removable,
  type Row,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
} from "../../db/row.ts";

interface Kept extends Stored, Removable, Signed {}
export interface RoomRow extends Row<RoomRow>, Kept, RoomContent {}
export interface TermRow extends Row<TermRow>, Kept, TermContent {}
export interface AbsenceRow extends Row<AbsenceRow>, Kept, AbsenceContent {}

const dayColumn = () => ({ type: DataTypes.DATEONLY, allowNull: false });
const keptColumns = () => ({ ...storedColumns(), ...removableColumns(), ...signedColumns() });

export const defineTimetable = (sequelize: Sequelize) => ({
  Room: sequelize.define<RoomRow>(
    "room",
    { ...keptColumns(), ...fieldColumns(ROOM_FIELDS) },
    { tableName: "rooms" },
  ),
  Term: sequelize.define<TermRow>(
    "term",
    { ...keptColumns(), ...fieldColumns(TERM_FIELDS) },
    { tableName: "terms" },
  ),
  Absence: sequelize.define<AbsenceRow>(
    "absence",
    { ...keptColumns(), staffId: idColumn(), fromDay: dayColumn(), untilDay: dayColumn() },
    { tableName: "absences" },
  ),
});
