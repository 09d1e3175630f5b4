import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { api, type Recap, type Section } from "@map-step/contract";
import { recapToMarkdown } from "@map-step/core/recap";
import { useCallback, useEffect, useState } from "react";
import { Link } from "react-router";
import { useApi, useChange } from "../../kit/api.ts";
import { unsavedOf, useAutosave } from "../../kit/autosave.ts";
import { copyText } from "../../kit/copy.ts";
import { longDay, momentOf } from "../../kit/dates.ts";
import { TextField } from "../../kit/fields.tsx";
import { PageHead } from "../../kit/page.tsx";
import { SaveBadge } from "../../kit/save-state.tsx";
import { SavingConflict } from "../../kit/saving-conflict.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";
import { CommentsButton } from "../comments/comments-button.tsx";
import { useSectionWeek } from "../lessons/use-section.ts";
import { ReadingAlong, useOwnClass } from "../sections/own-class.tsx";
import { RecapEditor } from "./editor.tsx";
import { type RecapText, recapMerger } from "./merge.ts";
import { useInsertable } from "./use-insertable.ts";
import { VersionsDialog } from "./versions.tsx";

interface LinkProps {
  readonly secret: string;
  readonly publishedAt: string | null;
  /** Whether the person may exchange the address or take it back. */
  readonly mine: boolean;
  readonly onRenew: () => void;
  readonly onUnpublish: () => void;
}

/** The public address, the way to exchange it and to take it back. */
function PublicLink({ secret, publishedAt, mine, onRenew, onUnpublish }: LinkProps) {
  const address = `${window.location.origin}/r/${secret}`;
  return (
    <Flex
      className="no-print"
      bg="pineWash"
      borderRadius="md"
      p="3"
      mb="4"
      gap="2"
      align="center"
      wrap="wrap"
    >
      <Text fontWeight="700">Published{publishedAt ? ` ${momentOf(publishedAt)}` : ""}.</Text>
      <Input readOnly aria-label="Public link" value={address} bg="panel" flex="1" minW="16rem" />
      <Button variant="outline" bg="panel" onClick={() => copyText(address, "The link is copied")}>
        Copy the link
      </Button>
      <Button asChild variant="outline" bg="panel">
        <a href={address} target="_blank" rel="noreferrer">
          Open
        </a>
      </Button>
      {mine ? (
        <>
          <Button variant="outline" bg="panel" onClick={onRenew}>
            New link
          </Button>
          <Button variant="outline" bg="panel" onClick={onUnpublish}>
            Unpublish
          </Button>
        </>
      ) : null}
    </Flex>
  );
}

const textOf = ({ title, document }: RecapText): RecapText => ({ title, document });

/** The text of a recap as it is written, kept as it is typed and merged with what others write. */
function useRecapText(recap: Recap) {
  const { sectionId, week } = recap;
  const name = `recap:${sectionId}:${week}`;
  const [unsaved] = useState(() => unsavedOf<RecapText>(name));
  const [content, setRecapText] = useState<RecapText>(unsaved?.value ?? recap);
  const change = useChange(api.recaps.change);
  const saving = useAutosave<RecapText, Recap>({
    name,
    start: unsaved ?? { value: textOf(recap), version: recap.version, base: textOf(recap) },
    contentOf: textOf,
    merge: recapMerger,
    onMerged: setRecapText,
    save: ({ title, document }, version) =>
      change.mutateAsync({ params: { sectionId, week }, body: { version, title, document } }),
  });
  const { changed, follow } = saving;
  useEffect(() => {
    if (unsaved) changed(unsaved.value);
  }, [unsaved, changed]);
  const take = useCallback(
    (next: Recap) => {
      if (follow(textOf(next), next.version)) setRecapText(textOf(next));
    },
    [follow],
  );
  useEffect(() => take(recap), [recap, take]);
  const edit = (next: RecapText) => {
    setRecapText(next);
    if (next.title.trim() !== "") changed(next);
  };
  const settle = (theirs: ReadonlySet<string>) => {
    const value = saving.settle(theirs);
    if (value) setRecapText(value);
  };
  return { content, edit, take, settle, saving };
}

function RecapSheet({ recap, section }: { recap: Recap; section: Section }) {
  const { sectionId, week } = recap;
  const params = { sectionId, week };
  const { mine } = useOwnClass(section);
  const { content, edit, take, settle, saving } = useRecapText(recap);
  const publish = useChange(api.recaps.publish);
  const unpublish = useChange(api.recaps.unpublish);
  const renew = useChange(api.recaps.renew);
  const [comparing, setComparing] = useState(false);
  const figures = useInsertable(section, week);
  const body = () => ({ version: saving.version() });
  const unsavedNow = saving.state !== "saved";
  return (
    <>
      <PageHead
        title={`Recap of week ${week}`}
        tab={`${section.name}: recap of week ${week}`}
        about={`${section.name}, ${longDay(section.dates[week - 1] ?? section.firstDate)}. Drafted from what was covered.`}
      >
        <CommentsButton list="recaps" thingId={section.id} week={week} what="this recap" />
        <SaveBadge state={saving.state} retry={saving.flush} />
        <Button
          variant="outline"
          bg="panel"
          onClick={() => copyText(recapToMarkdown(content.title, content.document), "Copied")}
        >
          Copy text
        </Button>
        <Button variant="outline" bg="panel" onClick={() => setComparing(true)}>
          Versions
        </Button>
        {mine && (recap.secret === null || recap.changedSince || unsavedNow) ? (
          <Button
            disabled={unsavedNow}
            loading={publish.isPending}
            onClick={() => publish.mutate({ params, body: body() }, { onSuccess: take, onError: tellError })}
          >
            {recap.secret === null ? "Publish" : "Publish the changes"}
          </Button>
        ) : null}
      </PageHead>
      <ReadingAlong section={section} />
      {recap.secret === null ? null : (
        <PublicLink
          mine={mine}
          secret={recap.secret}
          publishedAt={recap.publishedAt}
          onRenew={() =>
            renew.mutate(
              { params, body: body() },
              {
                onSuccess: (next) => {
                  take(next);
                  tellDone("The link is new; the old one no longer works");
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
      {recap.changedSince ? (
        <Text
          role="status"
          bg="apricotWash"
          borderLeftWidth="4px"
          borderColor="apricot"
          borderRadius="md"
          p="3"
          mb="4"
        >
          What you changed since is not public yet: students read the text as it was published.
        </Text>
      ) : null}
      <Box maxW="52rem" _print={{ maxW: "none" }}>
        <Box
          mb="3"
          css={{
            "& label": { _print: { display: "none" } },
            "& input": { _print: { fontSize: "lg", fontWeight: "700" } },
          }}
        >
          <TextField
            label="Title"
            value={content.title}
            readOnly={!mine}
            maxLength={200}
            error={content.title.trim() === "" ? "Write something here" : undefined}
            onChange={({ target }) => edit({ ...content, title: target.value })}
          />
        </Box>
        <RecapEditor
          document={content.document}
          readOnly={!mine}
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
      <SavingConflict conflict={saving.conflict} onChoose={settle} />
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
