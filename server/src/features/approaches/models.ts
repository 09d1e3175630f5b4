import type { ApproachContent } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  type Removable,
  type Row,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface ApproachRow extends Row<ApproachRow>, Stored, Removable, Signed {
  name: string;
  reason: string;
  ages: ApproachContent["ages"];
  returns: number[];
  returnMinutes: number;
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
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "approaches" },
  ),
});
