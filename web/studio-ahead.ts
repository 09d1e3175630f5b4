import type { Plugin } from "vite";

const STUDIO = "/app/routes.tsx";

/** Tells `early.js` by name which files of the build the studio needs beside the first ones. */
export const studioAhead = (): Plugin => ({
  name: "studio-ahead",
  apply: "build",
  transformIndexHtml: {
    order: "post",
    handler: (html, { bundle = {} }) => {
      const chunks = Object.values(bundle).filter((one) => one.type === "chunk");
      const needed = new Set<string>();
      const need = (name: string) => {
        if (needed.has(name)) return;
        needed.add(name);
        for (const next of chunks.find(({ fileName }) => fileName === name)?.imports ?? []) need(next);
      };
      const first = chunks.find(({ facadeModuleId }) => facadeModuleId?.endsWith(STUDIO));
      if (first) need(first.fileName);
      const more = [...needed].map((name) => `/${name}`).filter((path) => !html.includes(path));
      return html.replace("data-studio", `data-studio="${more.join(" ")}"`);
    },
  },
});
