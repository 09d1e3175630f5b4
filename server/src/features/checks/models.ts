import type { CheckContent, KeptEvidence, LevelRule } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  keyColumn,
  type Row,
  recordsColumn,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface CheckRow extends Row<CheckRow>, Stored, Signed {
  sectionId: string;
  heldOn: string;
  staffId: string;
  minutes: CreationOptional<number>;
  figures: CreationOptional<CheckContent["figures"]>;
  routine: CreationOptional<CheckContent["routine"]>;
}

interface Noted {
  id: string;
  /** Where it stands among all; counted by the database. */
  position: CreationOptional<string>;
  corrects: string | null;
  notedAt: Date;
  staffId: string;
  figureId: string;
}

export interface EvidenceRow extends Row<EvidenceRow>, Noted {
  studentId: string;
  sectionId: string;
  checkId: string | null;
  role: KeptEvidence["role"];
  layer: KeptEvidence["layer"];
  mark: KeptEvidence["mark"];
  place: "check" | "class";
  seenOn: string;
}

export interface CheckNoteRow extends Row<CheckNoteRow>, Noted {
  checkId: string;
  text: string | null;
}

export interface ReadinessRuleRow extends Row<ReadinessRuleRow>, Stored, Signed {
  levelId: string;
  clauses: LevelRule["clauses"];
}

const notedColumns = () => ({
  id: keyColumn(),
  position: { type: DataTypes.BIGINT, allowNull: false, autoIncrement: true },
  figureId: idColumn(),
  corrects: { type: DataTypes.UUID, allowNull: true },
  notedAt: { type: DataTypes.DATE, allowNull: false },
  staffId: idColumn(),
});

export const defineChecks = (sequelize: Sequelize) => ({
  Check: sequelize.define<CheckRow>(
    "check",
    {
      ...storedColumns(),
      sectionId: idColumn(),
      heldOn: { type: DataTypes.DATEONLY, allowNull: false },
      staffId: idColumn(),
      minutes: { ...wholeColumn(), defaultValue: 15 },
      figures: recordsColumn(),
      routine: recordsColumn(),
      ...signedColumns(),
    },
    { tableName: "checks" },
  ),
  Evidence: sequelize.define<EvidenceRow>(
    "evidence",
    {
      ...notedColumns(),
      studentId: idColumn(),
      sectionId: idColumn(),
      checkId: { type: DataTypes.UUID, allowNull: true },
      role: textColumn(),
      layer: textColumn(),
      mark: { type: DataTypes.TEXT, allowNull: true },
      place: textColumn(),
      seenOn: { type: DataTypes.DATEONLY, allowNull: false },
    },
    { tableName: "evidence" },
  ),
  CheckNote: sequelize.define<CheckNoteRow>(
    "checkNote",
    { ...notedColumns(), checkId: idColumn(), text: { type: DataTypes.TEXT, allowNull: true } },
    { tableName: "check_notes" },
  ),
  ReadinessRule: sequelize.define<ReadinessRuleRow>(
    "readinessRule",
    { ...storedColumns(), levelId: idColumn(), clauses: recordsColumn(), ...signedColumns() },
    { tableName: "readiness_rules" },
  ),
});
