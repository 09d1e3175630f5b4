import type { Lesson, LessonSegment } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import {
  idColumn,
  keyColumn,
  type Row,
  type Stored,
  storedColumns,
  textColumn,
  wholeColumn,
} from "../../db/row.ts";

export interface LessonRow extends Row<LessonRow>, Stored {
  sectionId: string;
  week: number;
  state: Lesson["state"];
}

export interface LessonSegmentRow extends Row<LessonSegmentRow> {
  id: string;
  lessonId: string;
  position: number;
  kind: LessonSegment["kind"];
  title: string;
  figureId: string | null;
  layers: LessonSegment["layers"];
  minutes: number;
  covered: LessonSegment["covered"];
  version: CreationOptional<number>;
}

export const defineLessons = (sequelize: Sequelize) => ({
  Lesson: sequelize.define<LessonRow>(
    "lesson",
    { ...storedColumns(), sectionId: idColumn(), week: wholeColumn(), state: textColumn() },
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
      layers: { type: DataTypes.JSONB, allowNull: false },
      minutes: wholeColumn(),
      covered: { type: DataTypes.TEXT, allowNull: true },
      version: { ...wholeColumn(), defaultValue: 0 },
    },
    { tableName: "lesson_segments" },
  ),
});
