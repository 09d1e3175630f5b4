import { type FigureKind, KIND_NAMES } from "@map-step/core/figure";
import { CircleDot, type LucideIcon, Music2, RotateCw, Route, Sparkles, Spline } from "lucide-react";

const GLYPHS: Readonly<Record<FigureKind, LucideIcon>> = {
  basic: CircleDot,
  pattern: Route,
  turn: RotateCw,
  technique: Spline,
  musicality: Music2,
  show: Sparkles,
};

interface Props {
  readonly kind: FigureKind;
  readonly size?: number;
  /** The kind is said beside it. */
  readonly adorns?: boolean;
}

/** The small sign of a figure's kind. */
export function KindGlyph({ kind, size = 15, adorns = false }: Props) {
  const Glyph = GLYPHS[kind];
  const said = adorns ? { "aria-hidden": true } : { role: "img", "aria-label": KIND_NAMES[kind].one };
  return <Glyph size={size} strokeWidth={1.9} {...said} />;
}
