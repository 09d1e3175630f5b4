import { Button } from "@chakra-ui/react";
import type { DanceRecord, FigureRecord } from "@map-step/contract";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useDances, useFigures } from "../figures/library.ts";
import { useMay } from "../session/session.tsx";
import { DanceSelect, useDanceChoice } from "./choice.tsx";

/** What a page about one dance knows. */
export interface OfDanceProps {
  readonly dance: DanceRecord;
  readonly figures: readonly FigureRecord[];
  readonly mayWrite: boolean;
  /** The page's head with the choice of the dance, and what can be done. */
  readonly choice: (actions: ReactNode) => ReactNode;
}

interface Props {
  readonly title: string;
  readonly about: string;
  readonly children: (props: OfDanceProps) => ReactNode;
}

/** A page about what one dance has, under Figures. */
export function OfDance({ title, about, children }: Props) {
  const dances = useDances();
  const { dance, choose } = useDanceChoice(dances.data);
  const figures = useFigures(dance?.id);
  const mayWrite = useMay("dances.write");
  if (dances.data?.length === 0)
    return (
      <Empty title={`${title} belong to a dance`}>
        <Link to="/figures">Add a dance on the Figures page first.</Link>
      </Empty>
    );
  return (
    <Loaded all={[dances, figures]}>
      {(all, library) =>
        dance
          ? children({
              dance,
              figures: library,
              mayWrite,
              choice: (actions) => (
                <PageHead title={title} about={about}>
                  <DanceSelect dance={dance} dances={all} onChoose={choose} />
                  <Button asChild variant="outline" bg="panel">
                    <Link to="/figures">Figures</Link>
                  </Button>
                  {actions}
                </PageHead>
              ),
            })
          : null
      }
    </Loaded>
  );
}
