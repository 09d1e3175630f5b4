import { Box, Button, Flex, Image, Text } from "@chakra-ui/react";
import { api, type OwnFactors } from "@map-step/contract";
import { startRegistration } from "@simplewebauthn/browser";
import { toDataURL } from "qrcode";
import { type FormEvent, useEffect, useState } from "react";
import { call, errorText } from "../../kit/api.ts";
import { TextField } from "../../kit/fields.tsx";
import { FormProblem } from "../../kit/form-notes.tsx";

/** What a change of factors answers: how things are now, and recovery codes, this once. */
export interface Kept extends OwnFactors {
  readonly recovery?: string[] | null;
}

interface Props {
  readonly onKept: (kept: Kept) => void;
  readonly onLeave: () => void;
}

/** Has the device make a key, and gives it a name. */
export function AddKey({ onKept, onLeave }: Props) {
  const [name, setName] = useState("This device");
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const add = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    try {
      const { options } = await call(api.factors.beginKey, {});
      const answer = await startRegistration({ optionsJSON: options as never }).catch(() => null);
      if (answer === null) setProblem("The device made no key. Try once more, or take codes of an app.");
      else onKept(await call(api.factors.confirmKey, { body: { name, answer: { ...answer } } }));
    } catch (error) {
      setProblem(errorText(error));
    }
    setBusy(false);
  };
  return (
    <form noValidate onSubmit={(event) => void add(event)}>
      <Box mt="3">
        <TextField
          label="What you call it"
          value={name}
          onChange={({ target }) => setName(target.value)}
          maxLength={60}
        />
        <FormProblem problem={problem} />
        <Flex gap="2" mt="3">
          <Button type="submit" loading={busy} disabled={name.trim() === ""}>
            Make the key
          </Button>
          <Button variant="outline" onClick={onLeave}>
            Leave it
          </Button>
        </Flex>
      </Box>
    </form>
  );
}

/** Shows an app what it makes its codes from, and takes the first one back. */
export function AddCodes({ onKept, onLeave }: Props) {
  const [begun, setBegun] = useState<{ id: string; address: string; picture: string } | null>(null);
  const [code, setCode] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    call(api.factors.beginCodes, {})
      .then(async ({ id, address }) =>
        setBegun({ id, address, picture: await toDataURL(address, { margin: 1 }) }),
      )
      .catch((error: unknown) => setProblem(errorText(error)));
  }, []);
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (!begun) return;
    call(api.factors.confirmCodes, {
      params: { id: begun.id },
      body: { name: "App on my phone", code },
    }).then(onKept, (error: unknown) => setProblem(errorText(error)));
  };
  const secret = begun ? (new URL(begun.address).searchParams.get("secret") ?? "") : "";
  return (
    <form noValidate onSubmit={add}>
      <Box mt="3">
        {begun ? (
          <Flex gap="4" wrap="wrap" align="center">
            <Image src={begun.picture} alt="What your app reads" boxSize="10rem" borderRadius="md" />
            <Box flex="1" minW="12rem">
              <Text fontSize="sm">
                Have an app for one-time codes read the picture, or write this into it:
              </Text>
              <Text className="numbers" fontSize="sm" overflowWrap="anywhere" data-secret>
                {secret}
              </Text>
            </Box>
          </Flex>
        ) : null}
        <Box mt="3">
          <TextField
            label="Code that the app shows now"
            inputMode="numeric"
            autoComplete="one-time-code"
            value={code}
            onChange={({ target }) => setCode(target.value)}
          />
        </Box>
        <FormProblem problem={problem} />
        <Flex gap="2" mt="3">
          <Button type="submit" disabled={!begun || code.trim().length < 6}>
            It shows this code
          </Button>
          <Button variant="outline" onClick={onLeave}>
            Leave it
          </Button>
        </Flex>
      </Box>
    </form>
  );
}
