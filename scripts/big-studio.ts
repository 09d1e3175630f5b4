import { BIG_TODAY, openBigStudio } from "./lib/big.ts";
import { buildWeb } from "./lib/build.ts";
import { twoRoles } from "./lib/cluster.ts";
import { pickPort, startServer } from "./lib/serve.ts";

/** Opens a large made-up studio to look at and to measure; it is gone when this ends. */
console.log("Laying a large studio …");
buildWeb();
const studio = await openBigStudio();
const server = await startServer({
  ...twoRoles(studio.url),
  SESSION_SECRET: "of a studio that is gone in an hour",
  STUDIO_TODAY: BIG_TODAY,
  PORT: String(await pickPort(4400)),
});
const stop = async () => {
  await server.stop();
  await studio.stop();
  process.exit(0);
};
process.once("SIGINT", () => void stop());
process.once("SIGTERM", () => void stop());
console.log(
  `\n  Map Step  http://127.0.0.1:${server.port}  as person1@big.example, with the demo's password\n`,
);
