import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import { components } from "./components.ts";

const both = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } });

/**
 * A sprung-floor studio by day: warm paper, pine for action, apricot for the one thing that needs attention,
 * plum and pine for the two roles. Solid tones carry `on…` text; plain ones are text themselves.
 */
const config = defineConfig({
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Bricolage Grotesque Variable', system-ui, sans-serif" },
        body: { value: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif" },
      },
    },
    semanticTokens: {
      colors: {
        ground: both("#F4EFE4", "#14201E"),
        panel: both("#FFFCF5", "#1B2927"),
        sunk: both("#EBE4D5", "#101A18"),
        rule: both("#DDD4C2", "#324541"),
        ink: both("#1C2B2A", "#EFE9DC"),
        soft: both("#55605D", "#A9B6B0"),
        rail: both("#1E5B4C", "#0E1917"),
        railHere: both("#174A3E", "#1F4A40"),
        pineSolid: both("#1E5B4C", "#2F7D69"),
        pine2: both("#6F9C8C", "#5F9585"),
        pine3: both("#BFD3C8", "#38574F"),
        pineWash: both("#E3EBE3", "#20352F"),
        plum: both("#7A3D66", "#DDA8CB"),
        plumSolid: both("#7A3D66", "#955080"),
        plumWash: both("#E3BFD6", "#5D3A52"),
        onSolid: both("#FFFFFF", "#FFFFFF"),
        onApricot: both("#1C2B2A", "#14201E"),
        apricot: both("#DD7F2B", "#E8954A"),
        apricotWash: both("#FBE6CF", "#40301F"),
        brick: both("#A93B29", "#F29582"),
        brickWash: both("#F7DDD6", "#46251F"),
        bg: {
          DEFAULT: both("#F4EFE4", "#14201E"),
          panel: both("#FFFCF5", "#1B2927"),
          subtle: both("#FAF6EC", "#1B2927"),
          muted: both("#EBE4D5", "#25342F"),
          emphasized: both("#E3DAC8", "#2C3D38"),
        },
        fg: {
          DEFAULT: both("#1C2B2A", "#EFE9DC"),
          muted: both("#55605D", "#A9B6B0"),
          error: both("#A93B29", "#F29582"),
        },
        border: { DEFAULT: both("#DDD4C2", "#324541"), error: both("#A93B29", "#F29582") },
        pine: {
          DEFAULT: both("#1E5B4C", "#8FD0BC"),
          solid: both("#1E5B4C", "#2F7D69"),
          contrast: both("#FFFFFF", "#FFFFFF"),
          fg: both("#1E5B4C", "#8FD0BC"),
          muted: both("#D3E0D8", "#274039"),
          subtle: both("#E3EBE3", "#20352F"),
          emphasized: both("#BFD3C8", "#38574F"),
          focusRing: both("#1E5B4C", "#8FD0BC"),
          border: both("#6F9C8C", "#5F9585"),
        },
      },
    },
  },
});

/** All that the look is made of. */
export const look = [defaultBaseConfig, components, config] as const;

const made = createSystem(...look);

/** The look as components use it. What every page begins with lies in the first style sheet (`base-sheet.ts`). */
export const system: typeof made = { ...made, _global: [] };

/** A colour of the theme for drawings, where no style property reaches. */
export const tone = (name: string): string =>
  `var(--chakra-colors-${name.replace(/[A-Z]/g, (capital) => `-${capital.toLowerCase()}`)})`;
