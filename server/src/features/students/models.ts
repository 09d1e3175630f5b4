import type { StudentContent } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  type Removable,
  type Row,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface StudentRow extends Row<StudentRow>, Stored, Signed, StudentContent {
  /** Who they are as well, where one person was written twice. */
  sameAs: CreationOptional<string | null>;
  /** Who they are in the end; kept by the database. */
  personId: CreationOptional<string>;
}

export interface EnrolmentRow extends Row<EnrolmentRow>, Stored, Removable, Signed {
  sectionId: string;
  studentId: string;
  role: StudentContent["role"];
  fromDate: string;
  untilDate: CreationOptional<string | null>;
  waiting: CreationOptional<boolean>;
  batchId: CreationOptional<string | null>;
  /** The classes of which what was noted is open to those who teach this one; null for all. */
  opened: CreationOptional<string[] | null>;
}

export const defineStudents = (sequelize: Sequelize) => ({
  Student: sequelize.define<StudentRow>(
    "student",
    {
      ...storedColumns(),
      name: textColumn(),
      role: textColumn(),
      sameAs: { type: DataTypes.UUID, allowNull: true },
      personId: { type: DataTypes.UUID, allowNull: true },
      ...signedColumns(),
    },
    { tableName: "students" },
  ),
  Enrolment: sequelize.define<EnrolmentRow>(
    "enrolment",
    {
      ...storedColumns(),
      sectionId: idColumn(),
      studentId: idColumn(),
      role: textColumn(),
      fromDate: { type: DataTypes.DATEONLY, allowNull: false },
      untilDate: { type: DataTypes.DATEONLY, allowNull: true },
      waiting: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      batchId: { type: DataTypes.UUID, allowNull: true },
      opened: { type: DataTypes.ARRAY(DataTypes.UUID), allowNull: true, defaultValue: null },
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "enrolments" },
  ),
});
