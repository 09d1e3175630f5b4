import type { ChosenFigure, Plan, PlanContent } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  keyColumn,
  type Removable,
  type Row,
  recordsColumn,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface PlanRow extends Row<PlanRow>, Stored, Signed {
  levelId: string;
  sectionId: string | null;
  special: CreationOptional<PlanContent["special"]>;
  muted: CreationOptional<PlanContent["muted"]>;
  away: CreationOptional<PlanContent["away"]>;
  agreed: CreationOptional<Plan["agreed"]>;
}

export interface PlanFigureRow extends Row<PlanFigureRow> {
  planId: string;
  figureId: string;
  week: number | null;
  position: number;
  pinned: boolean;
  wish: ChosenFigure["wish"];
  worth: number;
  pieces: number;
  approachId: string | null;
  extraReturns: number[];
}

export interface PlanDraftRow extends Row<PlanDraftRow>, Stored, Removable {
  planId: string;
  name: string;
  content: PlanContent;
}

export const definePlans = (sequelize: Sequelize) => ({
  Plan: sequelize.define<PlanRow>(
    "plan",
    {
      ...storedColumns(),
      levelId: idColumn(),
      sectionId: { type: DataTypes.UUID, allowNull: true },
      special: recordsColumn(),
      muted: recordsColumn(),
      away: recordsColumn(),
      agreed: { type: DataTypes.JSONB, allowNull: true },
      ...signedColumns(),
    },
    { tableName: "plans" },
  ),
  PlanFigure: sequelize.define<PlanFigureRow>(
    "planFigure",
    {
      planId: keyColumn(),
      figureId: keyColumn(),
      week: { type: DataTypes.INTEGER, allowNull: true },
      position: wholeColumn(),
      pinned: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      wish: textColumn(),
      worth: wholeColumn(),
      pieces: wholeColumn(),
      approachId: { type: DataTypes.TEXT, allowNull: true },
      extraReturns: { type: DataTypes.ARRAY(DataTypes.INTEGER), allowNull: false, defaultValue: [] },
    },
    { tableName: "plan_figures" },
  ),
  PlanDraft: sequelize.define<PlanDraftRow>(
    "planDraft",
    {
      ...storedColumns(),
      planId: idColumn(),
      name: textColumn(),
      content: { type: DataTypes.JSONB, allowNull: false },
      ...removableColumns(),
    },
    { tableName: "plan_drafts" },
  ),
});
