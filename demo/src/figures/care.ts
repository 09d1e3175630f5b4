/** Cautions that several figures share. */
export const SPIN_CARE = [
  "Warm up neck and ankles first; stop at dizziness.",
  "The raised hand is light: no gripping thumbs, no pulling on the arm.",
];
export const CLOSE_CARE = ["Ask before a close hold; either partner may decline."];
