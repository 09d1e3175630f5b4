import { SECTION_FIELDS, type SectionContent } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  fieldColumns,
  idColumn,
  keyColumn,
  type Removable,
  type Row,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface SectionRow
  extends Row<SectionRow>,
    Stored,
    Removable,
    Signed,
    Omit<SectionContent, "daysOff" | "teacherIds"> {}

export interface SectionDayOffRow extends Row<SectionDayOffRow> {
  sectionId: string;
  day: string;
}

export interface SectionTeacherRow extends Row<SectionTeacherRow> {
  sectionId: string;
  staffId: string;
}

export interface SectionSubstituteRow extends Row<SectionSubstituteRow> {
  sectionId: string;
  staffId: string;
}

export interface SectionStandInRow extends Row<SectionStandInRow> {
  sectionId: string;
  week: number;
  forId: string;
  staffId: string;
}

export const defineSections = (sequelize: Sequelize) => ({
  Section: sequelize.define<SectionRow>(
    "section",
    {
      ...storedColumns(),
      ...fieldColumns(SECTION_FIELDS),
      levelId: idColumn(),
      firstDate: { type: DataTypes.DATEONLY, allowNull: false },
      startTime: textColumn(),
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "sections" },
  ),
  SectionDayOff: sequelize.define<SectionDayOffRow>(
    "sectionDayOff",
    { sectionId: keyColumn(), day: { type: DataTypes.DATEONLY, primaryKey: true } },
    { tableName: "section_days_off" },
  ),
  SectionTeacher: sequelize.define<SectionTeacherRow>(
    "sectionTeacher",
    { sectionId: keyColumn(), staffId: keyColumn() },
    { tableName: "section_teachers" },
  ),
  SectionSubstitute: sequelize.define<SectionSubstituteRow>(
    "sectionSubstitute",
    { sectionId: keyColumn(), staffId: keyColumn() },
    { tableName: "section_substitutes" },
  ),
  SectionStandIn: sequelize.define<SectionStandInRow>(
    "sectionStandIn",
    {
      sectionId: keyColumn(),
      week: { type: DataTypes.INTEGER, primaryKey: true },
      forId: keyColumn(),
      staffId: idColumn(),
    },
    { tableName: "section_stand_ins" },
  ),
});
