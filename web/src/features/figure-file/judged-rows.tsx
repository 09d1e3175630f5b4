import { Box, Text } from "@chakra-ui/react";
import { type JudgedRow, labelInFile } from "@map-step/contract";

type Verdict = JudgedRow["verdict"];

export function verdictCounts(rows: readonly JudgedRow[]): Record<Verdict, number> {
  const counts: Record<Verdict, number> = { added: 0, changed: 0, same: 0, refused: 0 };
  for (const { verdict } of rows) counts[verdict] += 1;
  return counts;
}

const SIGNS: Readonly<Record<Verdict, { sign: string; bg: string; word: string }>> = {
  added: { sign: "+", bg: "pineWash", word: "added" },
  changed: { sign: "~", bg: "sunk", word: "changed" },
  same: { sign: "=", bg: "transparent", word: "the same" },
  refused: { sign: "!", bg: "brickWash", word: "refused" },
};
const ORDER: readonly Verdict[] = ["refused", "changed", "added", "same"];

const wordOf = (field: string): string => labelInFile(field).toLowerCase();

/** A reason with the field it is about: `needs.0` is the first of the needs, which the message names. */
const reasonText = ({ path, message }: JudgedRow["reasons"][number]): string => {
  const [field = ""] = path.split(".");
  return field === "" ? message : `${wordOf(field)}: ${message}`;
};

const whatOf = ({ verdict, differs, reasons }: JudgedRow): readonly string[] =>
  verdict === "refused"
    ? reasons.map(reasonText)
    : differs.length > 0
      ? [differs.map(wordOf).join(", ")]
      : [];

/** Each row with what would become of it; what needs a hand stands first. */
export function JudgedRows({ rows }: { rows: readonly JudgedRow[] }) {
  const sorted = [...rows].sort(
    (a, b) => ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict) || a.row - b.row,
  );
  return (
    <Box overflowX="auto">
      <Box
        as="table"
        aria-label="Rows of the file"
        w="full"
        fontSize="sm"
        css={{ "& th, & td": { padding: "6px 8px", textAlign: "left" } }}
      >
        <thead>
          <tr>
            <th>Row</th>
            <th>Figure</th>
            <th>Dance</th>
            <th>Would be</th>
            <th>What and why</th>
          </tr>
        </thead>
        <tbody>
          {sorted.map((row) => {
            const { sign, bg, word } = SIGNS[row.verdict];
            return (
              <Box as="tr" key={row.row} borderTopWidth="1px" borderColor="rule" verticalAlign="top">
                <td className="numbers">{row.row}</td>
                <td>{row.name}</td>
                <td>{row.dance}</td>
                <td>
                  <Text as="span" bg={bg} borderRadius="sm" px="1.5" fontWeight="700" whiteSpace="nowrap">
                    {sign} {word}
                  </Text>
                </td>
                <td>
                  {whatOf(row).map((line) => (
                    <div key={line}>{line}</div>
                  ))}
                </td>
              </Box>
            );
          })}
        </tbody>
      </Box>
    </Box>
  );
}
