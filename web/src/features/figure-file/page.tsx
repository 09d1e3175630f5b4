import { Button, Flex, SimpleGrid, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureRecord, toFileFigure } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useState } from "react";
import { Link } from "react-router";
import { download } from "../../kit/download.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Select } from "../../kit/select.tsx";
import { Loaded, Loading } from "../../kit/states.tsx";
import { useDances, useWholeLibrary } from "../figures/library.ts";
import { useMay } from "../session/session.tsx";
import { writeCsv } from "./csv.ts";
import { writeJson } from "./json.ts";
import { PasteList } from "./paste-list.tsx";
import { TakeIn } from "./take-in.tsx";

interface Props {
  readonly library: readonly FigureRecord[];
  readonly dances: readonly DanceRecord[];
}

/** The library, or one dance of it, as a file. */
function TakeOut({ library, dances }: Props) {
  const [danceId, setDanceId] = useState("");
  const chosen = library.filter((figure) => danceId === "" || figure.danceId === danceId);
  const nameOf = (id: string) => library.find((figure) => figure.id === id)?.name ?? "";
  const danceName = (id: string) => dances.find((dance) => dance.id === id)?.name ?? "";
  const files = () => chosen.map((figure) => toFileFigure(figure, danceName(figure.danceId), nameOf));
  const brought = dances.filter(({ id }) => chosen.some(({ danceId: of }) => of === id));
  const called = danceId === "" ? "figures" : danceName(danceId).toLowerCase().replace(/\W+/g, "-");
  return (
    <Panel>
      <PanelTitle>Export figures</PanelTitle>
      <Text mb="3">
        With steps, cues, slips, cautions, other names and what each needs; JSON also with the dances, their
        holds and elements. Who may teach them stays here.
      </Text>
      <Flex gap="2" wrap="wrap" align="center">
        <Select
          label="Figures of"
          value={danceId}
          onChange={setDanceId}
          choices={[
            ["", `all dances (${counted(library.length, "figure")})`],
            ...dances.map(
              ({ id, name }) =>
                [id, `${name} (${library.filter((figure) => figure.danceId === id).length})`] as const,
            ),
          ]}
        />
        <Button
          variant="outline"
          disabled={chosen.length === 0}
          onClick={() => download(`${called}.csv`, "text/csv", writeCsv(files()))}
        >
          Save as CSV
        </Button>
        <Button
          variant="outline"
          disabled={chosen.length === 0}
          onClick={() => download(`${called}.json`, "application/json", writeJson(files(), brought))}
        >
          Save as JSON
        </Button>
      </Flex>
    </Panel>
  );
}

/** Figures from and to files. */
export function FigureFilePage() {
  const library = useWholeLibrary();
  const dances = useDances();
  const mayWrite = useMay("figures.write");
  return (
    <Loaded all={[dances]}>
      {(allDances) => (
        <>
          <PageHead
            title="Figures as files"
            about="Lists pasted or from a spreadsheet, CSV, and JSON for programs and for safekeeping"
          >
            <Button asChild variant="outline" bg="panel">
              <Link to="/figures">Back to the figures</Link>
            </Button>
          </PageHead>
          <SimpleGrid gap="4">
            {library ? <TakeOut library={library} dances={allDances} /> : <Loading />}
            {mayWrite ? <PasteList dances={allDances} /> : null}
            {mayWrite ? <TakeIn /> : null}
          </SimpleGrid>
        </>
      )}
    </Loaded>
  );
}
