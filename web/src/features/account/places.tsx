import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { api } from "@map-step/contract";
import { useApi, useChange } from "../../kit/api.ts";
import { momentOf } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellDone, tellError } from "../../kit/toasts.ts";

/** Where one is signed in; each place but this one can be ended. */
export function Places() {
  const places = useApi(api.session.places, {});
  const end = useChange(api.session.endPlace);
  return (
    <Panel>
      <PanelTitle>Where you are signed in</PanelTitle>
      <Loaded all={[places]}>
        {(all) => (
          <Box as="ul" listStyleType="none" aria-label="Where you are signed in">
            {all.map(({ key, device, signedInAt, seenAt, here }) => (
              <Flex
                as="li"
                key={key}
                justify="space-between"
                align="center"
                gap="3"
                py="2"
                borderTopWidth="1px"
                borderColor="rule"
              >
                <Box>
                  <Text fontWeight="600">
                    {device}
                    {here ? ", here" : ""}
                  </Text>
                  <Text fontSize="sm" color="soft" className="numbers">
                    since {momentOf(signedInAt)}
                    {here ? "" : `; last used about ${momentOf(seenAt)}`}
                  </Text>
                </Box>
                {here ? null : (
                  <Button
                    size="sm"
                    variant="outline"
                    onClick={() =>
                      end.mutate(
                        { params: { key } },
                        { onSuccess: () => tellDone("That sign-in is ended"), onError: tellError },
                      )
                    }
                  >
                    End it
                  </Button>
                )}
              </Flex>
            ))}
          </Box>
        )}
      </Loaded>
      <Text fontSize="sm" color="soft" mt="2">
        If you do not know one of them, end it and change your password.
      </Text>
    </Panel>
  );
}
