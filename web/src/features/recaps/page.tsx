import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { api, type Recap, type Section } from "@map-step/contract";
import { type RecapDocument, recapToMarkdown, recapToText } from "@map-step/core/recap";
import { useCallback, useEffect, useState } from "react";
import { Link } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { ConflictDialog } from "../../kit/conflict.tsx";
import { copyText } from "../../kit/copy.ts";
import { longDay } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { differencesOf, mergeChoice } from "../../kit/merge.ts";
import { PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.tsx";
import { useSectionWeek } from "../lessons/use-section.ts";
import { RecapEditor } from "./editor.tsx";
import { useInsertable } from "./use-insertable.ts";
import { VersionsDialog } from "./versions.tsx";

interface Content {
  readonly title: string;
  readonly document: RecapDocument;
}

interface LinkProps {
  readonly secret: string;
  readonly onRenew: () => void;
  readonly onUnpublish: () => void;
}

/** The public address, the way to exchange it and to take it back. */
function PublicLink({ secret, onRenew, onUnpublish }: LinkProps) {
  const address = `${window.location.origin}/r/${secret}`;
  return (
    <Flex bg="pineWash" borderRadius="md" p="3" mb="4" gap="2" align="center" wrap="wrap">
      <Text fontWeight="700">Published.</Text>
      <Input readOnly aria-label="Public link" value={address} bg="panel" flex="1" minW="16rem" />
      <Button variant="outline" bg="panel" onClick={() => copyText(address, "The link is copied")}>
        Copy the link
      </Button>
      <Button asChild variant="outline" bg="panel">
        <a href={address} target="_blank" rel="noreferrer">
          Open
        </a>
      </Button>
      <Button variant="outline" bg="panel" onClick={onRenew}>
        New link
      </Button>
      <Button variant="outline" bg="panel" onClick={onUnpublish}>
        Unpublish
      </Button>
    </Flex>
  );
}

function RecapSheet({ recap, section }: { recap: Recap; section: Section }) {
  const { sectionId, week } = recap;
  const params = { sectionId, week };
  const name = `recap:${sectionId}:${week}`;
  const [unsaved] = useState(() => unsavedOf<Content>(name));
  const [content, setContent] = useState<Content>(unsaved?.value ?? recap);
  const change = useChange(api.recaps.change);
  const publish = useChange(api.recaps.publish);
  const unpublish = useChange(api.recaps.unpublish);
  const renew = useChange(api.recaps.renew);
  const [comparing, setComparing] = useState(false);
  const figures = useInsertable(section);
  const saving = useAutosave<Content, Recap>({
    name,
    version: unsaved?.version ?? recap.version,
    save: ({ title, document }, version) =>
      change.mutateAsync({ params, body: { version, title, document } }),
  });
  const { changed, follow, theirs } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  const take = useCallback(
    (next: Recap) => {
      if (follow(next.version)) setContent({ title: next.title, document: next.document });
    },
    [follow],
  );
  useEffect(() => take(recap), [recap, take]);
  const edit = (next: Content) => {
    setContent(next);
    if (next.title.trim() !== "") changed(next);
  };
  const settle = (now: Recap, chosen: ReadonlySet<string>) => {
    const { title, document } = mergeChoice<Content>(content, now, chosen);
    setContent({ title, document });
    saving.settle({ title, document }, now);
  };
  const body = () => ({ version: saving.version() });
  const unsavedNow = saving.state !== "saved";
  return (
    <>
      <PageHead
        title={`Recap of week ${week}`}
        about={`${section.name}, ${longDay(section.dates[week - 1] ?? section.firstDate)}. Drafted from what was covered.`}
      >
        <SaveBadge state={saving.state} retry={saving.flush} />
        <Button
          variant="outline"
          bg="panel"
          onClick={() => copyText(recapToMarkdown(content.title, content.document), "Copied as Markdown")}
        >
          Copy as Markdown
        </Button>
        <Button variant="outline" bg="panel" onClick={() => setComparing(true)}>
          Versions
        </Button>
        {recap.secret === null ? (
          <Button
            disabled={unsavedNow}
            loading={publish.isPending}
            onClick={() => publish.mutate({ params, body: body() }, { onSuccess: take, onError: tellError })}
          >
            Publish
          </Button>
        ) : null}
      </PageHead>
      {recap.secret === null ? null : (
        <PublicLink
          secret={recap.secret}
          onRenew={() =>
            renew.mutate(
              { params, body: body() },
              {
                onSuccess: (next) => {
                  take(next);
                  tellDone("The link is new; the one before is dead");
                },
                onError: tellError,
              },
            )
          }
          onUnpublish={() =>
            unpublish.mutate({ params, body: body() }, { onSuccess: take, onError: tellError })
          }
        />
      )}
      <Box maxW="52rem">
        <Box mb="3">
          <TextField
            label="Title"
            value={content.title}
            maxLength={160}
            error={content.title.trim() === "" ? "Write something here" : undefined}
            onChange={({ target }) => edit({ ...content, title: target.value })}
          />
        </Box>
        <RecapEditor
          document={content.document}
          figures={figures}
          onChange={(document) => edit({ ...content, document })}
        />
      </Box>
      {comparing ? (
        <VersionsDialog
          sectionId={sectionId}
          week={week}
          present={content}
          onTake={edit}
          onClose={() => setComparing(false)}
        />
      ) : null}
      {theirs ? (
        <ConflictDialog
          differences={differencesOf<Content>(content, theirs, {
            title: ["Title", (title) => title],
            document: ["Text", (document) => recapToText("", document)],
          })}
          onChoose={(chosen) => settle(theirs, chosen)}
          onClose={() => settle(theirs, new Set())}
        />
      ) : null}
    </>
  );
}

/** A recap to write, once its lesson has been taught. */
export function RecapPage() {
  const { sections, section, sectionId, week } = useSectionWeek();
  const params = { sectionId, week };
  const lesson = useApi(api.lessons.read, { params });
  const recap = useApi(api.recaps.read, { params });
  return (
    <Loaded all={[sections, lesson, recap]}>
      {(_sections, { state }, current) =>
        !section ? (
          <Empty title="This section is not there any more">Choose another one under Levels.</Empty>
        ) : state !== "taught" ? (
          <Empty
            title={`Week ${week} has not been taught yet`}
            action={
              <Button asChild>
                <Link to={`/lessons/${sectionId}/${week}`}>Open the lesson</Link>
              </Button>
            }
          >
            A recap says what was really covered. Mark the parts of the lesson and finish the class; the draft
            is then here.
          </Empty>
        ) : (
          <RecapSheet key={`${sectionId}/${week}`} recap={current} section={section} />
        )
      }
    </Loaded>
  );
}
