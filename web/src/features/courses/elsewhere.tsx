import { Text } from "@chakra-ui/react";
import { api, type Course, type Section } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { useTeaches } from "../sections/own-class.tsx";

/** So many of them are told. */
const MOST = 8;

/** A course of the person's own, with what it is called. */
export interface OwnCourse {
  readonly section: Section;
  readonly course: Course;
  /** `Hustle 1, Monday section` */
  readonly title: string;
}

/** The courses of the person's own classes but one; nothing until all of it is read. */
export function useOtherCourses(but: string): readonly OwnCourse[] {
  const { data: courses = [] } = useApi(api.courses.list, {});
  const { data: sections = [] } = useApi(api.sections.list, {});
  const { data: levels = [] } = useApi(api.levels.list, {});
  const teaches = useTeaches();
  const sectionOf = new Map(sections.map((section) => [section.id, section]));
  const nameOf = new Map(levels.map(({ id, name }) => [id, name]));
  return courses.flatMap((course) => {
    const section = sectionOf.get(course.sectionId ?? "");
    if (!section || section.id === but || !teaches(section)) return [];
    return [{ section, course, title: `${nameOf.get(section.levelId) ?? ""}, ${section.name}` }];
  });
}

interface Props {
  readonly items: readonly {
    readonly key: string;
    readonly to: string;
    readonly title: string;
    /** What is to be known of it before it is opened. */
    readonly about: string;
    readonly isLate?: boolean;
  }[];
}

/** What waits in the person's other classes, each one step away. */
export function Elsewhere({ items }: Props) {
  if (items.length === 0) return null;
  return (
    <Panel as="section" aria-label="In your other classes" mt="5">
      <PanelTitle>In your other classes</PanelTitle>
      <ul>
        {items.slice(0, MOST).map(({ key, to, title, about, isLate }) => (
          <Text as="li" key={key} py="0.5" listStyleType="none">
            <Text asChild color="pine" fontWeight="700">
              <Link to={to}>{title}</Link>
            </Text>
            {": "}
            <Text as="span" {...(isLate ? { color: "brick", fontWeight: "600" } : {})}>
              {about}
            </Text>
          </Text>
        ))}
      </ul>
      {items.length > MOST ? (
        <Text color="soft" fontSize="sm">
          and {items.length - MOST} more
        </Text>
      ) : null}
    </Panel>
  );
}
