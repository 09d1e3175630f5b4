import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { baseSheet } from "./base-sheet.ts";
import { buildFiles } from "./build-files.ts";
import { packed } from "./packed.ts";
import { studioAhead } from "./studio-ahead.ts";

/** A chunk is named by the feature it comes from, so that a page in a report of the network is known by sight. */
function chunkName({ name, facadeModuleId, moduleIds }: ChunkOfOutput): string {
  const from = facadeModuleId ?? moduleIds.at(-1) ?? "";
  const feature = /\/features\/([^/]+)\//.exec(from)?.[1];
  return `assets/${feature && feature !== name ? `${feature}.` : ""}[name]-[hash].js`;
}

interface ChunkOfOutput {
  readonly name: string;
  readonly facadeModuleId?: string | null | undefined;
  readonly moduleIds: readonly string[];
}

export default defineConfig({
  plugins: [react(), baseSheet(), studioAhead(), buildFiles(), packed()],
  server: { host: "127.0.0.1", proxy: { "/api": process.env.API_ADDRESS ?? "http://127.0.0.1:4317" } },
  build: {
    target: "es2022",
    chunkSizeWarningLimit: 700,
    rolldownOptions: {
      // The worker that answers without a network has a fixed address, so that a browser finds its next version.
      input: { page: "index.html", offline: "src/app/offline.worker.ts" },
      output: {
        codeSplitting: {
          groups: [
            // By itself, so that the first page does not fetch it for the sake of a helper that would lie beside it.
            { name: "csv", test: /node_modules\/papaparse/ },
            // The worker that answers without a network shares this with the page, and must not fetch the page for it.
            { name: "offline", test: /kit\/offline\.ts|contract\/src\/ours\.ts/ },
            // What the first page needs comes in one piece: on a slow line each further file waits for its turn.
            { name: "first", tags: ["$initial"], test: (id) => !/workbox|offline\.worker/.test(id) },
          ],
        },
        chunkFileNames: chunkName,
        entryFileNames: ({ name }) => (name === "offline" ? "offline.js" : "assets/[name]-[hash].js"),
      },
    },
  },
});
