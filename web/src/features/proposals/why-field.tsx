import { Box } from "@chakra-ui/react";
import { AreaField } from "../../kit/fields.tsx";

interface Props {
  readonly note: string;
  readonly onNote: (note: string) => void;
}

/** Why something would be better as it is proposed. */
export const WhyField = ({ note, onNote }: Props) => (
  <Box flex="1" minW="15rem" maxW="40rem">
    <AreaField
      label="Why it would be better"
      rows={2}
      maxLength={2000}
      value={note}
      onChange={({ target }) => onNote(target.value)}
    />
  </Box>
);
