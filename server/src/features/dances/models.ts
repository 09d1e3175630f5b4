import { DataTypes, type Sequelize } from "sequelize";
import {
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface DanceRow extends Row<DanceRow>, Stored, Signed {
  name: string;
  meter: number;
  phraseBeats: number;
  slowBeats: number;
  quickBeats: number;
  slowestBpm: number;
  fastestBpm: number;
  freeTimed: boolean;
  countFrom: number;
}

export const defineDances = (sequelize: Sequelize) => ({
  Dance: sequelize.define<DanceRow>(
    "dance",
    {
      ...storedColumns(),
      name: textColumn(),
      meter: wholeColumn(),
      phraseBeats: wholeColumn(),
      slowBeats: wholeColumn(),
      quickBeats: wholeColumn(),
      slowestBpm: wholeColumn(),
      fastestBpm: wholeColumn(),
      freeTimed: { type: DataTypes.BOOLEAN, allowNull: false },
      countFrom: wholeColumn(),
      ...signedColumns(),
    },
    { tableName: "dances" },
  ),
});
