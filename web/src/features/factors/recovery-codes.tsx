import { Button, Grid, Text } from "@chakra-ui/react";
import { copyText } from "../../kit/copy.ts";
import { Modal } from "../../kit/dialog.tsx";

interface Props {
  readonly codes: readonly string[];
  readonly onDone: () => void;
}

/** Codes for when nothing else is at hand, shown this once. */
export const RecoveryCodes = ({ codes, onDone }: Props) => (
  <Modal
    open
    title="Write these down"
    onClose={onDone}
    foot={
      <>
        <Button variant="outline" onClick={() => copyText(codes.join("\n"), "Copied")}>
          Copy all
        </Button>
        <Button onClick={onDone}>I have them</Button>
      </>
    }
  >
    <Text mb="3">
      Each of these codes lets you in once, with your password, when your device or app is not at hand. They
      are shown this once.
    </Text>
    <Grid as="ul" templateColumns="1fr 1fr" gap="1" listStyleType="none" className="numbers">
      {codes.map((code) => (
        <li key={code}>{code}</li>
      ))}
    </Grid>
  </Modal>
);
