import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { api, type OwnFactors } from "@map-step/contract";
import { counted } from "@map-step/core/words";
import { useQueryClient } from "@tanstack/react-query";
import { KeyRound, Smartphone } from "lucide-react";
import { useState } from "react";
import { call, keyOf, useApi } from "../../kit/api.ts";
import { longDay } from "../../kit/dates.ts";
import { Panel, PanelTitle } from "../../kit/page.tsx";
import { Loaded } from "../../kit/states.tsx";
import { tellError } from "../../kit/toasts.ts";
import { AddCodes, AddKey, type Kept } from "./add.tsx";
import { RecoveryCodes } from "./recovery-codes.tsx";

const KEY = keyOf(api.factors.list);

function Own({ own, onKept }: { readonly own: OwnFactors; readonly onKept: (kept: Kept) => void }) {
  const [adding, setAdding] = useState<"key" | "codes" | null>(null);
  const change = (asked: Promise<Kept>) => void asked.then(onKept, tellError);
  const keep = (kept: Kept) => {
    setAdding(null);
    onKept(kept);
  };
  return (
    <>
      {own.factors.map(({ id, kind, name, since }) => (
        <Flex key={id} align="center" gap="3" py="2" borderBottomWidth="1px" borderColor="rule">
          {kind === "key" ? <KeyRound size={18} aria-hidden /> : <Smartphone size={18} aria-hidden />}
          <Box flex="1" minW="0">
            <Text fontWeight="600">{name}</Text>
            <Text color="soft" fontSize="sm">
              {kind === "key" ? "A key of a device" : "Codes of an app"}, since {longDay(since.slice(0, 10))}
            </Text>
          </Box>
          <Button
            size="sm"
            variant="ghost"
            aria-label={`Remove ${name}`}
            onClick={() => change(call(api.factors.remove, { params: { id } }))}
          >
            Remove
          </Button>
        </Flex>
      ))}
      {own.factors.length > 0 ? (
        <Flex align="center" gap="3" py="2" justify="space-between">
          <Text fontSize="sm">{counted(own.recoveryLeft, "recovery code")} left</Text>
          <Button size="sm" variant="ghost" onClick={() => change(call(api.factors.renewRecovery, {}))}>
            New recovery codes
          </Button>
        </Flex>
      ) : null}
      {adding === "key" ? (
        <AddKey onKept={keep} onLeave={() => setAdding(null)} />
      ) : adding === "codes" ? (
        <AddCodes onKept={keep} onLeave={() => setAdding(null)} />
      ) : (
        <Flex gap="2" wrap="wrap" mt="3">
          <Button variant="outline" onClick={() => setAdding("key")}>
            <KeyRound /> Add a key of this device
          </Button>
          <Button variant="outline" onClick={() => setAdding("codes")}>
            <Smartphone /> Add codes of an app
          </Button>
        </Flex>
      )}
    </>
  );
}

/** What one shows at the sign-in beside the password. */
export function FactorsPanel({ after }: { readonly after?: () => void }) {
  const own = useApi(api.factors.list, {});
  const client = useQueryClient();
  const [codes, setCodes] = useState<readonly string[] | null>(null);
  const take = ({ recovery, ...now }: Kept) => {
    client.setQueryData<OwnFactors>(KEY, now);
    if (recovery) setCodes(recovery);
    else after?.();
  };
  return (
    <Panel as="section" aria-label="Beside the password">
      <PanelTitle>Beside the password</PanelTitle>
      <Text color="soft" fontSize="sm" mb="2">
        With one of these, somebody who learns your password still cannot sign in as you.
      </Text>
      <Loaded all={[own]}>{(now) => <Own own={now} onKept={take} />}</Loaded>
      {codes ? (
        <RecoveryCodes
          codes={codes}
          onDone={() => {
            setCodes(null);
            after?.();
          }}
        />
      ) : null}
    </Panel>
  );
}

/** Where the studio asks its directors for more than a password and this one has nothing yet. */
export function MustShowMore({
  onDone,
  onLeave,
}: {
  readonly onDone: () => void;
  readonly onLeave: () => void;
}) {
  return (
    <Box as="main" maxW="40rem" mx="auto" px="4" py="10">
      <Heading as="h1" size="2xl">
        One more thing before you go on
      </Heading>
      <Text color="soft" mt="1" mb="5">
        This studio asks its directors for something beside the password.
      </Text>
      <FactorsPanel after={onDone} />
      <Button mt="4" variant="ghost" onClick={onLeave}>
        Sign out
      </Button>
    </Box>
  );
}
