import { Button } from "@chakra-ui/react";
import { copyText } from "./copy.ts";

/** Copies a text; `what` names it in the message, such as `The steps`. */
export const CopyButton = ({ text, what, size }: { text: string; what: string; size?: "sm" }) => (
  <Button
    {...(size ? { size } : {})}
    variant="outline"
    disabled={text.trim() === ""}
    onClick={() => copyText(text, `${what} are copied`)}
  >
    Copy as text
  </Button>
);
