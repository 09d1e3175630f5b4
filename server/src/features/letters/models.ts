import type { LinkKind } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, type Row, textColumn } from "../../db/row.ts";

export interface OneTimeLinkRow extends Row<OneTimeLinkRow> {
  id: CreationOptional<string>;
  kind: LinkKind;
  staffId: string;
  tokenHash: string;
  /** How often the sign-ins of the account had been ended when it was written. */
  epoch: number | null;
  expiresAt: Date;
  usedAt: CreationOptional<Date | null>;
}

export interface LetterRow extends Row<LetterRow> {
  id: CreationOptional<string>;
  toAddress: string;
  subject: string;
  text: string;
  path: string | null;
  sentAt: CreationOptional<Date | null>;
  createdAt: CreationOptional<Date>;
}

const ownId = () => ({ type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 });
const momentColumn = () => ({ type: DataTypes.DATE, allowNull: true, defaultValue: null });

export const defineLetters = (sequelize: Sequelize) => ({
  OneTimeLink: sequelize.define<OneTimeLinkRow>(
    "oneTimeLink",
    {
      id: ownId(),
      kind: textColumn(),
      staffId: idColumn(),
      tokenHash: textColumn(),
      epoch: { type: DataTypes.INTEGER, allowNull: true },
      expiresAt: { type: DataTypes.DATE, allowNull: false },
      usedAt: momentColumn(),
    },
    { tableName: "one_time_links" },
  ),
  Letter: sequelize.define<LetterRow>(
    "letter",
    {
      id: ownId(),
      toAddress: textColumn(),
      subject: textColumn(),
      text: textColumn(),
      path: { type: DataTypes.TEXT, allowNull: true },
      sentAt: momentColumn(),
      createdAt: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: "letters" },
  ),
});
