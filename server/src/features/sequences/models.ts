import type { SequenceContent } from "@map-step/contract";
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
  wholeColumn,
} from "../../db/row.ts";

export interface SequenceRow extends Row<SequenceRow>, Stored, Removable, Signed {
  danceId: string;
  levelId: string | null;
  name: string;
  loops: boolean;
  phraseBeats: number;
  bpm: number | null;
  note: string;
  items: SequenceContent["items"];
  secret: CreationOptional<string | null>;
  updatedAt: CreationOptional<Date>;
}

export interface SequenceVersionRow extends Row<SequenceVersionRow> {
  id: CreationOptional<string>;
  sequenceId: string;
  number: number;
  content: SequenceContent;
  staffId: string;
  updatedAt: CreationOptional<Date>;
}

export const defineSequences = (sequelize: Sequelize) => ({
  Sequence: sequelize.define<SequenceRow>(
    "sequence",
    {
      ...storedColumns(),
      danceId: idColumn(),
      levelId: { type: DataTypes.UUID, allowNull: true },
      name: textColumn(),
      loops: { type: DataTypes.BOOLEAN, allowNull: false },
      phraseBeats: wholeColumn(),
      bpm: { type: DataTypes.INTEGER, allowNull: true },
      note: textColumn(),
      items: recordsColumn(),
      secret: { type: DataTypes.TEXT, allowNull: true, defaultValue: null },
      updatedAt: { type: DataTypes.DATE, allowNull: false },
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "sequences" },
  ),
  SequenceVersion: sequelize.define<SequenceVersionRow>(
    "sequenceVersion",
    {
      id: storedColumns().id,
      sequenceId: idColumn(),
      number: wholeColumn(),
      content: { type: DataTypes.JSONB, allowNull: false },
      staffId: idColumn(),
      updatedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: "sequence_versions" },
  ),
});
