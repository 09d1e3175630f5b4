import type { Plugin } from "vite";

const SIGN_IN = "/features/session/sign-in.tsx";

/** Tells `early.js` by name which files of the build the sign-in page needs beside the first ones. */
export const signInAhead = (): Plugin => ({
  name: "sign-in-ahead",
  apply: "build",
  transformIndexHtml: {
    order: "post",
    handler: (html, { bundle = {} }) => {
      const chunks = Object.values(bundle).filter((one) => one.type === "chunk");
      const page = chunks.find(({ facadeModuleId }) => facadeModuleId?.endsWith(SIGN_IN));
      const needed = new Set<string>();
      const need = (name: string) => {
        if (needed.has(name)) return;
        needed.add(name);
        for (const next of chunks.find(({ fileName }) => fileName === name)?.imports ?? []) need(next);
      };
      if (page) need(page.fileName);
      const more = [...needed].map((name) => `/${name}`).filter((path) => !html.includes(path));
      return html.replace("data-sign-in", `data-sign-in="${more.join(" ")}"`);
    },
  },
});
