import { endure } from "./lib/endure.ts";

const [SERVER_KILLS, DATABASE_KILLS] = [20, 5];
console.log(
  `Killing the server ${SERVER_KILLS} times and the database ${DATABASE_KILLS} times while four people write …`,
);
const { acknowledged, lost, twice } = await endure(SERVER_KILLS, DATABASE_KILLS);
console.log(`${acknowledged} writes were acknowledged; ${lost} of them are lost, ${twice} are there twice.`);
process.exit(lost + twice === 0 && acknowledged > 0 ? 0 : 1);
