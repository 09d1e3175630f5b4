import { api } from "@map-step/contract";
import { useEffect } from "react";
import { useParams } from "react-router";
import { useApi } from "../../kit/api.ts";
import { rememberSection } from "../sections/here.ts";

/** The section and the week that the address names. */
export function useSectionWeek() {
  const { sectionId = "", week: text } = useParams();
  const sections = useApi(api.sections.list, {});
  const section = sections.data?.find(({ id }) => id === sectionId);
  const found = section !== undefined;
  useEffect(() => {
    if (found) rememberSection(sectionId);
  }, [found, sectionId]);
  return { sections, section, sectionId, week: Number(text) };
}
