import { createSystem, defineConfig } from "@chakra-ui/react";
import { globalCss } from "@chakra-ui/react/theme";
import { serializeStyles } from "@emotion/serialize";
import { compile, middleware, prefixer, serialize, stringify } from "stylis";
import type { Plugin } from "vite";
import { look } from "./src/app/theme.ts";

/** What every page begins with, whatever it shows. */
const own = defineConfig({
  globalCss: {
    html: { colorPalette: "pine" },
    "html, body": {
      bg: "ground",
      color: "ink",
      fontFamily: "body",
      _print: { bg: "white", color: "black" },
    },
    "h1, h2, h3": { fontFamily: "heading", letterSpacing: "-0.01em", _print: { breakAfter: "avoid" } },
    "*:focus-visible": { outline: "2px solid", outlineColor: "pine", outlineOffset: "2px" },
    ".numbers": { fontVariantNumeric: "tabular-nums" },
    ".no-print": { _print: { display: "none !important" } },
    // Drawings keep their screen's width; on paper they give way to its.
    ".to-paper, .to-paper svg": { _print: { maxWidth: "100%", height: "auto" } },
    "input, select, textarea": {
      _print: { border: "none !important", background: "none !important", paddingInline: "0 !important" },
    },
    "select ~ [data-part=indicator], select + div": { _print: { display: "none !important" } },
    "*": { _motionReduce: { transitionDuration: "0s !important", animationDuration: "0s !important" } },
  },
});

const NAME = "virtual:base.css";

/**
 * Lays the look's colours, sizes and rules for plain elements into a style sheet at build time, where a phone would
 * need a quarter of a second to work them out on each visit.
 */
export const baseSheet = (): Plugin => ({
  name: "base-sheet",
  resolveId: (id) => (id === NAME ? NAME : null),
  load: (id) => {
    if (id !== NAME) return null;
    const { _global } = createSystem(...look, { preflight: true, globalCss }, own);
    return serialize(compile(serializeStyles(_global).styles), middleware([prefixer, stringify]));
  },
});
