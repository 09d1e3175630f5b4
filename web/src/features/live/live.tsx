import { Flex, Text } from "@chakra-ui/react";
import {
  api,
  type ChangeEvent,
  EVERYTHING,
  type LookEvent,
  type NotedEvent,
  type Touched,
  touchedBy,
} from "@map-step/contract";
import { inWords } from "@map-step/core/words";
import { useQueryClient } from "@tanstack/react-query";
import { Eye, WifiOff } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { useLocation } from "react-router";
import { call, readAgain } from "../../kit/api.ts";
import { doubt, useSilentSince } from "../../kit/connection.ts";
import { Silence } from "../../kit/silence.tsx";
import { SESSION_KEY, useSession } from "../session/session.tsx";
import { shareLine } from "./line.ts";

/** Several changes in a moment are read once. Milliseconds. */
const GATHER_MS = 250;
/** Whoever changed nothing for so long pauses. Milliseconds. */
const PAUSE_MS = 2_000;
/** So often a page says that somebody looks at it, and after so long without a word nobody does. Milliseconds. */
const [LOOK_MS, GONE_MS] = [20_000, 45_000];
/** A line that comes back within this is not worth a word. Milliseconds. */
const PATIENCE_MS = 3_000;

/** What is put together from all that was noted, such as what is due, follows after so long. Milliseconds. */
const FOLLOW_MS = 5_000;
/** What is noted in a class or a check, in any. */
const NOTED: readonly Touched[] = [
  ["log", "any"],
  ["evidence", "any"],
];

/** Whether an answer is of one class log, or of what was seen in one section. */
const isOfOne = ([thing, id]: Touched): boolean => (thing === "log" || thing === "evidence") && id !== "any";

/** Reads again what changed elsewhere, once for what comes together. */
function useReadingAgain(own: string) {
  const client = useQueryClient();
  return useMemo(() => {
    const read = (changes: readonly ChangeEvent[]): void => {
      // What is on its way may take away what is asked for again.
      if (client.isMutating() > 0) setTimeout(() => read(changes), GATHER_MS);
      else {
        // What they took away themselves is not asked for once more.
        const gone = changes.filter(({ what, byId }) => what === "removed" && byId === own);
        const touched = changes.map(({ list, thingId }): Touched => [list, thingId]);
        void readAgain(client, touched, (place) => gone.some(({ thingId }) => place.includes(thingId)));
      }
    };
    const [theirs, mine]: [ChangeEvent[], ChangeEvent[]] = [[], []];
    const noted: Touched[] = [];
    let following: Touched[] = [];
    let quiet: ReturnType<typeof setTimeout> | undefined;
    return {
      change: (change: ChangeEvent) => {
        // What this person changed is here already, but for another device of theirs: that waits until they pause.
        if (change.byId === own) {
          mine.push(change);
          clearTimeout(quiet);
          quiet = setTimeout(() => read(mine.splice(0)), PAUSE_MS);
        } else if (theirs.push(change) === 1) setTimeout(() => read(theirs.splice(0)), GATHER_MS);
      },
      /** What was noted in a class or a check; without a word of which, in any. */
      noted: (told: NotedEvent | null) => {
        const touched: readonly Touched[] = told
          ? [[told.week === null ? "evidence" : "log", told.sectionId]]
          : NOTED;
        if (following.length === 0)
          setTimeout(() => {
            void readAgain(client, following, (_place, reads) => reads.some(isOfOne));
            following = [];
          }, FOLLOW_MS);
        following = [...following, ...touched];
        if (noted.push(...touched) > touched.length) return;
        setTimeout(() => {
          const now = noted.splice(0);
          void readAgain(client, now, (_place, reads) => !reads.some(isOfOne));
        }, GATHER_MS);
      },
      /** Everything: what was missed is not known. */
      all: () => void readAgain(client, touchedBy(EVERYTHING)),
    };
  }, [client, own]);
}

/** Hears the studio for this page: what changes is read again. Says who looks at what, and whether the line is cut. */
function useLine() {
  const { person } = useSession();
  const client = useQueryClient();
  const reading = useReadingAgain(person.id);
  const [looks, setLooks] = useState<readonly (LookEvent & { readonly at: number })[]>([]);
  const [isCut, setCut] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let wasCut = false;
    const stop = shareLine(person.id, (told) => {
      if (told.kind === "change") reading.change(told.data);
      else if (told.kind === "gap") reading.all();
      else if (told.kind === "noted") reading.noted(told.data);
      else if (told.kind === "refused") void client.refetchQueries({ queryKey: SESSION_KEY });
      else if (told.kind === "look")
        setLooks((before) => [
          ...before.filter(({ personId }) => personId !== told.data.personId),
          { ...told.data, at: Date.now() },
        ]);
      else {
        clearTimeout(timer);
        // What was noted while the line was away is not told once more.
        if (told.open && wasCut) reading.noted(null);
        wasCut = !told.open;
        if (told.open) setCut(false);
        else
          timer = setTimeout(() => {
            setCut(true);
            doubt();
          }, PATIENCE_MS);
      }
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [client, person.id, reading]);
  return { person, looks, setLooks, isCut };
}

/** Keeps a page as the studio is where nothing is to be said of it, as in the middle of a class. */
export function Listening() {
  useLine();
  return null;
}

/** Keeps open pages as the studio is, and says who else looks at this one, and when the studio is not heard. */
export function Live() {
  const { pathname } = useLocation();
  const { person, looks, setLooks, isCut } = useLine();
  const isSilent = useSilentSince() !== null;
  useEffect(() => {
    const look = () => {
      setLooks((before) => before.filter(({ at }) => Date.now() - at < GONE_MS));
      if (document.visibilityState === "visible")
        call(api.history.look, { body: { place: pathname } }).catch(() => undefined);
    };
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [pathname, setLooks]);
  const here = looks.filter(({ place, personId }) => place === pathname && personId !== person.id);
  if (isSilent) return <Silence />;
  // The studio answers, but what others change is not heard here.
  if (isCut)
    return (
      <Flex align="center" gap="1.5" fontSize="sm" role="status">
        <WifiOff size={16} aria-hidden /> Not heard from the studio; trying again
      </Flex>
    );
  if (here.length === 0) return null;
  return (
    <Flex align="center" gap="1.5" fontSize="sm" role="status">
      <Eye size={16} aria-hidden />
      <Text as="span">
        {inWords(here.map(({ name }) => name))} {here.length === 1 ? "is" : "are"} here too
      </Text>
    </Flex>
  );
}
