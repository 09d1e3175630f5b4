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

/** The small sign of a figure's kind. */
export function KindGlyph({ kind, size = 15 }: { kind: FigureKind; size?: number }) {
  const Glyph = GLYPHS[kind];
  return <Glyph size={size} strokeWidth={1.9} aria-label={KIND_NAMES[kind].one} role="img" />;
}
