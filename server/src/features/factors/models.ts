import type { Factor } from "@map-step/contract";
import { type CreationOptional, DataTypes, type Sequelize } from "sequelize";
import { idColumn, type Row, textColumn } from "../../db/row.ts";

export interface FactorRow extends Row<FactorRow> {
  id: CreationOptional<string>;
  staffId: string;
  kind: Factor["kind"];
  name: string;
  /** Of codes: what they are made from, locked. */
  locked: CreationOptional<string | null>;
  /** Of codes: the last moment of which one was taken. */
  lastStep: CreationOptional<number>;
  credentialId: CreationOptional<string | null>;
  publicKey: CreationOptional<string | null>;
  /** Of a key: how often it answered, as far as it counts. */
  uses: CreationOptional<number>;
  transports: CreationOptional<string[]>;
  /** Nothing until it was shown once that it works. */
  confirmedAt: CreationOptional<Date | null>;
  createdAt: CreationOptional<Date>;
}

export interface RecoveryCodeRow extends Row<RecoveryCodeRow> {
  id: CreationOptional<string>;
  staffId: string;
  codeHash: string;
  usedAt: CreationOptional<Date | null>;
}

export interface ChallengeRow extends Row<ChallengeRow> {
  hash: string;
  staffId: string;
  expiresAt: Date;
}

const ownId = () => ({ type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 });
const maybeText = () => ({ type: DataTypes.TEXT, allowNull: true, defaultValue: null });
const moment = () => ({ type: DataTypes.DATE, allowNull: true, defaultValue: null });
const counter = () => ({ type: DataTypes.BIGINT, allowNull: false, defaultValue: 0 });

export const defineFactors = (sequelize: Sequelize) => ({
  Factor: sequelize.define<FactorRow>(
    "factor",
    {
      id: ownId(),
      staffId: idColumn(),
      kind: textColumn(),
      name: textColumn(),
      locked: maybeText(),
      lastStep: counter(),
      credentialId: maybeText(),
      publicKey: maybeText(),
      uses: counter(),
      confirmedAt: moment(),
      transports: { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false, defaultValue: [] },
      createdAt: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: "factors" },
  ),
  RecoveryCode: sequelize.define<RecoveryCodeRow>(
    "recoveryCode",
    { id: ownId(), staffId: idColumn(), codeHash: textColumn(), usedAt: moment() },
    { tableName: "recovery_codes" },
  ),
  Challenge: sequelize.define<ChallengeRow>(
    "challenge",
    {
      hash: { type: DataTypes.TEXT, primaryKey: true },
      staffId: idColumn(),
      expiresAt: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: "challenges" },
  ),
});
