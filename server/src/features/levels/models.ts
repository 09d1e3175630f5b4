import { LEVEL_FIELDS, type LevelContent } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  fieldColumns,
  idColumn,
  type Removable,
  type Row,
  removableColumns,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface LevelRow extends Row<LevelRow>, Stored, Removable, Signed, LevelContent {}

export const defineLevels = (sequelize: Sequelize) => ({
  Level: sequelize.define<LevelRow>(
    "level",
    {
      ...storedColumns(),
      ...fieldColumns(LEVEL_FIELDS),
      danceId: idColumn(),
      followsId: { type: DataTypes.UUID, allowNull: true },
      approachId: textColumn(),
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "levels" },
  ),
});
