import { Box, Button, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import type { DanceRecord } from "@map-step/contract";
import { type Figure, writtenRoles } from "@map-step/core/notation";
import { barsPerMinute, TICKS_PER_BEAT } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { Maximize, Pause, Play, X } from "lucide-react";
import { useMemo, useState } from "react";
import { CountLine, FloorView, loopOf, usePulse, useTransport } from "../../kit/play/index.ts";
import { CountRibbon } from "../../kit/ribbon/index.ts";

interface Props {
  readonly figure: Figure;
  readonly name: string;
  readonly dance: DanceRecord;
  /** The tempi to choose from, slowest first; none for a figure in its own time. */
  readonly tempi: readonly number[];
}

/** A figure in time, large enough for a room: ribbon, count, clicks at a rung of its ladder, the floor. */
export function DanceInClass({ figure, name, dance, tempi }: Props) {
  const [bpm, setBpm] = useState(tempi[0] ?? dance.slowestBpm);
  const [full, setFull] = useState(false);
  const loop = useMemo(() => loopOf(figure, 1, figure.length / TICKS_PER_BEAT), [figure]);
  const free = figure.free === true || dance.freeTimed || tempi.length === 0;
  const { playing, position, toggle } = useTransport({
    loop,
    bpm,
    pulse: usePulse(dance.meter),
    sound: !free,
  });
  const controls = (
    <Flex gap="2" wrap="wrap" align="center">
      <Button size="lg" onClick={toggle}>
        {playing ? <Pause aria-hidden /> : <Play aria-hidden />}
        {playing ? "Stop" : "Play"}
      </Button>
      <Flex gap="1" wrap="wrap" role="group" aria-label="Tempo">
        {tempi.map((tempo, index) => (
          <Button
            key={tempo}
            size="lg"
            px="3"
            variant={tempo === bpm ? "solid" : "outline"}
            aria-pressed={tempo === bpm}
            aria-label={`${tempo} beats a minute`}
            onClick={() => setBpm(tempo)}
          >
            {tempo}
            {index === tempi.length - 1 ? (
              <Text as="span" fontSize="xs" fontWeight="400">
                {" "}
                goal
              </Text>
            ) : null}
          </Button>
        ))}
      </Flex>
      {free ? null : (
        <Text color="soft" fontSize="sm" className="numbers">
          {barsPerMinute(bpm, dance.meter)} bars per minute
        </Text>
      )}
    </Flex>
  );
  const floor = (
    <FloorView
      figure={figure}
      name={name}
      dance={dance}
      at={position}
      camera="above"
      roles={writtenRoles(figure)}
    />
  );
  return (
    <Box>
      <CountRibbon figure={figure} name={name} timing={dance} at={position} />
      <Flex align="center" justify="space-between" gap="3" mt="2" wrap="wrap">
        <CountLine figure={figure} at={position} />
        <Button variant="outline" onClick={() => setFull(true)}>
          <Maximize aria-hidden /> Full screen
        </Button>
      </Flex>
      {controls}
      <Dialog.Root open={full} onOpenChange={({ open }) => setFull(open)} size="full" lazyMount unmountOnExit>
        <Portal>
          <Dialog.Positioner>
            <Dialog.Content bg="panel">
              <Dialog.Body p={{ base: "3", md: "6" }}>
                <Flex justify="space-between" align="center" mb="3">
                  <Dialog.Title fontFamily="heading" fontSize="3xl">
                    {name}
                  </Dialog.Title>
                  <Dialog.CloseTrigger asChild position="static">
                    <Button variant="outline" aria-label="Close full screen">
                      <X aria-hidden />
                    </Button>
                  </Dialog.CloseTrigger>
                </Flex>
                <CountRibbon figure={figure} name={name} timing={dance} at={position} />
                <Flex gap="6" mt="4" direction={{ base: "column", md: "row" }}>
                  <Box flex="1" minW="0" maxW="42rem">
                    {floor}
                  </Box>
                  <Box flex="1">
                    <Box fontSize="2xl" mb="4">
                      <CountLine figure={figure} at={position} />
                    </Box>
                    {controls}
                    <Text color="soft" fontSize="sm" mt="3">
                      {counted(figure.length / TICKS_PER_BEAT, "beat")}, leader in pine, follower in plum.
                    </Text>
                  </Box>
                </Flex>
              </Dialog.Body>
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </Box>
  );
}
