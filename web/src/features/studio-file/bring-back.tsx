import { Box, Button, Flex, Text } from "@chakra-ui/react";
import {
  api,
  countStudio,
  MOST_STUDIO_BYTES,
  readStudioFile,
  type StaffMember,
  type StudioFile,
  type TakenStudio,
} from "@map-step/contract";
import { counted, inWords } from "@map-step/core/words";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { errorText, fieldErrors, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { FileFaults } from "../../kit/file-faults.tsx";
import { SESSION_KEY } from "../session/session.tsx";
import { countLines, faultLines, withoutPassword } from "./words.ts";

interface Opened {
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly file: StudioFile;
}

interface Props {
  readonly staff: readonly StaffMember[];
  /** Held by the page: the studio is not empty any more before all of it is shown. */
  readonly take: ReturnType<typeof useTakingIn>;
}

/** Takes a file of a studio in. */
export const useTakingIn = () => useChange(api.studioFile.takeIn);

/** What is in a file, sort by sort. */
const Contents = ({ file }: { file: StudioFile }) => (
  <Flex as="dl" wrap="wrap" gap="2" mt="3">
    {countLines(countStudio(file)).map(({ count, what }) => (
      <Flex
        key={what}
        direction="column-reverse"
        borderWidth="1px"
        borderColor="rule"
        borderRadius="md"
        px="3"
        py="1.5"
      >
        <Text as="dt" fontSize="sm" color="soft">
          {what}
        </Text>
        <Text as="dd" fontWeight="700" fontSize="lg" className="numbers">
          {count}
        </Text>
      </Flex>
    ))}
  </Flex>
);

const passwordsNeeded = (names: readonly string[]): string =>
  names.length === 0
    ? ""
    : `${inWords(names)} ${names.length === 1 ? "comes" : "come"} without a password: give them one under Staff.`;

/** Reads a file of a studio, shows what is in it, and takes it in as a whole. */
export function BringBack({ staff, take }: Props) {
  const client = useQueryClient();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);

  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    setOpened(null);
    take.reset();
    if (chosen.size > MOST_STUDIO_BYTES)
      return setFaults([
        `${chosen.name} is larger than ${MOST_STUDIO_BYTES / 2 ** 20} MB, which is the most.`,
      ]);
    const bytes = new Uint8Array(await chosen.arrayBuffer());
    let value: unknown;
    try {
      value = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
    } catch {
      return setFaults([`${chosen.name} is not readable as JSON.`]);
    }
    const { file, faults: found } = readStudioFile(value);
    setFaults(faultLines(found, value));
    if (file) setOpened({ name: chosen.name, bytes, file });
  };
  const bring = ({ bytes, file }: Opened) =>
    take.mutate(
      { body: bytes },
      {
        // The studio has another name and another zone from now on.
        onSuccess: () => client.invalidateQueries({ queryKey: SESSION_KEY }),
        onError: (error) =>
          setFaults(
            faultLines(fieldErrors(error), file).concat(
              fieldErrors(error).length === 0 ? errorText(error) : [],
            ),
          ),
      },
    );

  return (
    <>
      <Text mb="3" maxW="46rem">
        First you see what is in the file. Then all of it comes in, or nothing. You stay who you are; people
        with another email address than those here are added.
      </Text>
      <TextField
        label="Choose the file of a studio"
        type="file"
        accept=".json,application/json"
        maxW="26rem"
        py="1.5"
        onChange={({ target }) => {
          void open(target.files?.[0]);
          target.value = "";
        }}
      />
      <FileFaults faults={faults} />
      {opened ? (
        <Box mt="4">
          <Text fontWeight="700">
            {opened.file.studio.name}, saved {momentOf(opened.file.madeAt)}
          </Text>
          <Contents file={opened.file} />
          <Text mt="3" mb="3" maxW="46rem">
            {passwordsNeeded(withoutPassword(opened.file, staff))}
          </Text>
          <Button loading={take.isPending} onClick={() => bring(opened)}>
            Bring this studio back
          </Button>
        </Box>
      ) : null}
    </>
  );
}

/** What came in, and what is left to do. */
export const Taken = ({ taken }: { taken: TakenStudio }) => (
  <Box role="status">
    <Text fontWeight="700" fontSize="lg">
      It is here:{" "}
      {countLines(taken)
        .map(({ count, what }) => `${count} ${what}`)
        .join(", ")}
      .
    </Text>
    {taken.withoutPassword.length > 0 ? <Text mt="2">{passwordsNeeded(taken.withoutPassword)}</Text> : null}
    {taken.unreadable.length > 0 ? (
      <Text mt="2">
        The steps of {counted(taken.unreadable.length, "figure")} can't be read as their dance is written:{" "}
        {inWords(taken.unreadable)}.
      </Text>
    ) : null}
    <Flex gap="2" mt="4">
      <Button asChild>
        <Link to="/">Go to Today</Link>
      </Button>
      <Button asChild variant="outline">
        <Link to="/staff">Give passwords</Link>
      </Button>
    </Flex>
  </Box>
);
