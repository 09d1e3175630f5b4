import { Box, Button, Flex, IconButton, Text } from "@chakra-ui/react";
import { api, type HistoryEntry, type HistoryList } from "@map-step/contract";
import { History } from "lucide-react";
import { useState } from "react";
import { useApi } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import type { Difference } from "../../kit/merge.ts";
import { Loaded } from "../../kit/states.tsx";
import { type ToldEntry, tellEntries } from "./told.ts";

const WHAT: Readonly<Record<HistoryEntry["what"], string>> = {
  was: "was there",
  made: "made it",
  changed: "changed it",
  removed: "removed it",
  back: "brought it back",
};

/** Where it is not known who it was. */
const NOBODY: Readonly<Record<HistoryEntry["what"], string>> = {
  was: "As it was before changes were kept",
  made: "Made",
  changed: "Changed",
  removed: "Removed",
  back: "Brought back",
};

/** Reads what is kept as the contract has it today. */
interface Shape<T> {
  readonly safeParse: (value: unknown) => { readonly success: boolean; readonly data?: T | undefined };
}

interface Props<T> {
  readonly list: Exclude<HistoryList, "comments" | "proposals">;
  readonly id: string;
  /** What it is: "this plan". */
  readonly what: string;
  readonly shape: Shape<T>;
  readonly differ: (before: T, after: T) => readonly Difference[];
  /** Takes over what it was; left out where somebody may only read. */
  readonly onBack?: ((content: T) => void) | undefined;
}

function Line({ told: { entry, lines }, onBack }: { told: ToldEntry; onBack: (() => void) | null }) {
  const { by, at, what, note } = entry;
  return (
    <Flex
      as="li"
      gap="3"
      py="2"
      borderTopWidth="1px"
      borderColor="rule"
      justify="space-between"
      align="flex-start"
    >
      <Box minW="0">
        <Text>
          {by ? (
            <>
              <strong>{by}</strong> {note === "" ? WHAT[what] : `took ${note}`}
            </>
          ) : (
            <strong>{NOBODY[what]}</strong>
          )}
          <Text as="span" color="soft" className="numbers">
            {" "}
            {momentOf(at)}
          </Text>
        </Text>
        {lines.slice(0, 6).map((line) => (
          <Text key={line} fontSize="sm">
            {line}
          </Text>
        ))}
        {lines.length > 6 ? (
          <Text fontSize="sm" color="soft">
            and {lines.length - 6} more
          </Text>
        ) : null}
      </Box>
      {onBack ? (
        <Button size="xs" variant="outline" flexShrink="0" onClick={onBack}>
          Go back to this
        </Button>
      ) : null}
    </Flex>
  );
}

function Entries<T>({
  list,
  id,
  shape,
  differ,
  onBack,
  onDone,
}: Omit<Props<T>, "what"> & { onDone: () => void }) {
  const [before, setBefore] = useState<readonly number[]>([0]);
  const from = before.at(-1) ?? 0;
  const history = useApi(api.history.of, { params: { list, id, before: String(from) } });
  const read = (state: HistoryEntry["state"]): T | null => shape.safeParse(state).data ?? null;
  return (
    <Loaded all={[history]}>
      {({ entries, earlier }) => {
        const told = tellEntries(entries, earlier, read, differ);
        const now = JSON.stringify(entries[0] ? read(entries[0].state) : null);
        return (
          <>
            <Box as="ul" listStyleType="none" aria-label="History">
              {told.map((one) => {
                const content = read(one.entry.state);
                const isNow = from === 0 && JSON.stringify(content) === now;
                return (
                  <Line
                    key={one.entry.id}
                    told={one}
                    onBack={
                      onBack && content && !isNow
                        ? () => {
                            onBack(content);
                            onDone();
                          }
                        : null
                    }
                  />
                );
              })}
            </Box>
            {told.length === 0 ? <Text color="soft">Nothing was changed yet.</Text> : null}
            <Flex gap="2" mt="3">
              {before.length > 1 ? (
                <Button size="sm" variant="outline" onClick={() => setBefore(before.slice(0, -1))}>
                  Later
                </Button>
              ) : null}
              {earlier ? (
                <Button
                  size="sm"
                  variant="outline"
                  onClick={() => setBefore([...before, told.at(-1)?.entry.id ?? 0])}
                >
                  Earlier
                </Button>
              ) : null}
            </Flex>
          </>
        );
      }}
    </Loaded>
  );
}

/** Who changed something, when and how, and the way back to what it was. */
export function HistoryButton<T>({ what, ...props }: Props<T>) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconButton
        variant="outline"
        bg="panel"
        aria-label={`History of ${what}`}
        title={`History of ${what}`}
        onClick={() => setOpen(true)}
      >
        <History />
      </IconButton>
      <Modal open={open} size="lg" title={`History of ${what}`} onClose={() => setOpen(false)}>
        <Entries {...props} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}
