import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { writtenRoles } from "@map-step/core/notation";
import { LADDER } from "@map-step/core/practice";
import { barsPerMinute, type Ticks } from "@map-step/core/time";
import { counted } from "@map-step/core/words";
import { ChoiceButtons } from "../../kit/choice-buttons.tsx";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { FloorView } from "../../kit/play/index.ts";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { SmallInput } from "../../kit/small-input.tsx";
import { CallerFields } from "./caller-fields.tsx";
import { CallerNow } from "./caller-now.tsx";
import { MODE_NAMES, modeInWords, TEMPO_BOUNDS, tempoWithin } from "./modes.ts";
import { OwnMusicFields } from "./own-music.tsx";
import { PlayRow } from "./play-row.tsx";
import type { PracticeProps } from "./practice-props.ts";
import { PulseFields } from "./pulse-fields.tsx";
import { TakeAlong } from "./take-along.tsx";
import { TapResult } from "./tap-result.tsx";
import { TAP_ON, usePractice } from "./use-practice.ts";
import { VaryFields } from "./vary-fields.tsx";

/** The count trainer: to hear, step, clap, tap against the beat, climb, be called, and be dealt something new. */
export function Practice(props: PracticeProps) {
  const { about, name, figure, dance, draw, drill, keep } = props;
  const practice = usePractice(props);
  const { mode, modes, tempo, settings, transport, taps, caller, music, roles, role } = practice;
  const { playing, position, countingIn } = transport;
  const drawn =
    draw ?? ((at: Ticks | undefined) => <CountRibbon figure={figure} name={name} timing={dance} at={at} />);
  const isDanced = playing && countingIn === 0;
  return (
    <Stack gap="4">
      <Panel>
        <ChoiceButtons
          label="Practise by"
          hideLabel
          choices={modes.map((value) => ({ value, label: MODE_NAMES[value] }))}
          isChosen={(one) => one === mode}
          onChoose={practice.setMode}
        />
        <Text color="soft" fontSize="sm" mt="1" mb="3">
          {modeInWords(mode, LADDER.rounds, LADDER.step)}
        </Text>
        {mode === "vary" && drill ? <VaryFields {...drill} {...caller.vary} /> : null}
        {mode === "caller" || mode === "vary" ? (
          <CallerFields caller={caller} meter={dance.meter} isRoutine={mode === "caller"} />
        ) : null}
        <Flex gap="4" wrap="wrap" align="flex-end" mb="3">
          {mode === "ladder" ? (
            <Text className="numbers" fontWeight="700">
              {tempo.heard} beats a minute, {counted(tempo.inARow, "round")} in a row
            </Text>
          ) : music.own.music ? (
            <Text className="numbers" fontWeight="700">
              {Math.round(tempo.heard * 10) / 10} beats a minute
            </Text>
          ) : (
            <SmallInput
              label="Beats a minute"
              type="number"
              {...TEMPO_BOUNDS}
              value={tempo.bpm}
              onChange={({ target }) => tempo.setBpm(tempoWithin(Number(target.value)))}
            />
          )}
          <Text color="soft" fontSize="sm" className="numbers">
            {Math.round(barsPerMinute(tempo.heard, dance.meter) * 10) / 10} bars per minute
          </Text>
          <PulseFields settings={settings} isClapped={mode === "clap"} />
          {practice.isTapped ? (
            <ChoiceButtons
              label="Tap on"
              choices={TAP_ON.map((value) => ({ value, label: value }))}
              isChosen={(one) => one === practice.tapOn}
              onChoose={practice.setTapOn}
            />
          ) : null}
          {practice.isTapped && practice.tapOn === "steps" && roles.length > 1 ? (
            <ChoiceButtons
              label="Steps of"
              choices={roles.map((value) => ({ value, label: value }))}
              isChosen={(one) => one === role}
              onChoose={practice.setRole}
            />
          ) : null}
        </Flex>
        <PlayRow practice={practice} name={name} figure={figure} />
        <Flex gap="4" mt="3" wrap="wrap" align="flex-start">
          <Box flex="1 1 34rem" minW="0">
            {caller.called ? (
              <CallerNow
                called={caller.called}
                dance={dance}
                nameOf={caller.nameOf}
                say={caller.isSpoken ? practice.voice.say : null}
                isPlaying={playing}
              />
            ) : (
              drawn(isDanced ? position : undefined)
            )}
          </Box>
          {mode === "step" ? (
            <Box flex="1 1 24rem" minW="0">
              <FloorView
                figure={figure}
                name={name}
                dance={dance}
                at={position}
                camera="above"
                roles={writtenRoles(figure)}
              />
            </Box>
          ) : null}
        </Flex>
        <Box mt="3">
          <OwnMusicFields own={music.own} usual={dance} speed={music.speed} onSpeed={music.setSpeed} />
        </Box>
      </Panel>
      {practice.isTapped && taps.result ? (
        <TapResult
          tapped={taps.result}
          bpm={tempo.heard}
          about={about}
          delay={taps.delay}
          onDelay={taps.setDelay}
          keep={keep}
        />
      ) : null}
      <Panel>
        <PanelTitle>Take it along</PanelTitle>
        <TakeAlong
          name={name}
          bpm={tempo.heard}
          meter={dance.meter}
          pulse={settings.pulse}
          beats={practice.beats}
          calls={practice.calls}
        />
      </Panel>
    </Stack>
  );
}
