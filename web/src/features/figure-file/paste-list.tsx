import { Button, Flex, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { useState } from "react";
import { AreaField, TextField } from "../../kit/fields.tsx";
import { FileFaults } from "../../kit/file-faults.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { DanceSelect, useDanceChoice } from "../dances/choice.tsx";
import { JudgedFileView } from "./judged.tsx";
import { cellsIn, figuresInTable } from "./pasted.ts";
import { useTakingIn } from "./use-taking-in.ts";

/** The first sheet of a spreadsheet as its cells; the reader is fetched when it is needed. */
async function cellsOfSheet(file: File): Promise<string[][]> {
  const { readSheet } = await import("read-excel-file/browser");
  const rows = await readSheet(file);
  return rows.map((cells) => cells.map((cell) => (cell === null ? "" : String(cell))));
}

/** Names as one has them: pasted one a line, or as a table of a spreadsheet. */
export function PasteList({ dances }: { dances: readonly DanceRecord[] }) {
  const { dance, choose } = useDanceChoice(dances);
  const [text, setText] = useState("");
  const taking = useTakingIn(() => setText(""));
  const { faults, setFaults, judge } = taking;
  if (!dance) return null;
  const look = (cells: readonly (readonly string[])[], name: string) => {
    const rows = figuresInTable(cells, dance.name);
    setFaults(rows.length === 0 ? ["There is no name in it."] : []);
    if (rows.length > 0) void judge(name, rows);
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    try {
      look(await cellsOfSheet(file), file.name);
    } catch {
      setFaults([
        `${file.name} cannot be read as a spreadsheet. Copy its cells and paste them here instead.`,
      ]);
    }
  };
  return (
    <Panel>
      <PanelTitle>Paste a list</PanelTitle>
      <Text mb="3">
        One name a line, or cells copied from a spreadsheet with a line above them: name, kind, tier, minutes,
        needs, call. Steps can come later; a figure can be planned without them.
      </Text>
      <Flex gap="3" wrap="wrap" mb="3" align="flex-end">
        <DanceSelect dance={dance} dances={dances} onChoose={choose} />
        <TextField
          label="Or choose a spreadsheet"
          type="file"
          accept=".xlsx"
          maxW="22rem"
          py="1.5"
          onChange={({ target }) => {
            void open(target.files?.[0]);
            target.value = "";
          }}
        />
      </Flex>
      <AreaField
        label="The list"
        rows={7}
        value={text}
        placeholder={"Side pass\nInside turn\nWrap"}
        onChange={({ target }) => setText(target.value)}
      />
      <Button
        mt="3"
        variant="outline"
        disabled={text.trim() === ""}
        onClick={() => look(cellsIn(text), "The list")}
      >
        Look at it
      </Button>
      <FileFaults faults={faults} />
      <JudgedFileView {...taking} action="Add these figures" />
    </Panel>
  );
}
