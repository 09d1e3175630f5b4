import { Box, Button, Stack, Text } from "@chakra-ui/react";
import type { Level } from "@map-step/contract";
import { inWords } from "@map-step/core/words";
import { Modal } from "../../kit/dialog.tsx";
import { FigureSet } from "./figure-set.tsx";
import { MadeRoutines } from "./made-routines.tsx";
import { MakeWishes } from "./make-wishes.tsx";
import type { Builder } from "./use-builder.ts";
import { useMake } from "./use-make.ts";

interface Props {
  readonly builder: Builder;
  readonly levels: readonly Level[];
  readonly onClose: () => void;
}

/** Finds the shortest routine that holds what is wanted, and two others. */
export function MakeDialog({ builder, levels, onClose }: Props) {
  const making = useMake(builder, onClose);
  const { chosen, setChosen, tooBig, isRunning, search, stop } = making;
  const { nameOf } = builder.library;
  return (
    <Modal
      open
      size="xl"
      title="Make it for me"
      onClose={onClose}
      foot={
        isRunning ? (
          <Button variant="outline" onClick={stop}>
            Stop
          </Button>
        ) : (
          <Button disabled={chosen.size === 0} onClick={search}>
            Find the shortest
          </Button>
        )
      }
    >
      <Stack gap="4">
        <Box>
          <Text fontWeight="700" mb="1">
            It holds
          </Text>
          <FigureSet builder={builder} levels={levels} chosen={chosen} onChange={setChosen} />
          {[...chosen].some((id) => tooBig.has(id)) ? (
            <Text color="brick" fontSize="sm">
              {inWords([...chosen].filter((id) => tooBig.has(id)).map(nameOf))} need more floor and are left
              out.
            </Text>
          ) : null}
        </Box>
        <MakeWishes {...making} />
        <MadeRoutines {...making} />
      </Stack>
    </Modal>
  );
}
