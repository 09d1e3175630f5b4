import { Box, Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { crowdedFloor, type Footprint, figureItemsOf, squareMetresOf } from "@map-step/core/sequence";
import { useMemo, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import { areaShown, areaText, areaTyped, areaUnit } from "../../kit/lengths.ts";
import { type Builder, newItemId } from "./use-builder.ts";
import { itemsInWords } from "./words.ts";

interface Props {
  readonly builder: Builder;
  readonly mayEdit: boolean;
  readonly onClose: () => void;
}

/** The routine for a floor of so many square metres a couple: what fits, and the joins mended without the rest. */
export function CrowdedDialog({ builder, mayEdit, onClose }: Props) {
  const { library, content, actions } = builder;
  const { dance, figures, nameOf, figureOf } = library;
  const needs = useMemo(
    () =>
      [...new Set(figureItemsOf(content.items).map(({ figureId }) => figureId))]
        .flatMap((figureId): Footprint[] => {
          const steps = figureOf(figureId);
          return steps ? [{ figureId, squareMetres: squareMetresOf(steps, dance) }] : [];
        })
        .sort((a, b) => b.squareMetres - a.squareMetres),
    [content.items, figureOf, dance],
  );
  const [squareMetres, setSquareMetres] = useState(3);
  const crowded = useMemo(
    () => crowdedFloor(content, squareMetres, figures, dance, newItemId),
    [content, squareMetres, figures, dance],
  );
  const listed = (list: readonly Footprint[]) =>
    list.map(({ figureId, squareMetres: own }) => `${nameOf(figureId)} (${areaText(own)})`).join(", ");
  return (
    <Modal
      open
      size="lg"
      title="On a crowded floor"
      onClose={onClose}
      foot={
        mayEdit ? (
          <Button
            disabled={crowded.items.length === 0}
            onClick={() => {
              actions.setItems(crowded.items);
              onClose();
            }}
          >
            Take this version
          </Button>
        ) : undefined
      }
    >
      <Stack gap="3">
        <Flex gap="2" align="center">
          <label htmlFor="square-metres">Floor for each couple</label>
          <Input
            id="square-metres"
            type="number"
            w="6rem"
            min={areaShown(0.5)}
            max={areaShown(50)}
            step={areaShown(1) > 1 ? 1 : 0.5}
            value={areaShown(squareMetres)}
            onChange={({ target }) => setSquareMetres(areaTyped(Math.max(0, Number(target.value))))}
          />
          <Text>{areaUnit()}</Text>
        </Flex>
        <Text color="soft" fontSize="sm">
          Figures by what they need with elbow room, an estimate: {listed(needs)}.
        </Text>
        <Box aria-live="polite">
          <Text fontWeight="700">
            {crowded.left.length === 0 ? "All of it fits." : `Left out: ${listed(crowded.left)}.`}
          </Text>
          {crowded.kept.length > 0 ? <Text>To be kept all the same: {listed(crowded.kept)}.</Text> : null}
          {crowded.added.length > 0 ? (
            <Text>Put in to mend the joins: {crowded.added.map(nameOf).join(", ")}.</Text>
          ) : null}
          {crowded.fits ? null : (
            <Text color="brick">A join stays open: no figure that fits on this floor leads there.</Text>
          )}
        </Box>
        <Text>{itemsInWords(crowded.items, nameOf)}</Text>
      </Stack>
    </Modal>
  );
}
