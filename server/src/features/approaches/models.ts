import type { ApproachContent } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  deletedColumn,
  type Row,
  type Stored,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface ApproachRow extends Row<ApproachRow>, Stored {
  name: string;
  reason: string;
  ages: ApproachContent["ages"];
  returns: number[];
  returnMinutes: number;
  deletedAt: CreationOptional<Date | null>;
}

export const defineApproaches = (sequelize: Sequelize) => ({
  Approach: sequelize.define<ApproachRow>(
    "approach",
    {
      ...storedColumns(),
      name: textColumn(),
      reason: textColumn(),
      ages: { type: DataTypes.JSONB, allowNull: false },
      returns: { type: DataTypes.JSONB, allowNull: false },
      returnMinutes: wholeColumn(),
      deletedAt: deletedColumn(),
    },
    { tableName: "approaches" },
  ),
});
