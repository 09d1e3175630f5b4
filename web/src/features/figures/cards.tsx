import { Box, Heading, Text } from "@chakra-ui/react";
import { type DanceRecord, type FigureLine, type FigureRecord, houseCues } from "@map-step/contract";
import { countCall, FIGURE_KINDS, type FigureKind, KIND_NAMES } from "@map-step/core/figure";
import { TIER_NAMES } from "@map-step/core/time";
import { memo, useDeferredValue, useMemo } from "react";
import { Link } from "react-router";
import { KindGlyph } from "../../kit/kind-glyph.tsx";
import { CountRibbon } from "../../kit/ribbon/index.ts";
import { useWidth } from "../../kit/use-width.ts";
import { WindowList } from "../../kit/window-list.tsx";
import look from "./cards.module.css";
import { timingOf, useFigures, useSteps } from "./library.ts";

/** About as high as a card with the small ribbon of a couple, so that the list does not jump. */
const CARD_HEIGHT = 184;
const RIBBON_HEIGHT = 126;
const HEADING_HEIGHT = 52;
/** Cards stand two in a row from this width on, in pixels. */
const TWO_FROM = 900;

interface CardProps {
  readonly line: FigureLine;
  readonly dance: DanceRecord | undefined;
}

/** What a figure holds, once its dance's figures are read. */
function CardBody({ record, dance }: { record: FigureRecord; dance: DanceRecord | undefined }) {
  const steps = useSteps(record);
  return steps ? (
    <CountRibbon figure={steps} name={record.name} timing={timingOf(dance)} small adorns />
  ) : (
    <Text fontSize="sm">{houseCues(record.cues)[0] ?? ""}</Text>
  );
}

const FigureCard = memo(function FigureCard({ line, dance }: CardProps) {
  const { data: figures } = useFigures(line.danceId);
  const record = useMemo(() => figures?.find(({ id }) => id === line.id), [figures, line.id]);
  // The names come first while somebody types; the ribbons follow.
  const drawn = useDeferredValue(record, undefined);
  const steps = useSteps(record);
  const about = [
    TIER_NAMES[line.tier],
    ...(steps ? [`counts ${countCall(steps)}`] : []),
    `${line.minutes} min`,
    ...(line.missing.length > 0 ? [`no ${line.missing.join(", no ")} yet`] : []),
    ...(line.otherNames.length > 0 ? [`also ${line.otherNames.map(({ name }) => name).join(", ")}`] : []),
  ];
  return (
    <Link to={`/figures/${line.id}`} className={look.card}>
      <div className={look.head}>
        <span className={look.name}>{line.name}</span>
        <span className={look.about}>{about.join(", ")}</span>
      </div>
      {drawn?.id === line.id ? (
        <CardBody record={drawn} dance={dance} />
      ) : (
        <div className={look.coming} style={{ height: RIBBON_HEIGHT }} />
      )}
    </Link>
  );
});

type Row =
  | { readonly kind: FigureKind; readonly lines?: undefined }
  | { readonly kind: FigureKind; readonly lines: readonly FigureLine[] };

/** Headings and rows of cards, from top to bottom. */
function rowsOf(found: readonly FigureLine[], columns: number): Row[] {
  return FIGURE_KINDS.flatMap((kind) => {
    const own = found.filter((line) => line.kind === kind);
    if (own.length === 0) return [];
    const rows = Array.from({ length: Math.ceil(own.length / columns) }, (_, row) => ({
      kind,
      lines: own.slice(row * columns, (row + 1) * columns),
    }));
    return [{ kind }, ...rows];
  });
}

const keyOf = ({ kind, lines }: Row): string => lines?.map(({ id }) => id).join() ?? kind;
const heightOf = ({ lines }: Row): number => (lines ? CARD_HEIGHT : HEADING_HEIGHT);
/** So many rows are all in the page. */
const FEW_ROWS = 6;

interface Props {
  readonly found: readonly FigureLine[];
  readonly dances: readonly DanceRecord[];
}

/** Figures as cards, by kind. Only those near the window are in the page, so that a library of any size answers. */
export const FigureCards = memo(function FigureCards({ found, dances }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const columns = width >= TWO_FROM ? 2 : 1;
  const rows = useMemo(() => rowsOf(found, columns), [found, columns]);
  const danceOf = useMemo(() => new Map(dances.map((dance) => [dance.id, dance])), [dances]);
  return (
    <Box ref={ref}>
      {width === 0 ? null : (
        <WindowList items={rows} keyOf={keyOf} heightOf={heightOf} few={FEW_ROWS}>
          {(row, index) =>
            row.lines ? (
              <div
                className={look.cards}
                style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
              >
                {row.lines.map((line) => (
                  <FigureCard key={line.id} line={line} dance={danceOf.get(line.danceId)} />
                ))}
              </div>
            ) : (
              <div className={look.kind} style={index === 0 ? { paddingTop: 0 } : {}}>
                <KindGlyph kind={row.kind} adorns />
                <Heading as="h2" size="sm">
                  {KIND_NAMES[row.kind].many}
                </Heading>
              </div>
            )
          }
        </WindowList>
      )}
    </Box>
  );
});
