import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelAttributes,
} from "sequelize";

/** A row of a table, typed by its own attributes. */
export type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>;

/** Columns that most tables carry. */
export interface Stored {
  id: CreationOptional<string>;
  version: CreationOptional<number>;
}

export const storedColumns = {
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
} as const satisfies ModelAttributes;

export const textColumn = { type: DataTypes.TEXT, allowNull: false } as const;
export const wholeColumn = { type: DataTypes.INTEGER, allowNull: false } as const;
export const idColumn = { type: DataTypes.UUID, allowNull: false } as const;
export const phrasesColumn = { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false, defaultValue: [] } as const;
export const deletedColumn = { type: DataTypes.DATE, allowNull: true, defaultValue: null } as const;
