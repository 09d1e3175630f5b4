import { defineConfig } from "@chakra-ui/react";
import {
  animationStyles,
  badgeRecipe,
  breakpoints,
  buttonRecipe,
  checkboxSlotRecipe,
  checkmarkRecipe,
  codeRecipe,
  collapsibleSlotRecipe,
  dialogSlotRecipe,
  fieldSlotRecipe,
  headingRecipe,
  hoverCardSlotRecipe,
  inputRecipe,
  keyframes,
  layerStyles,
  nativeSelectSlotRecipe,
  semanticTokens,
  skeletonRecipe,
  spinnerRecipe,
  tagSlotRecipe,
  textareaRecipe,
  textStyles,
  toastSlotRecipe,
  tokens,
} from "@chakra-ui/react/theme";

/** The colours that the looks above speak of, and no others: each is a line of every page's first style sheet. */
const HUES = [
  "transparent",
  "current",
  "black",
  "white",
  "whiteAlpha",
  "blackAlpha",
  "gray",
  "red",
  "orange",
];
const MEANINGS = ["bg", "fg", "border", "gray", "red", "orange"];

const some = <T extends object>(all: T, names: readonly string[]): T =>
  Object.fromEntries(Object.entries(all).filter(([name]) => names.includes(name))) as T;

/** The looks of the components that are used here, and of no others, to keep the first load small. */
export const components = defineConfig({
  // With layers each look that is new on a page lays out the whole page anew, 70 ms in a wide plan.
  disableLayers: true,
  cssVarsPrefix: "chakra",
  cssVarsRoot: ":where(html, .chakra-theme)",
  theme: {
    animationStyles,
    breakpoints,
    keyframes,
    layerStyles,
    semanticTokens: { ...semanticTokens, colors: some(semanticTokens.colors ?? {}, MEANINGS) },
    textStyles,
    tokens: { ...tokens, colors: some(tokens.colors ?? {}, HUES) },
    recipes: {
      badge: badgeRecipe,
      // Whatever height a place gives it, a finger finds it.
      button: { ...buttonRecipe, base: { ...buttonRecipe.base, minH: "6" } },
      checkmark: checkmarkRecipe,
      code: codeRecipe,
      heading: headingRecipe,
      input: inputRecipe,
      skeleton: skeletonRecipe,
      spinner: spinnerRecipe,
      textarea: textareaRecipe,
    },
    slotRecipes: {
      checkbox: checkboxSlotRecipe,
      collapsible: collapsibleSlotRecipe,
      dialog: dialogSlotRecipe,
      field: fieldSlotRecipe,
      hoverCard: hoverCardSlotRecipe,
      nativeSelect: nativeSelectSlotRecipe,
      tag: tagSlotRecipe,
      toast: toastSlotRecipe,
    },
  },
});
