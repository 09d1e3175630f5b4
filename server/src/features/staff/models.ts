import type { StaffRole } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface StaffRow extends Row<StaffRow>, Stored, Signed {
  name: string;
  email: string;
  role: StaffRole;
  active: CreationOptional<boolean>;
  /** `null` for whoever has no password yet. */
  passwordHash: string | null;
  /** The open password of a made-up demo account. */
  demoPassword: CreationOptional<string | null>;
  /** Sign-ins from before it do not count: the password was changed, or the account closed, in that moment. */
  sessionsSince: CreationOptional<Date | null>;
  /** How often sign-ins were ended so; the database counts. */
  sessionsEpoch: CreationOptional<number>;
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
      passwordHash: { type: DataTypes.TEXT, allowNull: true },
      sessionsEpoch: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      sessionsSince: { type: DataTypes.DATE, allowNull: true, defaultValue: null },
      demoPassword: { type: DataTypes.TEXT, allowNull: true, defaultValue: null },
      ...signedColumns(),
    },
    { tableName: "staff" },
  ),
});
