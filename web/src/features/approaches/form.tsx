import { Box, Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { type ApproachContent, type ApproachRecord, api, approachContent } from "@map-step/contract";
import { LAYERS, type Layer } from "@map-step/core/figure";
import { useState } from "react";
import { errorText, isStale, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { AreaField, TextField } from "../../kit/fields.tsx";
import { differencesOf } from "../../kit/merge.ts";
import { tellDone } from "../../kit/toasts.ts";
import { HistoryButton } from "../history/history-button.tsx";
import { StrandPicture } from "./strand-picture.tsx";
import { SHOWN_APPROACH } from "./told.ts";

/** Shares are typed as parts of sixteen minutes, which people can add up. */
const OF = 16;

interface Props {
  /** `null` for a new one. */
  readonly approach: ApproachRecord | null;
  readonly start: ApproachContent;
  readonly onClose: () => void;
}

type Ages = ApproachContent["ages"];

const minutesAt = (ages: Ages, age: number, layer: Layer): number =>
  Math.round((ages[age]?.find((one) => one.layer === layer)?.share ?? 0) * OF);

function withMinutes(ages: Ages, age: number, layer: Layer, minutes: number): Ages {
  return ages.map((shares, index) => {
    if (index !== age) return shares;
    const all = LAYERS.map((one) => ({
      layer: one,
      share: (one === layer ? Math.max(0, minutes) : minutesAt(ages, age, one)) / OF,
    }));
    return all.filter(({ share }) => share > 0);
  });
}

/** Lesson ages as text: `4, 7`. */
const readReturns = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);

/** A studio's own approach: minutes of a figure of sixteen by lesson and layer, and its returns. */
export function ApproachDialog({ approach, start, onClose }: Props) {
  const create = useChange(api.approaches.create);
  const change = useChange(api.approaches.change);
  const [content, setContent] = useState(start);
  const [returns, setReturns] = useState(start.returns.join(", "));
  const [version, setVersion] = useState(approach?.version ?? 0);
  const [problem, setProblem] = useState<string | null>(null);
  const now = { ...content, returns: readReturns(returns) };
  const checked = approachContent.safeParse(now);
  const faults = checked.success ? [] : checked.error.issues.map(({ message }) => message);
  const set = (part: Partial<ApproachContent>) => setContent({ ...content, ...part });
  const save = async () => {
    setProblem(null);
    try {
      if (approach) await change.mutateAsync({ params: { id: approach.id }, body: { ...now, version } });
      else await create.mutateAsync({ body: now });
      tellDone(`${now.name} is saved`);
      onClose();
    } catch (error) {
      if (isStale(error)) {
        setVersion((error.problem.current as ApproachRecord).version);
        setProblem(
          "Somebody changed it meanwhile. Save again to keep what stands here, or close to see theirs.",
        );
      } else setProblem(errorText(error));
    }
  };
  const foot = (
    <>
      {approach ? (
        <HistoryButton
          list="approaches"
          id={approach.id}
          what={approach.name}
          shape={approachContent}
          differ={(was, is) => differencesOf(was, is, SHOWN_APPROACH)}
          onBack={(was) => {
            setContent(was);
            setReturns(was.returns.join(", "));
          }}
        />
      ) : null}
      <Button
        disabled={!checked.success}
        loading={create.isPending || change.isPending}
        onClick={() => void save()}
      >
        Save the approach
      </Button>
    </>
  );
  const sumAt = (age: number) => LAYERS.reduce((sum, layer) => sum + minutesAt(content.ages, age, layer), 0);
  return (
    <Modal
      open
      title={approach ? `${approach.name}: edit` : "An approach of our own"}
      onClose={onClose}
      size="xl"
      foot={foot}
    >
      <Stack gap="4">
        <TextField label="Name" value={content.name} onChange={({ target }) => set({ name: target.value })} />
        <AreaField
          label="Reasons"
          rows={2}
          value={content.reason}
          onChange={({ target }) => set({ reason: target.value })}
        />
        <Box overflowX="auto">
          <Box
            as="table"
            className="numbers"
            css={{ "& th, & td": { padding: "3px 6px", textAlign: "left" } }}
          >
            <caption style={{ textAlign: "left", fontWeight: 600, paddingBottom: 6 }}>
              Minutes of a figure of sixteen
            </caption>
            <thead>
              <tr>
                <th scope="col">Lesson</th>
                {LAYERS.map((layer) => (
                  <th key={layer} scope="col">
                    {layer}
                  </th>
                ))}
                <th scope="col">Sum</th>
              </tr>
            </thead>
            <tbody>
              {content.ages.map((_, age) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a lesson is its place
                <tr key={age}>
                  <th scope="row">{age === 0 ? "first night" : `+${age}`}</th>
                  {LAYERS.map((layer) => (
                    <td key={layer}>
                      <Input
                        size="sm"
                        w="4.2rem"
                        type="number"
                        min={0}
                        max={32}
                        bg="panel"
                        aria-label={`${layer}, ${age === 0 ? "first night" : `lesson +${age}`}`}
                        value={minutesAt(content.ages, age, layer) || ""}
                        onChange={({ target }) =>
                          set({
                            ages: withMinutes(content.ages, age, layer, Math.round(Number(target.value))),
                          })
                        }
                      />
                    </td>
                  ))}
                  <td>{age === 0 ? `${sumAt(0)} of ${OF}` : sumAt(age)}</td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
        <Flex gap="2">
          <Button
            size="sm"
            variant="outline"
            disabled={content.ages.length >= 8}
            onClick={() => set({ ages: [...content.ages, [{ layer: "technique", share: 2 / OF }]] })}
          >
            One lesson more
          </Button>
          <Button
            size="sm"
            variant="outline"
            disabled={content.ages.length < 2}
            onClick={() => set({ ages: content.ages.slice(0, -1) })}
          >
            One lesson less
          </Button>
        </Flex>
        <Flex gap="4" wrap="wrap">
          <Box w="14rem">
            <TextField
              label="Comes back after so many lessons"
              value={returns}
              onChange={({ target }) => setReturns(target.value)}
            />
          </Box>
          <Box w="10rem">
            <TextField
              label="Minutes each time"
              type="number"
              value={content.returnMinutes || ""}
              onChange={({ target }) => set({ returnMinutes: Math.round(Number(target.value)) })}
            />
          </Box>
        </Flex>
        {checked.success ? <StrandPicture approach={{ id: "", ...checked.data }} /> : null}
        {[...new Set(faults), ...(problem ? [problem] : [])].map((fault) => (
          <Text key={fault} color="brick" role="alert">
            {fault}
          </Text>
        ))}
      </Stack>
    </Modal>
  );
}
