import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

interface Props {
  readonly label: string;
  readonly head: readonly ReactNode[];
  readonly rows: readonly {
    readonly key: string;
    /** The first heads its row. */
    readonly cells: readonly ReactNode[];
    /** A tone behind each cell, where it has one. */
    readonly tones?: readonly (string | undefined)[];
  }[];
  readonly centred?: boolean;
}

/** A quiet table of words and numbers, its first column heading each row. */
export const PlainTable = ({ label, head, rows, centred = false }: Props) => (
  <Box overflowX="auto">
    <Box
      as="table"
      aria-label={label}
      className="numbers"
      fontSize="sm"
      css={{
        "& th, & td": { padding: "4px 10px", textAlign: centred ? "center" : "left", verticalAlign: "top" },
        "& th:first-of-type": { paddingLeft: 0, textAlign: "left", whiteSpace: "nowrap" },
        "& thead th": { fontWeight: 700, verticalAlign: "bottom" },
        "& tbody th": { fontWeight: 400 },
        "& tbody tr": { borderTopWidth: "1px", borderColor: "rule" },
      }}
    >
      <thead>
        <tr>
          {head.map((cell, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns are told by their place
            <th key={at} scope="col">
              {cell}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ key, cells, tones }) => (
          <tr key={key}>
            {cells.map((cell, at) =>
              at === 0 ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns are told by their place
                <th key={at} scope="row">
                  {cell}
                </th>
              ) : (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns are told by their place
                <Box as="td" key={at} bg={tones?.[at]}>
                  {cell}
                </Box>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </Box>
  </Box>
);
