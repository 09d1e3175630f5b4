import { readdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import type { Plugin } from "vite";

const PACKED = /\.(js|css|html|svg|json|wasm)$/;
/** Bytes; what is smaller fits into one packet as it is. */
const LEAST = 1_024;

/** Writes every file of the build a second and a third time, packed, so that the server never packs while it answers. */
export function packed(): Plugin {
  let folder = "";
  return {
    name: "packed",
    apply: "build",
    configResolved: ({ root, build }) => {
      folder = join(root, build.outDir);
    },
    closeBundle: async () => {
      const names = await readdir(folder, { recursive: true });
      await Promise.all(
        names
          .filter((name) => PACKED.test(name))
          .map(async (name) => {
            const file = join(folder, name);
            const content = await readFile(file);
            if (content.length < LEAST) return;
            const quality = { params: { [constants.BROTLI_PARAM_QUALITY]: content.length > 1e6 ? 9 : 11 } };
            await Promise.all([
              promisify(brotliCompress)(content, quality).then((small) => writeFile(`${file}.br`, small)),
              promisify(gzip)(content, { level: 9 }).then((small) => writeFile(`${file}.gz`, small)),
            ]);
          }),
      );
    },
  };
}
