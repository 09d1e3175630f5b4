import { Badge, Box, Button, Flex, IconButton, Text } from "@chakra-ui/react";
import { api, type Comment, type Commented } from "@map-step/contract";
import { countsMeant } from "@map-step/core/comment";
import { MessageSquare } from "lucide-react";
import { useState } from "react";
import { useApi, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Modal } from "../../kit/dialog.tsx";
import { tellError, tellRemoved } from "../../kit/toasts.ts";
import { useSession } from "../session/session.tsx";
import { threadsOf } from "./threads.ts";
import { WriteComment } from "./write-comment.tsx";

export interface CommentPlace {
  readonly list: Commented;
  readonly thingId: string;
  /** A week of a plan, or that of a lesson or recap; nothing for the whole. */
  readonly week?: number | null;
}

interface Props extends CommentPlace {
  /** What it is: "this plan". */
  readonly what: string;
}

/** Which weeks and counts a comment means, in words. */
const aboutInWords = ({ list, week, counts }: Comment): string =>
  [
    list === "plans" && week !== null ? `Week ${week}` : "",
    counts ? (counts[0] === counts[1] ? `Count ${counts[0]}` : `Counts ${counts[0]} to ${counts[1]}`) : "",
  ]
    .filter(Boolean)
    .join(", ");

function OneComment({ comment }: { comment: Comment }) {
  const { person } = useSession();
  const change = useChange(api.comments.change);
  const remove = useChange(api.comments.remove);
  const restore = useChange(api.comments.restore);
  const [editing, setEditing] = useState(false);
  const { id, by, at, text, editedAt, version, staffId } = comment;
  const mine = staffId === person.id;
  const about = aboutInWords(comment);
  // What it takes away is not here any more when it is answered.
  const takeAway = () =>
    remove
      .mutateAsync({ params: { id } })
      .then(
        () =>
          tellRemoved("The comment was taken away", () =>
            restore.mutate({ params: { id } }, { onError: tellError }),
          ),
        tellError,
      );
  return (
    <Box py="1.5">
      <Flex gap="2" align="baseline" wrap="wrap">
        <strong>{by}</strong>
        <Text as="span" fontSize="sm" color="soft" className="numbers">
          {momentOf(at)}
          {editedAt ? ", changed since" : ""}
        </Text>
      </Flex>
      {about ? (
        <Text fontSize="sm" fontWeight="600" color="pine">
          {about}
        </Text>
      ) : null}
      {editing ? (
        <WriteComment
          name={`comment:${id}`}
          label="Your comment"
          start={text}
          action="Save"
          onSend={(next) => change.mutateAsync({ params: { id }, body: { text: next, version } })}
          onDone={() => setEditing(false)}
        />
      ) : (
        <Text whiteSpace="pre-wrap">{text}</Text>
      )}
      {!editing && (mine || person.role === "director") ? (
        <Flex gap="2">
          {mine ? (
            <Button size="xs" variant="plain" px="0" color="pine" onClick={() => setEditing(true)}>
              Change
            </Button>
          ) : null}
          <Button size="xs" variant="plain" px="0" color="pine" onClick={() => void takeAway()}>
            Take away
          </Button>
        </Flex>
      ) : null}
    </Box>
  );
}

function Thread({ root, answers }: { root: Comment; answers: readonly Comment[] }) {
  const create = useChange(api.comments.create);
  const resolve = useChange(api.comments.resolve);
  const { list, thingId, week, resolvedBy } = root;
  return (
    <Box
      as="li"
      borderTopWidth="1px"
      borderColor="rule"
      py="2"
      opacity={resolvedBy ? 0.8 : 1}
      aria-label={`Thread begun by ${root.by}`}
    >
      <OneComment comment={root} />
      <Box pl="4" borderLeftWidth="2px" borderColor="rule">
        {answers.map((answer) => (
          <OneComment key={answer.id} comment={answer} />
        ))}
        {resolvedBy ? null : (
          <WriteComment
            name={`comment:answer:${root.id}`}
            label={`Answer ${root.by}`}
            start=""
            action="Answer"
            small
            onSend={(text) =>
              create.mutateAsync({ body: { list, thingId, week, counts: null, replyTo: root.id, text } })
            }
          />
        )}
      </Box>
      <Flex gap="3" align="center" mt="1">
        <Button
          size="xs"
          variant="outline"
          disabled={resolve.isPending}
          onClick={() =>
            resolve.mutate(
              { params: { id: root.id }, body: { resolved: resolvedBy === null } },
              { onError: tellError },
            )
          }
        >
          {resolvedBy ? "Open again" : "Settled"}
        </Button>
        {resolvedBy ? (
          <Text fontSize="sm" color="soft">
            Settled by {resolvedBy}
          </Text>
        ) : null}
      </Flex>
    </Box>
  );
}

/** What the staff say about a thing: threads to read, to answer and to settle, and a place to begin one. */
export function CommentsButton({ what, list, thingId, week = null }: Props) {
  const comments = useApi(api.comments.on, { params: { list, id: thingId } });
  const create = useChange(api.comments.create);
  const [open, setOpen] = useState(false);
  // On a plan all weeks stand together; a lesson and a recap are of one week.
  const all = (comments.data ?? []).filter((one) => list === "plans" || one.week === week);
  const threads = threadsOf(all);
  const unsettled = threads.filter(({ root }) => root.resolvedBy === null).length;
  const label = unsettled > 0 ? `Comments on ${what}, ${unsettled} open` : `Comments on ${what}`;
  return (
    <>
      <IconButton
        variant="outline"
        bg="panel"
        aria-label={label}
        title={label}
        position="relative"
        onClick={() => setOpen(true)}
      >
        <MessageSquare />
        {unsettled > 0 ? (
          <Badge
            position="absolute"
            top="-2"
            right="-2"
            bg="apricotWash"
            color="ink"
            className="numbers"
            aria-hidden
          >
            {unsettled}
          </Badge>
        ) : null}
      </IconButton>
      <Modal open={open} size="lg" title={`Comments on ${what}`} onClose={() => setOpen(false)}>
        {threads.length === 0 ? (
          <Text color="soft" mb="3">
            Nobody said anything yet. @ and a name calls somebody: they find it on their Today.
          </Text>
        ) : null}
        <WriteComment
          name={`comment:new:${list}:${thingId}:${week}`}
          label="New comment"
          start=""
          action="Say it"
          onSend={(text) =>
            create.mutateAsync({
              body: { list, thingId, week, counts: countsMeant(text), replyTo: null, text },
            })
          }
        />
        <Box as="ul" listStyleType="none" mt="3" aria-label="Threads">
          {threads.map((thread) => (
            <Thread key={thread.root.id} {...thread} />
          ))}
        </Box>
      </Modal>
    </>
  );
}
