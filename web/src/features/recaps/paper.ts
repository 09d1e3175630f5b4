/** How a recap is set, in the editor as on the public page. */
export const PAPER = {
  "& h2": { fontSize: "lg", fontWeight: "700", mt: "5", mb: "1.5" },
  "& h3": { fontSize: "md", fontWeight: "700", mt: "4", mb: "1" },
  "& p": { my: "1.5" },
  "& ul": { listStyleType: "disc", pl: "5" },
  "& ol": { listStyleType: "decimal", pl: "5" },
  "& li": { my: "1" },
  "& li p": { my: "0" },
  "& strong": { fontWeight: "700" },
  "& em": { fontStyle: "italic" },
  "& > *:first-child": { mt: "0" },
  // On paper in two columns: most recaps are one page then.
  _print: {
    columnCount: 2,
    columnGap: "8",
    fontSize: "sm",
    "& h2": { fontSize: "md", fontWeight: "700", mt: "2", mb: "0.5" },
    "& li": { breakInside: "avoid", my: "0.5" },
  },
} as const;
