import type { FigureRecord } from "@map-step/contract";
import { useNavigate } from "react-router";
import { Select } from "../../kit/select.tsx";
import { BEGINNING_NAMES, BEGINNINGS } from "./begin-from.ts";

/** New figures that begin from this one: a copy, a variant, its other side, one made of it. */
export function BeginMenu({ figure }: { figure: FigureRecord }) {
  const navigate = useNavigate();
  return (
    <Select
      label="New from this"
      value=""
      choices={[["", "New from this"], ...BEGINNINGS.map((as) => [as, BEGINNING_NAMES[as]] as const)]}
      onChange={(as) => {
        if (as !== "") void navigate(`/figures/new?from=${figure.id}&as=${as}`);
      }}
    />
  );
}
