interface LettersProps {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly colour: string;
  readonly strong?: boolean;
  readonly middle?: boolean;
  readonly children: string;
}

/** Text on a ribbon, in the faces of the theme. */
export const Letters = ({ x, y, size, colour, strong = false, middle = false, children }: LettersProps) => (
  <text
    x={x}
    y={y}
    style={{
      fontSize: size,
      fontWeight: strong ? 700 : 400,
      fontFamily: `var(--chakra-fonts-${strong ? "heading" : "body"})`,
      textAnchor: middle ? "middle" : "start",
      fill: colour,
    }}
  >
    {children}
  </text>
);

/** A name cut to what fits into a width. */
export const fittingName = (name: string, width: number): string => {
  const letters = Math.floor((width - 12) / 6.8);
  if (name.length <= letters) return name;
  return letters < 3 ? "" : `${name.slice(0, letters - 1)}…`;
};
