import { api, type Section } from "@map-step/contract";
import type { ReactNode } from "react";
import { Navigate, useParams } from "react-router";
import { useApi } from "./api.ts";
import { sectionHere } from "./here.ts";
import { Empty, Loaded } from "./states.tsx";

/** Opens a page for the section in the address; without one, for the section worked on last. */
export function SectionGate({
  place,
  children,
}: {
  place: string;
  children: (section: Section) => ReactNode;
}) {
  const { sectionId } = useParams();
  const sections = useApi(api.sections.list, {});
  return (
    <Loaded all={[sections]}>
      {(all) => {
        const section = all.find(({ id }) => id === sectionId);
        if (section) return children(section);
        const here = sectionHere(all);
        if (here && !sectionId) return <Navigate to={`/${place}/${here.id}`} replace />;
        return (
          <Empty title={here ? "This section is not there any more" : "No section runs yet"}>
            A section is one running class of a level. The director opens one on the Levels page.
          </Empty>
        );
      }}
    </Loaded>
  );
}
