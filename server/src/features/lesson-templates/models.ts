import type { LessonTemplateContent } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import {
  type Removable,
  type Row,
  removableColumns,
  type Stored,
  storedColumns,
  textColumn,
} from "../../db/row.ts";

export interface LessonTemplateRow extends Row<LessonTemplateRow>, Stored, Removable {
  name: string;
  parts: LessonTemplateContent["parts"];
}

export const defineLessonTemplates = (sequelize: Sequelize) => ({
  LessonTemplate: sequelize.define<LessonTemplateRow>(
    "lessonTemplate",
    {
      ...storedColumns(),
      name: textColumn(),
      parts: { type: DataTypes.JSONB, allowNull: false },
      ...removableColumns(),
    },
    { tableName: "lesson_templates" },
  ),
});
