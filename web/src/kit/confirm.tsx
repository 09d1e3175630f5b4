import { Button } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Modal } from "./dialog.tsx";

interface Props {
  readonly title: string;
  /** What the action is called, as its button says it. */
  readonly action: string;
  /** How the way back is called. */
  readonly otherwise?: string;
  readonly busy?: boolean;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
  /** What goes with it. */
  readonly children: ReactNode;
}

/** Asks before something that takes more along than one sees. */
export const Confirm = ({
  title,
  action,
  otherwise = "Leave it as it is",
  busy = false,
  onConfirm,
  onClose,
  children,
}: Props) => (
  <Modal
    open
    title={title}
    onClose={onClose}
    size="sm"
    foot={
      <>
        <Button variant="outline" onClick={onClose}>
          {otherwise}
        </Button>
        <Button colorPalette="red" loading={busy} onClick={onConfirm}>
          {action}
        </Button>
      </>
    }
  >
    {children}
  </Modal>
);
