import type { StaffRole } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { type Row, type Stored, storedColumns, textColumn } from "../../db/row.ts";

export interface StaffRow extends Row<StaffRow>, Stored {
  name: string;
  email: string;
  role: StaffRole;
  active: CreationOptional<boolean>;
  passwordHash: string;
  /** The open password of a made-up demo account. */
  demoPassword: CreationOptional<string | null>;
}

export const defineStaff = (sequelize: Sequelize) => ({
  Staff: sequelize.define<StaffRow>(
    "staff",
    {
      ...storedColumns(),
      name: textColumn(),
      email: textColumn(),
      role: textColumn(),
      active: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: true },
      passwordHash: textColumn(),
      demoPassword: { type: DataTypes.TEXT, allowNull: true, defaultValue: null },
    },
    { tableName: "staff" },
  ),
});
