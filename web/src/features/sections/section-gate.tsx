import { api, type Section } from "@map-step/contract";
import type { ReactNode } from "react";
import { Navigate, useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Empty, Loaded } from "../../kit/states.tsx";
import { useSession } from "../session/session.tsx";
import { sectionHere } from "./here.ts";

/** Opens a page for the section in the address; without one, for the section worked on last, or the class that comes next. */
export function SectionGate({
  place,
  children,
}: {
  place: string;
  children: (section: Section) => ReactNode;
}) {
  const { sectionId } = useParams();
  const { person, today } = useSession();
  const sections = useApi(api.sections.list, {});
  return (
    <Loaded all={[sections]}>
      {(all) => {
        const section = all.find(({ id }) => id === sectionId);
        if (section) return children(section);
        const here = sectionHere(all, person.id, today);
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
