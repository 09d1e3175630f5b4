import { studioLocaleFormat } from "./locale-format.ts";

/** By definition, since 1959. */
const METRES_A_FOOT = 0.3048;

const inFeet = (): boolean => studioLocaleFormat().lengths === "feet";
const rounded = (value: number): number => Math.round(value * 10) / 10;

/** A length as the studio writes it, without its unit. */
const measured = (metres: number): number => rounded(inFeet() ? metres / METRES_A_FOOT : metres);
const unit = (): string => (inFeet() ? "ft" : "m");

/** `2.4 m` or `7.9 ft`. */
export const lengthText = (metres: number): string => `${measured(metres)} ${unit()}`;
/** `1.25 m` or `4.1 ft`: where a few centimetres matter. */
export const preciseLengthText = (metres: number): string =>
  inFeet() ? lengthText(metres) : `${Math.round(metres * 100) / 100} m`;
/** `3.1 × 2.4 m` or `10.2 × 7.9 ft`. */
export const floorText = (width: number, depth: number): string =>
  `${measured(width)} × ${measured(depth)} ${unit()}`;

/** What floors are measured in: `m²` or `sq ft`. */
export const areaUnit = (): string => (inFeet() ? "sq ft" : "m²");
/** An area as it is typed and shown, without its unit. */
export const areaShown = (squareMetres: number): number =>
  inFeet() ? Math.round(squareMetres / METRES_A_FOOT ** 2) : squareMetres;
/** An area that was typed, in square metres. */
export const areaTyped = (value: number): number => (inFeet() ? value * METRES_A_FOOT ** 2 : value);
/** `3 m²` or `32 sq ft`. */
export const areaText = (squareMetres: number): string => `${areaShown(squareMetres)} ${areaUnit()}`;
