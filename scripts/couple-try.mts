import { coupleOf, type LinearProgram } from "../core/src/couple/index.ts";
import { openLibrary } from "../core/src/notation/index.ts";
import { readingOf } from "../core/src/element/index.ts";
import { STARTER_SETS } from "../core/src/starter/index.ts";
import { PROGRAMS } from "../demo/src/figures/index.ts";
import { dataOf } from "../web/src/workers/prove.ts";
import { USUAL_HOLDS } from "../core/src/hold/index.ts";
import loadHighs from "highs";
const highs = await loadHighs();
let lps = 0;
let inLp = 0;
const solve = (program: LinearProgram) => { const t0 = performance.now(); try { return solve1(program); } finally { inLp += performance.now() - t0; } };
const solve1 = (program: LinearProgram) => {
  lps++;
  return highs.withModel(dataOf(highs, program, "min"), (solver) => {
    solver.options.set({ output_flag: false, solver: "simplex", presolve: "off" });
    const { modelStatus } = solver.run();
    return modelStatus === highs.constants.modelStatus.optimal ? [...solver.getSolution().colValue] : null;
  });
};
const only = process.argv[2];
const sets: any[] = [...PROGRAMS.map((p: any) => ({ name: p.dance.name, dance: p.dance, figures: p.figures })), ...STARTER_SETS.map((s: any) => ({...s, dance: {...s.dance, name: s.name, ownElements: [], holds: USUAL_HOLDS}}))];
const times: number[] = [];
let n = 0;
for (const set of sets) {
  const reading = readingOf(set.dance);
  const find = openLibrary(set.figures.map((f: any) => ({ name: f.name, notation: f.notation })), reading);
  for (const f of set.figures) {
    if (only && !f.name.includes(only)) continue;
    const figure = find(f.name)?.figure;
    if (!figure) continue;
    inLp = 0; const before = lps, start = performance.now();
    const v = coupleOf(figure, set.dance, solve);
    const ms = performance.now() - start;
    if (v === null) continue;
    n++; times.push(ms);
    const t = v.together ? `${v.strain > 0.3 ? "STRAIN" : "ok"} ${v.strain.toFixed(2)} ends ${v.ends.apart.toFixed(2)} turned ${v.ends.turned} ${v.changed.slice(0,3).map(c => `${c.role[0]}${c.step} ${c.what} ${c.by.toFixed(2)}`).join(", ")}` : `IMPOSSIBLE at ${v.onset / 24 + 1} ${JSON.stringify(v.tooFar)} in ${v.hold}`;
    if (only || !v.together || v.strain > 0.3 || ms > 150) console.log(`${set.dance.name ?? set.name} · ${f.name}: ${t} · ${ms.toFixed(0)} ms ${lps - before} LPs ${inLp.toFixed(0)} in them`);
    if (only) console.log(f.notation);
  }
}
times.sort((a, b) => a - b);
console.log(n, "couples; total", (times.reduce((a, b) => a + b, 0) / 1000).toFixed(1), "s; median", times[n >> 1]?.toFixed(1), "95%", times[Math.floor(n * .95)]?.toFixed(0), "max", times.at(-1)?.toFixed(0));
