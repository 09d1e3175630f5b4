import { Box, Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type NamePlace, type NamePlaces } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { isStale, useApi, useChange } from "../../kit/api.ts";
import { dayAndMonth } from "../../kit/dates.ts";
import { TickField } from "../../kit/fields.tsx";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellDone, tellError, tellWarning } from "../../kit/toasts.ts";
import { doubtInWords } from "./words.ts";

interface ListProps {
  readonly places: readonly NamePlace[];
  readonly isTicked: (place: NamePlace) => boolean;
  readonly tick: (places: readonly NamePlace[], ticked: boolean) => void;
}

/** One place, with what is written around the name. */
function Place({ place, isTicked, tick }: Omit<ListProps, "places"> & { place: NamePlace }) {
  const { what, about, by, day, before, name, after, copies, doubt } = place;
  const from = [what, about, by, dayAndMonth(day)].filter((part) => part !== "").join(", ");
  return (
    <Box py="2" borderTopWidth="1px" borderColor="rule">
      <TickField
        label={
          <Text as="span" overflowWrap="anywhere">
            {before}
            <Text as="mark" bg="apricotWash" color="ink" fontWeight="semibold">
              {name}
            </Text>
            {after}
          </Text>
        }
        checked={isTicked(place)}
        onChange={(ticked) => tick([place], ticked)}
      />
      <Text color="soft" fontSize="sm" pl="7">
        {from}
        {copies > 0
          ? `; the same stands in ${counted(copies, "earlier version or copy", "earlier versions and copies")}`
          : ""}
        {doubt ? `. ${doubtInWords(doubt)}` : ""}
      </Text>
    </Box>
  );
}

function PlaceList({ title, about, places, isTicked, tick }: ListProps & { title: string; about: string }) {
  if (places.length === 0) return null;
  const all = places.every(isTicked);
  return (
    <Panel mb="4">
      <Flex justify="space-between" align="baseline" gap="3" wrap="wrap">
        <PanelTitle>{`${title}: ${places.length}`}</PanelTitle>
        <Button size="sm" variant="ghost" onClick={() => tick(places, !all)}>
          {all ? "Tick none of these" : "Tick all of these"}
        </Button>
      </Flex>
      <Text color="soft" mb="2" maxW="70ch">
        {about}
      </Text>
      {places.map((place) => (
        <Place key={place.id} place={place} isTicked={isTicked} tick={tick} />
      ))}
    </Panel>
  );
}

interface EraseProps {
  readonly list: NamePlaces;
  readonly id: string;
  readonly erase: ReturnType<typeof useErasing>;
  readonly lookAgain: () => void;
}

function Erase({ list, id, erase, lookAgain }: EraseProps) {
  const navigate = useNavigate();
  // Back to where they stood, or to everybody where the page was opened by its address.
  const leave = () => void (window.history.state?.idx > 0 ? navigate(-1) : navigate("/dancers"));
  // What somebody said of a place; where nothing was said, the sure ones are ticked.
  const [said, setSaid] = useState<ReadonlyMap<string, boolean>>(new Map());
  const isTicked = (place: NamePlace) => said.get(place.id) ?? place.doubt === null;
  const tick = (places: readonly NamePlace[], ticked: boolean) =>
    setSaid(new Map([...said, ...places.map((place) => [place.id, ticked] as const)]));
  const sure = list.places.filter(({ doubt }) => doubt === null);
  const doubtful = list.places.filter(({ doubt }) => doubt !== null);
  const ticked = list.places.filter(isTicked);
  const eraseNow = () =>
    erase.mutate(
      { params: { id }, body: { places: ticked.map((place) => place.id), basis: list.basis } },
      {
        onSuccess: () => {
          tellDone(`${list.name} is erased for good`);
          leave();
        },
        onError: (error) => {
          if (!isStale(error)) return tellError(error);
          lookAgain();
          tellWarning("Something was written meanwhile. Look through the list once more.");
        },
      },
    );
  return (
    <>
      <PageHead title={`Erase ${list.name} for good`} about="Nothing brings back what is erased here.">
        <Button variant="outline" bg="panel" onClick={leave}>
          Leave it as it is
        </Button>
        <Button colorPalette="red" loading={erase.isPending} onClick={eraseNow}>
          Erase for good
        </Button>
      </PageHead>
      <Stack gap="1" mb="4" maxW="75ch">
        <Text>
          Goes: {list.name}, their places in classes, measured timing and wishes
          {list.places.length === 0
            ? "."
            : `, and the name in ${counted(ticked.length, "ticked place")} of ${list.places.length}.`}{" "}
          Stays: marks and attendance of all terms, as nobody's, so that counts remain right. Backups keep the
          name until they are replaced by later ones.
        </Text>
        <Text>To take somebody off one class for now, choose Remove on its list of students instead.</Text>
      </Stack>
      {list.places.length === 0 ? (
        <Text color="soft">The name stands nowhere in what was written.</Text>
      ) : null}
      <PlaceList
        title="Surely about them"
        about="The whole name, or a part of it in what was written of their own classes and that nobody else has."
        {...{ places: sure, isTicked, tick }}
      />
      <PlaceList
        title="Perhaps about somebody else"
        about="Tick what is about them. What stays unticked stays as it is written."
        {...{ places: doubtful, isTicked, tick }}
      />
      {list.more > 0 ? (
        <Text color="soft">
          {counted(list.more, "more place")} in which a word of the name stands, too many to show; search for
          the name to look them through.
        </Text>
      ) : null}
    </>
  );
}

const useErasing = () => useChange(api.students.erase);

/** Everywhere that what is written may be about a dancer, to be looked through before they are erased. */
export function ErasePage() {
  const { dancerId = "" } = useParams();
  const erase = useErasing();
  // Who is erased is not asked for any more.
  const enabled = !erase.isPending && !erase.isSuccess;
  const list = useApi(api.students.named, { params: { id: dancerId } }, { enabled });
  return (
    <Loaded all={[list]}>
      {(found) => <Erase list={found} id={dancerId} erase={erase} lookAgain={() => void list.refetch()} />}
    </Loaded>
  );
}
