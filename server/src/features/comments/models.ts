import type { CommentContent } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  type Removable,
  type Row,
  recordsColumn,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface CommentRow extends Row<CommentRow>, Stored, Signed, Removable, CommentContent {
  mentions: readonly string[];
  staffId: string;
  editedAt: CreationOptional<Date | null>;
  resolvedAt: CreationOptional<Date | null>;
  resolvedBy: CreationOptional<string | null>;
}

const maybe = (
  type: typeof DataTypes.DATE | typeof DataTypes.UUID | typeof DataTypes.INTEGER | typeof DataTypes.JSONB,
) => ({
  type,
  allowNull: true,
});

export const defineComments = (sequelize: Sequelize) => ({
  Comment: sequelize.define<CommentRow>(
    "comment",
    {
      ...storedColumns(),
      list: textColumn(),
      thingId: idColumn(),
      week: maybe(DataTypes.INTEGER),
      counts: maybe(DataTypes.JSONB),
      replyTo: maybe(DataTypes.UUID),
      text: textColumn(),
      mentions: recordsColumn(),
      staffId: idColumn(),
      editedAt: maybe(DataTypes.DATE),
      resolvedAt: maybe(DataTypes.DATE),
      resolvedBy: maybe(DataTypes.UUID),
      ...signedColumns(),
      ...removableColumns(),
    },
    { tableName: "comments" },
  ),
});
