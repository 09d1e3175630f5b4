import type { LessonTemplateContent } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { deletedColumn, type Row, type Stored, storedColumns, textColumn } from "../../db/row.ts";

export interface LessonTemplateRow extends Row<LessonTemplateRow>, Stored {
  name: string;
  parts: LessonTemplateContent["parts"];
  deletedAt: CreationOptional<Date | null>;
}

export const defineLessonTemplates = (sequelize: Sequelize) => ({
  LessonTemplate: sequelize.define<LessonTemplateRow>(
    "lessonTemplate",
    {
      ...storedColumns(),
      name: textColumn(),
      parts: { type: DataTypes.JSONB, allowNull: false },
      deletedAt: deletedColumn(),
    },
    { tableName: "lesson_templates" },
  ),
});
