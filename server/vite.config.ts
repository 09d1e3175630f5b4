import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { defineConfig, type Plugin } from "vite";

const MIGRATIONS = fileURLToPath(new URL("src/db/migrations", import.meta.url));

/** The migrations are read as files by what is built too. */
const migrations = (): Plugin => ({
  name: "migrations",
  generateBundle() {
    for (const name of readdirSync(MIGRATIONS))
      this.emitFile({
        type: "asset",
        fileName: `migrations/${name}`,
        source: readFileSync(`${MIGRATIONS}/${name}`),
      });
  },
});

/** The server as plain JavaScript, which starts in half of the time; what comes from the registry stays where it is. */
export default defineConfig({
  plugins: [migrations()],
  ssr: { noExternal: [/^@map-step\//] },
  build: {
    ssr: true,
    target: "node20",
    sourcemap: true,
    rolldownOptions: {
      input: { main: "src/main.ts", worker: "src/work/worker.ts" },
      output: { entryFileNames: "[name].js", chunkFileNames: "[name].js" },
    },
  },
});
