import type { Level } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
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

export interface LevelRow extends Row<LevelRow>, Stored, Removable, Signed {
  danceId: string;
  name: string;
  followsId: string | null;
  weeks: number;
  lessonMinutes: number;
  warmUpMinutes: number;
  wrapMinutes: number;
  mostNew: number;
  mostNewCounts: number;
  settledLessons: number;
  firstShowWeek: number;
  talkWeek: number | null;
  bpm: number | null;
  breakWeeks: number;
  approachId: Level["approachId"];
}

export const defineLevels = (sequelize: Sequelize) => ({
  Level: sequelize.define<LevelRow>(
    "level",
    {
      ...storedColumns(),
      danceId: idColumn(),
      name: textColumn(),
      followsId: { type: DataTypes.UUID, allowNull: true },
      weeks: wholeColumn(),
      lessonMinutes: wholeColumn(),
      warmUpMinutes: wholeColumn(),
      wrapMinutes: wholeColumn(),
      mostNew: wholeColumn(),
      mostNewCounts: wholeColumn(),
      settledLessons: wholeColumn(),
      firstShowWeek: wholeColumn(),
      talkWeek: { type: DataTypes.INTEGER, allowNull: true },
      bpm: { type: DataTypes.INTEGER, allowNull: true },
      breakWeeks: wholeColumn(),
      approachId: textColumn(),
      ...removableColumns(),
      ...signedColumns(),
    },
    { tableName: "levels" },
  ),
});
