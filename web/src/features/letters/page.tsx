import { Badge, Box, Button, Flex, Input, Stack, Text } from "@chakra-ui/react";
import { api, type Letter } from "@map-step/contract";
import { Link } from "react-router";
import { useApi } from "../../kit/api.ts";
import { copyText } from "../../kit/copy.ts";
import { momentOf } from "../../kit/dates.ts";
import { PageHead, Panel } from "../../kit/page.tsx";
import { Empty, Loaded } from "../../kit/states.tsx";

function LetterPanel({ letter }: { letter: Letter }) {
  const { to, subject, text, path, sentAt, at } = letter;
  const link = path ? `${window.location.origin}${path}` : null;
  return (
    <Panel as="li">
      <Flex gap="3" justify="space-between" wrap="wrap" align="baseline">
        <Text fontWeight="700">
          {subject}, to {to}
        </Text>
        <Flex gap="2" align="center">
          <Badge colorPalette={sentAt ? "pine" : path === null ? "gray" : "orange"}>
            {sentAt ? "sent by mail" : path === null ? "over" : path === "" ? "to be read" : "waits here"}
          </Badge>
          <Text color="soft" fontSize="sm" className="numbers">
            {momentOf(at)}
          </Text>
        </Flex>
      </Flex>
      <Text color="soft" fontSize="sm" whiteSpace="pre-line" mt="1" maxW="70ch">
        {text}
      </Text>
      {link ? (
        <Flex gap="2" mt="3" wrap="wrap">
          <Box flex="1" minW="16rem" maxW="36rem">
            <Input
              readOnly
              value={link}
              aria-label={`Link for ${to}`}
              onFocus={({ target }) => target.select()}
            />
          </Box>
          <Button onClick={() => copyText(link, "The link is copied")}>Copy the link</Button>
        </Flex>
      ) : null}
    </Panel>
  );
}

/** What was written to people on the staff; where the studio has no mail, their links wait here. */
export function LettersPage() {
  const letters = useApi(api.letters.list, {});
  return (
    <>
      <PageHead
        title="Letters"
        about="Invitations and links for a new password. Without a mail server they wait here: give the link to the person, and to nobody else."
      >
        <Button asChild variant="outline" bg="panel">
          <Link to="/staff">Staff</Link>
        </Button>
      </PageHead>
      <Loaded all={[letters]}>
        {(all) =>
          all.length === 0 ? (
            <Empty title="No letter yet">
              Somebody new on the staff gets one when they have no password, and whoever forgot theirs.
            </Empty>
          ) : (
            <Stack as="ul" listStyleType="none" gap="3" maxW="60rem">
              {all.map((letter) => (
                <LetterPanel key={letter.id} letter={letter} />
              ))}
            </Stack>
          )
        }
      </Loaded>
    </>
  );
}
