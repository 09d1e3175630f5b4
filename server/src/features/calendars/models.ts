import type { CalendarKind } from "@map-step/contract";
import { DataTypes, type Sequelize } from "sequelize";
import { keyColumn, type Row, textColumn } from "../../db/row.ts";

export interface CalendarAddressRow extends Row<CalendarAddressRow> {
  kind: CalendarKind;
  thingId: string;
  secret: string;
}

export const defineCalendars = (sequelize: Sequelize) => ({
  CalendarAddress: sequelize.define<CalendarAddressRow>(
    "calendarAddress",
    { kind: { type: DataTypes.TEXT, primaryKey: true }, thingId: keyColumn(), secret: textColumn() },
    { tableName: "calendar_addresses" },
  ),
});
