import { Box, Button, Flex, Textarea } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { calledSoFar } from "@map-step/core/comment";
import { useRef, useState } from "react";
import { useApi } from "../../kit/api.ts";
import { useRemembered } from "../../kit/remembered.ts";
import { tellError } from "../../kit/toasts.ts";

interface Props {
  /** Under which what is typed is kept on this device until it is sent. */
  readonly name: string;
  readonly label: string;
  readonly start: string;
  readonly action: string;
  readonly small?: boolean;
  readonly onSend: (text: string) => Promise<unknown>;
  readonly onDone?: () => void;
}

/** So many names are offered at once. */
const OFFERED = 5;

/** A place to write a comment; `@` offers names. What is typed stays until it is sent. */
export function WriteComment({ name, label, start, action, small = false, onSend, onDone }: Props) {
  const [text, setText] = useRemembered(name, start);
  const [sending, setSending] = useState(false);
  const staff = useApi(api.staff.list, {});
  const field = useRef<HTMLTextAreaElement>(null);
  const offered = calledSoFar(text, staff.data?.filter(({ active }) => active) ?? []).slice(0, OFFERED);
  const take = (person: string) => {
    setText(`${text.slice(0, text.lastIndexOf("@") + 1)}${person} `);
    field.current?.focus();
  };
  const send = async () => {
    setSending(true);
    try {
      await onSend(text.trim());
      setText("");
      onDone?.();
    } catch (error) {
      tellError(error);
    } finally {
      setSending(false);
    }
  };
  return (
    <Box mt="1">
      <Textarea
        ref={field}
        aria-label={label}
        placeholder={small ? "Answer …" : "Say something about it; @ calls somebody"}
        rows={small ? 1 : 2}
        autoresize
        bg="panel"
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      {offered.length > 0 ? (
        <Flex gap="1" mt="1" wrap="wrap" role="group" aria-label="Who is called">
          {offered.map(({ id, name: person }) => (
            <Button key={id} size="xs" variant="outline" onClick={() => take(person)}>
              {person}
            </Button>
          ))}
        </Flex>
      ) : null}
      <Flex gap="2" mt="1">
        {small && text.trim() === "" ? null : (
          <Button size="xs" disabled={sending || text.trim() === ""} onClick={() => void send()}>
            {action}
          </Button>
        )}
        {onDone ? (
          <Button size="xs" variant="outline" onClick={onDone}>
            Leave it as it was
          </Button>
        ) : null}
      </Flex>
    </Box>
  );
}
