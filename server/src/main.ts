import type { AddressInfo } from "node:net";
import { createApp } from "./app.ts";
import { readConfig } from "./config.ts";
import { openDatabase } from "./db/connection.ts";
import { migrate } from "./db/migrate.ts";

/** Migrates, listens, and tells its parent (if any) the port; ends in order at SIGTERM or SIGINT. */
const config = readConfig();
const db = openDatabase(config.DATABASE_URL);
await migrate(db.sequelize);
const { app, close } = createApp(db, config);
const server = app.listen(config.PORT, config.HOST, (error) => {
  if (error) throw error;
  process.send?.({ port: (server.address() as AddressInfo).port });
});

const stop = () => {
  server.close(async () => {
    await close();
    await db.sequelize.close();
    process.exit(0);
  });
  server.closeIdleConnections();
};
process.once("SIGTERM", stop);
process.once("SIGINT", stop);
process.once("disconnect", stop);
