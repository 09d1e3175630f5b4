import type { Level } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  deletedColumn,
  idColumn,
  type Row,
  type Stored,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface LevelRow extends Row<LevelRow>, Stored {
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
  deletedAt: CreationOptional<Date | null>;
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
      deletedAt: deletedColumn(),
    },
    { tableName: "levels" },
  ),
});
