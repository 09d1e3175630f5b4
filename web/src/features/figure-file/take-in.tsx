import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type JudgedFile } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { type DragEvent, useState } from "react";
import { call, errorText, isStale, useChange } from "../../kit/api.ts";
import { TextField } from "../../kit/fields.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { decodeText } from "../../kit/text-file.ts";
import { tellDone } from "../../kit/toasts.ts";
import { type RawRow, type ReadFile, readCsv } from "./csv.ts";
import { readJson } from "./json.ts";
import { JudgedRows, verdictCounts } from "./judged-rows.tsx";

interface Opened {
  readonly name: string;
  readonly rows: readonly RawRow[];
  readonly judged: JudgedFile | null;
}

const read = (name: string, content: string): ReadFile =>
  /\.json$/i.test(name) || content.trimStart().startsWith("{") ? readJson(content) : readCsv(content);

/** Reads a file, shows row by row what would become of it, and takes it in as a whole. */
export function TakeIn() {
  const takeIn = useChange(api.figureFile.takeIn);
  const [opened, setOpened] = useState<Opened | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const [note, setNote] = useState<string | null>(null);
  const [over, setOver] = useState(false);

  const judge = async (name: string, rows: readonly RawRow[]) => {
    setOpened({ name, rows, judged: null });
    try {
      const judged = await call(api.figureFile.preview, { body: { rows: [...rows] } });
      setOpened({ name, rows, judged });
    } catch (error) {
      setOpened(null);
      setFaults([errorText(error)]);
    }
  };
  const open = async (file: File | undefined) => {
    if (!file) return;
    setOpened(null);
    const { text, note } = decodeText(await file.arrayBuffer());
    setNote(note);
    const { rows, faults: found } = read(file.name, text);
    const empty = found.length === 0 && rows.length === 0 ? ["There are no figures in it."] : [];
    setFaults([...found, ...empty]);
    if (rows.length > 0) await judge(file.name, rows);
  };
  const take = async ({ name, rows, judged }: Opened) => {
    if (!judged) return;
    try {
      const done = await takeIn.mutateAsync({ body: { rows: [...rows], basis: judged.basis } });
      const counts = verdictCounts(done.rows);
      tellDone(`${name}: ${counts.added} added, ${counts.changed} changed`);
      setOpened(null);
    } catch (error) {
      if (isStale(error)) setOpened({ name, rows, judged: error.problem.current as JudgedFile });
      setFaults([
        isStale(error)
          ? "The library changed since you looked; this is what would happen now."
          : errorText(error),
      ]);
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void open(event.dataTransfer.files[0]);
  };
  const judged = opened?.judged;
  const counts = verdictCounts(judged?.rows ?? []);
  const fine = opened?.rows.filter((_, index) => judged?.rows[index]?.verdict !== "refused") ?? [];
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
      <Stack gap="1" mt="3" role="alert">
        {faults.map((fault) => (
          <Text key={fault} bg="brickWash" borderRadius="md" p="2">
            {fault}
          </Text>
        ))}
      </Stack>
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
      {opened && !judged ? <Text mt="3">Looking at {counted(opened.rows.length, "row")} …</Text> : null}
      {opened && judged ? (
        <>
          <Flex gap="3" mt="4" mb="3" align="center" wrap="wrap">
            <Text fontWeight="700" className="numbers" flex="1">
              {opened.name}: {counts.added} added, {counts.changed} changed, {counts.same} the same,{" "}
              {counts.refused} refused
            </Text>
            {counts.refused > 0 && fine.length > 0 ? (
              <Button variant="outline" onClick={() => void judge(opened.name, fine)}>
                Leave out the refused rows
              </Button>
            ) : null}
            <Button
              disabled={counts.refused > 0 || counts.added + counts.changed === 0}
              loading={takeIn.isPending}
              onClick={() => void take(opened)}
            >
              Import the file
            </Button>
          </Flex>
          <JudgedRows rows={judged.rows} />
        </>
      ) : null}
    </Panel>
  );
}
