import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { TextField } from "../../kit/fields.tsx";

/** The name of a part that a teacher put in; an empty one is not taken over. */
export function OwnTitle({ title, onChange }: { title: string; onChange: (title: string) => void }) {
  const [text, setText] = useState(title);
  const words = text.trim();
  return (
    <Box mt="4">
      <TextField
        label="What is done in it"
        maxLength={120}
        value={text}
        error={words === "" ? "Write something here" : undefined}
        onChange={({ target }) => {
          setText(target.value);
          const next = target.value.trim();
          if (next !== "" && next !== title) onChange(next);
        }}
      />
    </Box>
  );
}
