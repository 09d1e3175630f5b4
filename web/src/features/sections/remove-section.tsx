import { Text } from "@chakra-ui/react";
import { api, type Section, type SectionContents } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useApi } from "../../kit/api.ts";
import { Confirm } from "../../kit/confirm.tsx";
import { useRemoval } from "../../kit/removal.ts";

const some = (count: number, one: string, many?: string): string[] =>
  count === 0 ? [] : [counted(count, one, many)];

/** What goes with a section, in words. */
const inWords = ({ lessonsTaught, recapsPublished, students, checks }: SectionContents): string =>
  [
    ...some(lessonsTaught, "taught lesson with its class log", "taught lessons with their class logs"),
    ...some(
      recapsPublished,
      "published recap, whose link will no longer work",
      "published recaps, whose links will no longer work",
    ),
    ...some(students, "student"),
    ...some(checks, "check"),
  ].join(", ");

interface Props {
  readonly section: Section;
  readonly onRemoved: () => void;
  readonly onClose: () => void;
}

/** Asks before a section is removed, saying what goes with it. */
export function RemoveSection({ section, onRemoved, onClose }: Props) {
  const contents = useApi(api.sections.contents, { params: { id: section.id } });
  const { remove, busy } = useRemoval(api.sections.remove, api.sections.restore);
  const told = contents.data ? inWords(contents.data) : "…";
  return (
    <Confirm
      title={`Remove ${section.name}?`}
      action="Remove the section"
      busy={busy || contents.isPending}
      onConfirm={() => remove(section.id, `${section.name} is taken away`, onRemoved)}
      onClose={onClose}
    >
      <Text>
        {told === "" ? "Nothing was taught in it yet." : `With it go ${told}.`} It waits in the bin for 60
        days and can be brought back from there.
      </Text>
    </Confirm>
  );
}
