import { Button, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { errorText } from "./api.ts";
import { tellDone } from "./toasts.ts";

interface Props {
  readonly label: string;
  readonly placeholder: string;
  /** Keeps it under the name. What it throws is told beneath the field, and the name stays. */
  readonly onKeep: (name: string) => Promise<unknown>;
}

/** Keeps something under a name. */
export function KeepAs({ label, placeholder, onKeep }: Props) {
  const [name, setName] = useState("");
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const save = async () => {
    setBusy(true);
    setProblem(null);
    try {
      await onKeep(name);
      setName("");
      tellDone(`${name} is kept`);
    } catch (error) {
      setProblem(errorText(error));
    }
    setBusy(false);
  };
  return (
    <>
      <Flex asChild gap="2">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") void save();
          }}
        >
          <Input
            aria-label={label}
            placeholder={placeholder}
            maxLength={80}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
          <Button type="submit" disabled={name.trim() === ""} loading={busy}>
            Keep it
          </Button>
        </form>
      </Flex>
      {problem ? (
        <Text role="alert" color="brick" mt="1">
          {problem}
        </Text>
      ) : null}
    </>
  );
}
