import type { ChangeProposal, Proposed } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface ProposalRow extends Row<ProposalRow>, Stored, Signed {
  list: Proposed;
  thingId: string | null;
  base: ChangeProposal["base"];
  content: ChangeProposal["content"];
  note: string;
  state: ChangeProposal["state"];
  staffId: string;
  answer: CreationOptional<string>;
  settledBy: CreationOptional<string | null>;
  settledAt: CreationOptional<Date | null>;
}

export const defineProposals = (sequelize: Sequelize) => ({
  Proposal: sequelize.define<ProposalRow>(
    "proposal",
    {
      ...storedColumns(),
      list: textColumn(),
      thingId: { type: DataTypes.UUID, allowNull: true },
      base: { type: DataTypes.JSONB, allowNull: true },
      content: { type: DataTypes.JSONB, allowNull: false },
      note: textColumn(),
      state: textColumn(),
      staffId: idColumn(),
      answer: { ...textColumn(), defaultValue: "" },
      settledBy: { type: DataTypes.UUID, allowNull: true },
      settledAt: { type: DataTypes.DATE, allowNull: true },
      ...signedColumns(),
    },
    { tableName: "proposals" },
  ),
});
