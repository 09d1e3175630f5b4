import type { Lesson, LessonSegment } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  keyColumn,
  phrasesColumn,
  type Row,
  type Signed,
  type Stored,
  signedColumns,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface LessonRow extends Row<LessonRow>, Stored, Signed {
  sectionId: string;
  week: number;
  state: Lesson["state"];
  shortBy: CreationOptional<number>;
  /** Nothing is kept of its running order: the plan leads. The row stays, so that its version counts on. */
  followsPlan: CreationOptional<boolean>;
}

export interface LessonSegmentRow extends Row<LessonSegmentRow> {
  id: string;
  lessonId: string;
  position: number;
  kind: LessonSegment["kind"];
  title: string;
  figureId: string | null;
  withIds: string[];
  sequenceId: string | null;
  layers: LessonSegment["layers"];
  minutes: number;
  locked: boolean;
  cautions: string[];
  covered: LessonSegment["covered"];
  reached: LessonSegment["reached"];
}

export const defineLessons = (sequelize: Sequelize) => ({
  Lesson: sequelize.define<LessonRow>(
    "lesson",
    {
      ...storedColumns(),
      sectionId: idColumn(),
      week: wholeColumn(),
      state: textColumn(),
      shortBy: { ...wholeColumn(), defaultValue: 0 },
      followsPlan: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      ...signedColumns(),
    },
    { tableName: "lessons" },
  ),
  LessonSegment: sequelize.define<LessonSegmentRow>(
    "lessonSegment",
    {
      id: keyColumn(),
      lessonId: idColumn(),
      position: wholeColumn(),
      kind: textColumn(),
      title: textColumn(),
      figureId: { type: DataTypes.UUID, allowNull: true },
      withIds: { type: DataTypes.ARRAY(DataTypes.UUID), allowNull: false },
      sequenceId: { type: DataTypes.UUID, allowNull: true },
      layers: { type: DataTypes.JSONB, allowNull: false },
      minutes: wholeColumn(),
      locked: { type: DataTypes.BOOLEAN, allowNull: false },
      cautions: phrasesColumn(),
      covered: { type: DataTypes.TEXT, allowNull: true },
      reached: { type: DataTypes.TEXT, allowNull: true },
    },
    { tableName: "lesson_segments" },
  ),
});
