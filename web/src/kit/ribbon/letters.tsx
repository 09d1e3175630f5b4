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
