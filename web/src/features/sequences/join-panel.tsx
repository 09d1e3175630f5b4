import { Box, Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { stateIn } from "@map-step/core/figure";
import {
  type Between,
  mendsBetween,
  type Offer,
  offersAt,
  type Side,
  standAfter,
  stateInWords,
  stepsOfItem,
  type Tail,
} from "@map-step/core/sequence";
import { inWords } from "@map-step/core/words";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { newLinkAddress } from "./missing-links.tsx";
import { joinAt } from "./score-layout.ts";
import { type Builder, type Gap, newFromLibrary } from "./use-builder.ts";

/** So many figures are offered before one searches by name. */
const MOST_OFFERED = 12;

interface Props {
  readonly builder: Builder;
  readonly gap: Gap;
  readonly mayWriteFigures: boolean;
}

/** Some beats more: `+3`. */
const more = (beats: number): string => `+${beats}`;

/** What comes before a place, and what comes after it. */
function useSurroundings({ walk, content, library, round }: Builder, { before, after }: Gap) {
  const first = round.danced[0]?.item;
  const next = after ?? (content.loops ? (first ?? null) : null);
  const tails = useMemo((): readonly Tail[] => {
    if (!before) return [];
    const known = next ? walk.before.get(next.id) : walk.ends;
    return (known ?? []).filter(({ id }) => id === before.id);
  }, [walk, before, next]);
  const nextSteps = useMemo(
    () => (next ? stepsOfItem(next, library.figureOf) : null),
    [next, library.figureOf],
  );
  return { next, tails, nextSteps, first: first?.id };
}

/** Why a figure would not go here, as far as it does not. */
const openOf = ({ before, after }: Offer): string =>
  before.length + after.length === 0
    ? ""
    : before.length === 0
      ? "what follows would not join it"
      : after.length === 0
        ? "does not join what comes before"
        : "joins neither side";

function OfferButton({ offer, name, onTake }: { offer: Offer; name: string; onTake: () => void }) {
  const open = openOf(offer);
  return (
    <Button
      size="sm"
      variant={open === "" ? "outline" : "ghost"}
      height="auto"
      py="1.5"
      title={[...offer.before, ...offer.after].join(" ")}
      onClick={onTake}
    >
      <span>
        {name}
        {offer.side === "other" ? ", other side" : ""}{" "}
        <Text as="span" color="soft" fontWeight="400">
          {more(offer.beats)}
          {open === "" ? "" : `; ${open}`}
        </Text>
      </span>
    </Button>
  );
}

/** No figure of the dance leads from here to there: which one would. */
function NoMend({ builder, gap, mayWriteFigures }: Props) {
  const { library } = builder;
  const { next, tails, nextSteps } = useSurroundings(builder, gap);
  const [tail] = tails;
  const missing =
    tail && nextSteps
      ? newLinkAddress(standAfter(tail, library.dance), stateIn(nextSteps, library.dance), library.dance)
      : "/figures/new";
  return (
    <Flex gap="3" wrap="wrap" align="center">
      <Text>
        No figure of {library.dance.name} leads
        {tail ? ` from ${stateInWords(standAfter(tail, library.dance))}` : ""} to where{" "}
        {next ? library.nameOf(next.figureId) : "the next"} begins.
      </Text>
      {mayWriteFigures ? (
        <Button asChild size="sm" variant="outline">
          <Link to={missing}>Write one</Link>
        </Button>
      ) : null}
    </Flex>
  );
}

/** One place of the score: why what stands there does not join, what mends it, and what may be put there. */
export function JoinPanel({ builder, gap, mayWriteFigures }: Props) {
  const { library, facts, actions, content, select } = builder;
  const { next, tails, nextSteps, first } = useSurroundings(builder, gap);
  const [search, setSearch] = useState("");
  const join = gap.after || content.loops ? joinAt(facts.joins, gap, first) : undefined;
  const isBroken = join !== undefined && !join.fits;
  const [tail] = tails;
  const mends = useMemo(
    () =>
      isBroken && tail && next
        ? mendsBetween(library.graph, tail, next, library.figureOf, library.dance)
        : [],
    [isBroken, tail, next, library],
  );
  const offers = useMemo(() => {
    const sides: readonly Side[] = library.dance.alone ? ["written", "other"] : ["written"];
    const all = library.figures.flatMap(({ id, figure }) =>
      sides.flatMap((side) => {
        const steps = stepsOfItem({ figureId: id, side, counts: null }, () => figure);
        return steps ? [{ id, side, figure: steps }] : [];
      }),
    );
    return offersAt(tails, nextSteps, all, library.dance);
  }, [library, tails, nextSteps]);
  const wanted = search.trim().toLowerCase();
  const shown = offers.filter(({ figureId }) => library.nameOf(figureId).toLowerCase().includes(wanted));
  const put = (figures: readonly Between[]) =>
    actions.insert(
      gap.after?.id ?? null,
      figures.map(({ figureId, side }) => newFromLibrary(figureId, side)),
    );
  const title = (figures: readonly Between[]) =>
    inWords(figures.map(({ figureId }) => library.nameOf(figureId)));
  return (
    <Box
      role="region"
      aria-label={isBroken ? "A join that does not fit" : "Put a figure here"}
      mt="2"
      p="3"
      bg="panel"
      borderWidth="2px"
      borderColor={isBroken ? "apricot" : "rule"}
      borderRadius="lg"
    >
      {isBroken ? (
        <Stack gap="2" mb="3">
          {join.reasons.map((reason) => (
            <Text key={reason} fontWeight="600">
              {reason}
            </Text>
          ))}
          {mends.length > 0 ? (
            <Flex gap="2" wrap="wrap" align="center" aria-label="What mends it" role="group">
              {mends.map(({ figures, beats }, at) => (
                <Button
                  key={title(figures)}
                  size="sm"
                  variant={at === 0 ? "solid" : "outline"}
                  onClick={() => put(figures)}
                >
                  Put in {title(figures)}, {more(beats)}
                </Button>
              ))}
            </Flex>
          ) : (
            <NoMend builder={builder} gap={gap} mayWriteFigures={mayWriteFigures} />
          )}
        </Stack>
      ) : null}
      <Flex gap="2" align="center" mb="2" wrap="wrap">
        <Text fontWeight="700">Put here</Text>
        <Input
          size="sm"
          w="15rem"
          bg="panel"
          aria-label="Find a figure"
          placeholder="find a figure"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
          onKeyDown={(event) => {
            const [best] = shown;
            if (event.key === "Enter" && best) put([best]);
            if (event.key === "Escape") select(null);
          }}
        />
        <Button size="sm" variant="ghost" onClick={() => select(null)}>
          Close
        </Button>
      </Flex>
      <Flex gap="1.5" wrap="wrap" role="group" aria-label="Figures that may be put here">
        {shown.slice(0, MOST_OFFERED).map((offer) => (
          <OfferButton
            key={`${offer.figureId} ${offer.side}`}
            offer={offer}
            name={library.nameOf(offer.figureId)}
            onTake={() => put([offer])}
          />
        ))}
      </Flex>
      {shown.length > MOST_OFFERED ? (
        <Text mt="1" color="soft" fontSize="sm">
          and {shown.length - MOST_OFFERED} more; write the beginning of a name
        </Text>
      ) : null}
    </Box>
  );
}
