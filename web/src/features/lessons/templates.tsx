import { Button, Flex, Stack, Text } from "@chakra-ui/react";
import { api, type LessonSegment } from "@map-step/contract";
import { applyTemplate, SEGMENT_NAMES, templateOf } from "@map-step/core/lesson";
import { useApi, useChange } from "../../kit/api.ts";
import { Modal } from "../../kit/dialog.tsx";
import { KeepAs } from "../../kit/keep-as.tsx";
import { useRemoval } from "../../kit/removal.ts";
import { Loaded } from "../../kit/states.tsx";
import { ownPart } from "./own-part.ts";

interface Props {
  readonly segments: readonly LessonSegment[];
  readonly onTake: (segments: readonly LessonSegment[]) => void;
  readonly onClose: () => void;
}

/** Shapes of lessons that the house likes: this one is kept as such, or given the shape of one. */
export function TemplatesDialog({ segments, onTake, onClose }: Props) {
  const templates = useApi(api.lessonTemplates.list, {});
  const keep = useChange(api.lessonTemplates.create);
  const { remove } = useRemoval(api.lessonTemplates.remove, api.lessonTemplates.restore);
  return (
    <Modal open title="Templates" onClose={onClose} size="lg">
      <KeepAs
        label="Name of the template"
        placeholder="Save this lesson as a template …"
        onKeep={(name) => keep.mutateAsync({ body: { name, parts: [...templateOf(segments).parts] } })}
      />
      <Loaded all={[templates]}>
        {(all) => (
          <Stack mt="4" gap="0">
            {all.length === 0 ? (
              <Text color="soft">
                A template holds the order in which kinds of parts come, and parts of your own such as a
                circle at the end. None is saved yet.
              </Text>
            ) : null}
            {all.map(({ id, name: title, parts }) => (
              <Flex key={id} gap="3" align="center" py="2" borderTopWidth="1px" borderColor="rule">
                <Text flex="1">
                  <b>{title}</b>
                  <Text as="span" display="block" color="soft" fontSize="sm">
                    {parts.map((part) => part.title || SEGMENT_NAMES[part.kind]).join(", ")}
                  </Text>
                </Text>
                <Button size="sm" variant="ghost" onClick={() => remove(id, `${title} is removed`)}>
                  Remove
                </Button>
                <Button
                  size="sm"
                  variant="outline"
                  onClick={() => {
                    onTake(applyTemplate(segments, { parts }, ownPart));
                    onClose();
                  }}
                >
                  Use it
                </Button>
              </Flex>
            ))}
          </Stack>
        )}
      </Loaded>
    </Modal>
  );
}
