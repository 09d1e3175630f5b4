import { Button, Spinner } from "@chakra-ui/react";
import { lazy, Suspense, useState } from "react";
import { Modal } from "../../kit/dialog.tsx";
import type { PracticeProps } from "./practice-props.ts";

const Practice = lazy(async () => ({ default: (await import("./practice.tsx")).Practice }));

/** Opens the count trainer over the page, also for readers without an account. */
export function PracticeButton({
  size = "sm",
  ...props
}: PracticeProps & { readonly size?: "xs" | "sm" | "lg" }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        size={size}
        variant="outline"
        bg="panel"
        className="no-print"
        aria-label={`Practise ${props.name}`}
        onClick={() => setOpen(true)}
      >
        Practise
      </Button>
      <Modal open={open} size="xl" title={`Practise ${props.name}`} onClose={() => setOpen(false)}>
        <Suspense fallback={<Spinner aria-label="Opening the practice" />}>
          <Practice {...props} />
        </Suspense>
      </Modal>
    </>
  );
}
