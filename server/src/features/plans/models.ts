import { DataTypes, type Sequelize } from "sequelize";
import { idColumn, keyColumn, type Row, type Stored, storedColumns, wholeColumn } from "../../db/row.ts";

export interface PlanRow extends Row<PlanRow>, Stored {
  levelId: string;
  sectionId: string | null;
}

export interface PlanFigureRow extends Row<PlanFigureRow> {
  planId: string;
  figureId: string;
  week: number | null;
  position: number;
}

export const definePlans = (sequelize: Sequelize) => ({
  Plan: sequelize.define<PlanRow>(
    "plan",
    { ...storedColumns(), levelId: idColumn(), sectionId: { type: DataTypes.UUID, allowNull: true } },
    { tableName: "plans" },
  ),
  PlanFigure: sequelize.define<PlanFigureRow>(
    "planFigure",
    {
      planId: keyColumn(),
      figureId: keyColumn(),
      week: { type: DataTypes.INTEGER, allowNull: true },
      position: wholeColumn(),
    },
    { tableName: "plan_figures" },
  ),
});
