import { Button } from "@chakra-ui/react";
import type { Section } from "@map-step/contract";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { PageHead } from "../../kit/page.tsx";
import { Empty, Failed, Loading } from "../../kit/states.tsx";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { SectionGate } from "../sections/section-gate.tsx";
import type { Board } from "./board.ts";
import { useBoardData } from "./use-board.ts";

/** A page of what was seen of the section in the address. */
export const BoardPage = ({ title, children }: { title: string; children: (board: Board) => ReactNode }) => (
  <SectionGate place="checks">
    {(section) => (
      <BoardGate key={section.id} section={section} title={title}>
        {children}
      </BoardGate>
    )}
  </SectionGate>
);

/** Opens what was seen of a section, once all around it is read; says why where it can't be shown. */
function BoardGate({
  section,
  title,
  children,
}: {
  section: Section;
  title: string;
  children: (board: Board) => ReactNode;
}) {
  const { board, queries, seen } = useBoardData(section);
  const { mine } = useOwnClass(section);
  if (!mine || seen.hidden)
    return (
      <>
        <PageHead title={title} about={section.name} />
        <ReadingAlong section={section} />
        {mine && !seen.hidden ? null : (
          <Empty title="This class is seen by its teachers">
            What students of a class can dance is shown to its teachers, to a substitute and to the director.
          </Empty>
        )}
      </>
    );
  const failed = queries.find(({ error, data }) => error && data === undefined);
  if (failed) return <Failed error={failed.error} retry={() => void failed.refetch()} />;
  if (!board || !seen.ready) return <Loading />;
  if (board.dancers.length === 0)
    return (
      <>
        <PageHead title={title} about={section.name} />
        <Empty
          title="Who is in this class?"
          action={
            <Button asChild>
              <Link to={`/sections/${section.id}/roster`}>Write the roster</Link>
            </Button>
          }
        >
          What was seen is kept student by student, so the roster comes first.
        </Empty>
      </>
    );
  return children(board);
}
