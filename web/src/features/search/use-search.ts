import { api, may } from "@map-step/contract";
import { callsInWords } from "@map-step/core/element";
import MiniSearch from "minisearch";
import { useEffect, useMemo, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { shortDay } from "../../kit/dates.ts";
import { useDances, useWholeLibrary } from "../figures/library.ts";
import { stepsIn } from "../figures/steps.ts";
import { useSession } from "../session/session.tsx";
import { ACTIONS, addressOf, type Found } from "./places.ts";

/** So many are shown. */
const MOST = 12;
/** Figures whose calls are worked out before the page may draw again. */
const AT_ONCE = 40;

const indexOf = (things: readonly Found[]): MiniSearch<Found> => {
  const index = new MiniSearch<Found>({
    idField: "key",
    fields: ["name", "words", "of", "kind"],
    searchOptions: {
      boost: { name: 4, words: 1.5 },
      prefix: true,
      fuzzy: (term) => (term.length > 3 ? 0.25 : false),
      combineWith: "AND",
    },
  });
  index.addAll(things);
  return index;
};

/** What each figure is called in elements (`rock step, triple step, triple step`), by its id, bit by bit. */
function useCalls(): ReadonlyMap<string, string> {
  const figures = useWholeLibrary();
  const { data: dances } = useDances();
  const [calls, setCalls] = useState<ReadonlyMap<string, string>>(new Map());
  useEffect(() => {
    if (!figures || !dances) return;
    const done = new Map<string, string>();
    let at = 0;
    let timer = 0;
    const go = () => {
      for (const record of figures.slice(at, at + AT_ONCE)) {
        const dance = dances.find(({ id }) => id === record.danceId);
        const steps = dance ? stepsIn(figures, dances, record) : null;
        if (dance && steps)
          done.set(
            record.id,
            callsInWords(steps, dance)
              .map(({ words }) => words)
              .join(" "),
          );
      }
      at += AT_ONCE;
      if (at < figures.length) timer = window.setTimeout(go);
      else setCalls(done);
    };
    timer = window.setTimeout(go);
    return () => window.clearTimeout(timer);
  }, [figures, dances]);
  return calls;
}

/** Finds figures, people, lessons and whatever else there is by its words, also where they are mistyped. */
export function useSearchOverAll(asked: string): {
  readonly found: readonly Found[];
  readonly ready: boolean;
} {
  const { person } = useSession();
  const { data: things } = useApi(api.search.list, {});
  const calls = useCalls();
  const all = useMemo(() => {
    const actions = ACTIONS.filter(([, , , permission]) => may(person.role, permission)).map(
      ([name, to, words]): Found => ({ key: `open ${name}`, kind: "open", name, of: "", words, to }),
    );
    const found = (things ?? []).map(
      (one): Found => ({
        key: `${one.kind} ${one.id}`,
        kind: one.kind,
        of: one.of,
        to: addressOf(one),
        // A check is called by its day.
        name: one.kind === "check" ? shortDay(one.name) : one.name,
        words: one.kind === "figure" ? `${one.words} ${calls.get(one.id) ?? ""}` : one.words,
      }),
    );
    return new Map([...actions, ...found].map((one) => [one.key, one]));
  }, [things, calls, person.role]);
  const index = useMemo(() => indexOf([...all.values()]), [all]);
  const found = useMemo(() => {
    const phrase = asked.trim().toLowerCase();
    if (phrase === "") return [];
    const hits = index.search(phrase).flatMap(({ id }) => all.get(String(id)) ?? []);
    // What says just these words comes before what only has them all.
    const says = ({ name, words }: Found) => `${name} ${words}`.toLowerCase().includes(phrase);
    return [...hits.filter(says), ...hits.filter((one) => !says(one))].slice(0, MOST);
  }, [asked, index, all]);
  return { found, ready: things !== undefined };
}
