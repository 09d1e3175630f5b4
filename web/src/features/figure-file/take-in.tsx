import { Box, Text } from "@chakra-ui/react";
import { type DragEvent, useState } from "react";
import { TextField } from "../../kit/fields.tsx";
import { FileFaults } from "../../kit/file-faults.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { decodeText } from "../../kit/text-file.ts";
import { type ReadFile, readCsv } from "./csv.ts";
import { readJson } from "./json.ts";
import { JudgedFileView } from "./judged.tsx";
import { useTakingIn } from "./use-taking-in.ts";

const read = (name: string, content: string): ReadFile =>
  /\.json$/i.test(name) || content.trimStart().startsWith("{") ? readJson(content) : readCsv(content);

/** Reads a file, shows row by row what would become of it, and takes it in as a whole. */
export function TakeIn() {
  const taking = useTakingIn();
  const { opened, setOpened, faults, setFaults, judge } = taking;
  const [note, setNote] = useState<string | null>(null);
  const [over, setOver] = useState(false);

  const open = async (file: File | undefined) => {
    if (!file) return;
    setOpened(null);
    const { text, note } = decodeText(await file.arrayBuffer());
    setNote(note);
    const { rows, dances, faults: found } = read(file.name, text);
    const empty = found.length === 0 && rows.length === 0 ? ["There are no figures in it."] : [];
    setFaults([...found, ...empty]);
    if (rows.length > 0) await judge(file.name, rows, dances);
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void open(event.dataTransfer.files[0]);
  };
  return (
    <Panel>
      <PanelTitle>Import figures</PanelTitle>
      <Text mb="3">
        First you see what would happen to each row. Then the whole file is imported, or nothing of it. A
        figure is known by its dance and its name; what a file does not mention stays as it is.
      </Text>
      <Box
        borderWidth="2px"
        borderStyle="dashed"
        borderColor={over ? "apricot" : "rule"}
        borderRadius="lg"
        p="4"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <TextField
          label="Choose a CSV or JSON file, or drop it here"
          type="file"
          accept=".csv,.json,text/csv,application/json"
          maxW="26rem"
          py="1.5"
          onChange={({ target }) => {
            void open(target.files?.[0]);
            target.value = "";
          }}
        />
      </Box>
      <FileFaults faults={faults} />
      {note && opened ? (
        <Text
          role="status"
          bg="apricotWash"
          borderLeftWidth="4px"
          borderColor="apricot"
          borderRadius="md"
          p="2"
          mt="3"
        >
          {note}
        </Text>
      ) : null}
      <JudgedFileView {...taking} action="Import the file" />
    </Panel>
  );
}
