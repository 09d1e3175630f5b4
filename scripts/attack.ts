import { attack } from "./lib/attack.ts";

console.log("Attacking a throwaway studio on this machine, each way for some seconds …");
const tried = await attack();
const width = Math.max(...tried.map(({ what }) => what.length));
for (const { what, found, held } of tried)
  console.log(`${held ? "held  " : "FAULT "} ${what.padEnd(width)}  ${found}`);
const faults = tried.filter(({ held }) => !held).length;
console.log(`${tried.length - faults} held, ${faults} did not`);
process.exit(faults === 0 ? 0 : 1);
