import { namesOf, type PlainFields, type PlainSort } from "@map-step/contract";
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelAttributeColumnOptions,
} from "sequelize";

/** A row of a table, typed by its own attributes. */
export type Row<M extends Model> = Model<InferAttributes<M>, InferCreationAttributes<M>>;

/** What can be removed and brought back, and by whom it was. */
export interface Removable {
  deletedAt: CreationOptional<Date | null>;
  deletedBy: CreationOptional<string | null>;
}

/** Who changed it last. */
export interface Signed {
  changedBy: CreationOptional<string | null>;
}

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
type Kept = Exclude<PlainSort, "own">;
type PlainNames<F extends PlainFields> = {
  [K in keyof F & string]: F[K]["sort"] extends Kept ? K : never;
}[keyof F & string];

const COLUMNS: Readonly<Record<Kept, () => ModelAttributeColumnOptions>> = {
  name: textColumn,
  line: textColumn,
  whole: wholeColumn,
  maybe: () => ({ type: DataTypes.INTEGER, allowNull: true }),
  tick: () => ({ type: DataTypes.BOOLEAN, allowNull: false }),
  day: () => ({ type: DataTypes.DATEONLY, allowNull: false }),
  records: recordsColumn,
};
const PLAIN_SORTS = Object.keys(COLUMNS) as readonly Kept[];

/** Columns of what the contract describes; those that only their own table knows (`own`) are left to it. */
export const fieldColumns = <F extends PlainFields>(
  fields: F,
): Readonly<Record<PlainNames<F>, ModelAttributeColumnOptions>> =>
  Object.fromEntries(
    PLAIN_SORTS.flatMap((sort) => namesOf(fields, sort).map((name) => [name, COLUMNS[sort]()])),
  ) as Record<PlainNames<F>, ModelAttributeColumnOptions>;
const staffColumn = () => ({ type: DataTypes.UUID, allowNull: true, defaultValue: null });
/** See `Removable`. */
export const removableColumns = () => ({
  deletedAt: { type: DataTypes.DATE, allowNull: true, defaultValue: null },
  deletedBy: staffColumn(),
});
/** See `Signed`. */
export const signedColumns = () => ({ changedBy: staffColumn() });
