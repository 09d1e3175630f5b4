import { endure } from "./lib/endure.ts";

const [SERVER_KILLS, DATABASE_KILLS] = [20, 5];
console.log(
  `Killing the server ${SERVER_KILLS} times and the database ${DATABASE_KILLS} times while four people write at two processes and a page listens …`,
);
const { acknowledged, lost, twice, unheard } = await endure(SERVER_KILLS, DATABASE_KILLS);
console.log(
  `${acknowledged} writes were acknowledged; ${lost} of them are lost, ${twice} are there twice; of ${unheard} the page never heard.`,
);
process.exit(lost + twice + unheard === 0 && acknowledged > 0 ? 0 : 1);
