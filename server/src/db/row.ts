import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
} from "sequelize";

/** A row of a table, typed by its own attributes. */
export type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>;

/** Columns that most tables carry. */
export interface Stored {
  id: CreationOptional<string>;
  version: CreationOptional<number>;
}

// Sequelize writes into the descriptions it is given, so each column gets one of its own.
export const storedColumns = () => ({
  id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
  version: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 },
});

export const textColumn = () => ({ type: DataTypes.TEXT, allowNull: false });
export const wholeColumn = () => ({ type: DataTypes.INTEGER, allowNull: false });
export const idColumn = () => ({ type: DataTypes.UUID, allowNull: false });
export const keyColumn = () => ({ type: DataTypes.UUID, allowNull: false, primaryKey: true });
export const phrasesColumn = () => ({
  type: DataTypes.ARRAY(DataTypes.TEXT),
  allowNull: false,
  defaultValue: [],
});
/** A list of small records. */
export const recordsColumn = () => ({ type: DataTypes.JSONB, allowNull: false, defaultValue: [] });
export const deletedColumn = () => ({ type: DataTypes.DATE, allowNull: true, defaultValue: null });
