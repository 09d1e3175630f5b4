import type { Plugin } from "vite";
import type { BuildFiles } from "./src/kit/offline.ts";

/** Writes the names of all code that pages may ask for, so that it can be fetched before they do. Fonts are kept as used. */
export const buildFiles = (): Plugin => ({
  name: "build-files",
  apply: "build",
  generateBundle(_options, bundle) {
    const names = Object.keys(bundle).filter((name) => /^assets\/.*\.(js|css|wasm)$/.test(name));
    const first = Object.values(bundle).find(
      (one) => one.type === "chunk" && one.isEntry && one.name === "page",
    );
    const list: BuildFiles = {
      first: `/${first?.fileName ?? ""}`,
      files: names.toSorted().map((name) => `/${name}`),
    };
    this.emitFile({ type: "asset", fileName: "files.json", source: JSON.stringify(list) });
  },
});
