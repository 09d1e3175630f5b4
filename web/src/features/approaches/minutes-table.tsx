import { Box, Button, Flex, Input } from "@chakra-ui/react";
import type { ApproachContent } from "@map-step/contract";
import { LAYERS, type Layer } from "@map-step/core/figure";

/** Shares are typed as parts of sixteen minutes, which people can add up. */
const OF = 16;

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

interface Props {
  readonly ages: Ages;
  readonly onChange: (ages: Ages) => void;
}

/** Minutes by lesson and layer, of a figure that takes sixteen. */
export function MinutesTable({ ages, onChange }: Props) {
  const sumAt = (age: number) => LAYERS.reduce((sum, layer) => sum + minutesAt(ages, age, layer), 0);
  return (
    <>
      <Box overflowX="auto">
        <Box as="table" className="numbers" css={{ "& th, & td": { padding: "3px 6px", textAlign: "left" } }}>
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
            {ages.map((_, age) => (
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
                      value={minutesAt(ages, age, layer) || ""}
                      onChange={({ target }) =>
                        onChange(withMinutes(ages, age, layer, Math.round(Number(target.value))))
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
          disabled={ages.length >= 8}
          onClick={() => onChange([...ages, [{ layer: "technique", share: 2 / OF }]])}
        >
          One lesson more
        </Button>
        <Button
          size="sm"
          variant="outline"
          disabled={ages.length < 2}
          onClick={() => onChange(ages.slice(0, -1))}
        >
          One lesson less
        </Button>
      </Flex>
    </>
  );
}
