import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { PracticeMeasure } from "@map-step/contract";
import { timingInWords } from "@map-step/core/practice";
import type { ReactNode } from "react";
import { dayAndMonth } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useRemembered } from "../../kit/remembered.ts";
import { measureInWords, measureOf } from "./measures.ts";
import { TapPicture } from "./tap-picture.tsx";
import type { Tapped } from "./use-taps.ts";

interface OnDevice {
  readonly at: string;
  readonly measure: PracticeMeasure;
}

/** So many are kept on the device; older ones make room. */
const MOST_KEPT = 12;

interface Props {
  readonly tapped: Tapped;
  readonly bpm: number;
  /** What was practised, by an id of its own, under which the device keeps results. */
  readonly about: string;
  readonly delay: number;
  readonly onDelay: (milliseconds: number) => void;
  /** Further ways to keep a result. */
  readonly keep?: ((measure: PracticeMeasure) => ReactNode) | undefined;
}

/** How taps lay against the beat: said, drawn, and kept. */
export function TapResult({ tapped, bpm, about, delay, onDelay, keep }: Props) {
  const [kept, setKept] = useRemembered<readonly OnDevice[]>(`practised:${about}`, []);
  const { timing } = tapped;
  const measure = measureOf(timing, bpm);
  return (
    <Panel as="section" aria-label="How it went">
      <PanelTitle>How it went</PanelTitle>
      <Heading as="h3" size="md" mb="2" aria-live="polite">
        {timingInWords(timing)}
      </Heading>
      <Flex gap="6" wrap="wrap" align="flex-start">
        <Box flex="1 1 24rem">
          <TapPicture tapped={tapped} />
        </Box>
        <Box flex="1 1 16rem" fontSize="sm">
          <Flex gap="2" wrap="wrap" mb="2">
            <Button
              size="sm"
              variant="outline"
              onClick={() =>
                setKept([{ at: new Date().toISOString(), measure }, ...kept].slice(0, MOST_KEPT))
              }
            >
              Keep on this device
            </Button>
            {keep?.(measure)}
          </Flex>
          {kept.length > 0 ? (
            <Box as="ul" listStyleType="none" mb="3" className="numbers">
              {kept.map(({ at, measure: own }) => (
                <Flex as="li" key={at} gap="2" justify="space-between">
                  <span>
                    {dayAndMonth(at.slice(0, 10))}: {measureInWords(own)}
                  </span>
                  <Button
                    size="2xs"
                    variant="ghost"
                    aria-label={`Forget the result of ${dayAndMonth(at.slice(0, 10))}`}
                    onClick={() => setKept(kept.filter((one) => one.at !== at))}
                  >
                    Forget
                  </Button>
                </Flex>
              ))}
            </Box>
          ) : null}
          <Flex gap="2" align="center" wrap="wrap">
            <Button size="sm" variant="outline" onClick={() => onDelay(Math.round(delay + timing.offset))}>
              That was on the beat: allow for this device
            </Button>
            {delay === 0 ? null : (
              <Button size="sm" variant="ghost" onClick={() => onDelay(0)}>
                Allow for nothing
              </Button>
            )}
          </Flex>
          <Text color="soft">
            {delay === 0
              ? "Nothing is allowed for yet."
              : `${delay} ms are allowed for; that stays on this device.`}
          </Text>
        </Box>
      </Flex>
    </Panel>
  );
}
