import type { GroupPlanContent } from "@map-step/contract";
import type { Sequelize } from "sequelize";
import {
  idColumn,
  type Row,
  recordsColumn,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
} from "../../db/row.ts";

export interface GroupPlanRow extends Row<GroupPlanRow>, Stored, Signed, GroupPlanContent {
  levelId: string;
}

export const defineGroups = (sequelize: Sequelize) => ({
  GroupPlan: sequelize.define<GroupPlanRow>(
    "groupPlan",
    {
      ...storedColumns(),
      levelId: idColumn(),
      goalIds: recordsColumn(),
      goes: recordsColumn(),
      wishes: recordsColumn(),
      locks: recordsColumn(),
      ...signedColumns(),
    },
    { tableName: "group_plans" },
  ),
});
