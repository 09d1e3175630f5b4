import { Button, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { Link } from "react-router";
import { address, useApi } from "../../kit/api.ts";
import { askPassword } from "../../kit/asking-again.ts";
import { PageHead, Panel, PanelTitle } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useMay } from "../session/session.tsx";
import { BringBack, Taken, useTakingIn } from "./bring-back.tsx";

const Save = () => (
  <Panel as="section" aria-label="Save the studio">
    <PanelTitle>Save the studio</PanelTitle>
    <Text mb="3" maxW="46rem">
      Dances, figures, levels, plans, sections, lessons with their class logs, recaps, students, checks and
      the bin, in one file that other programs can read too. Passwords and sign-ins stay here. It holds what
      was noted of your students: keep it where only you can open it.
    </Text>
    <Button
      onClick={() =>
        void askPassword().then((isWritten) => {
          if (isWritten) window.location.assign(address(api.studioFile.save.path));
        })
      }
    >
      Save the whole studio
    </Button>
  </Panel>
);

/** Everything the studio keeps as one file, out and back in. */
export function StudioFilePage() {
  const dances = useApi(api.dances.list, {});
  const staff = useApi(api.staff.list, {});
  const take = useTakingIn();
  if (!useMay("studio.file"))
    return <Empty title="This is the director's">Ask the director for the file of the studio.</Empty>;
  return (
    <Loaded all={[dances, staff]}>
      {(allDances, members) => (
        <>
          <PageHead title="The studio as one file" about="For safekeeping, and for moving to another machine">
            <Button asChild variant="outline" bg="panel">
              <Link to="/staff">Back to the staff</Link>
            </Button>
          </PageHead>
          <Save />
          <Panel as="section" aria-label="Bring a studio back" mt="4">
            <PanelTitle>Bring a studio back</PanelTitle>
            {take.data ? (
              <Taken taken={take.data} />
            ) : allDances.length > 0 && !take.isPending ? (
              <Text maxW="46rem">
                A file comes back into an empty studio only, so that two studios are never mixed. This one has{" "}
                {counted(allDances.length, "dance")} already.
              </Text>
            ) : (
              <BringBack staff={members} take={take} />
            )}
          </Panel>
        </>
      )}
    </Loaded>
  );
}
