export { createApp } from "./app.ts";
export { type Config, readConfig } from "./config.ts";
export { inTransaction } from "./db/ambient.ts";
export { type Database, openDatabase } from "./db/connection.ts";
export { migrate } from "./db/migrate.ts";
export { hashPassword } from "./features/staff/service.ts";
export { asPerson } from "./http/request.ts";
export * as services from "./services.ts";
