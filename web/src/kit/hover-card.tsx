import { HoverCard, Portal } from "@chakra-ui/react";
import { type ReactElement, type ReactNode, useState } from "react";

/** Until a card opens and closes. Milliseconds: whoever only passes over a name is not held up. */
const [OPEN_MS, CLOSE_MS] = [350, 120];

interface Props {
  /** A link or a button. */
  readonly trigger: ReactElement;
  /** Asked for once the card is open. */
  readonly children: () => ReactNode;
  readonly label: string;
}

/**
 * A card about a thing beside its name, on hover or focus. It says nothing that its page does not: on a touch screen
 * the name simply opens that.
 */
export function EntityCard({ trigger, label, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <HoverCard.Root
      lazyMount
      unmountOnExit
      openDelay={OPEN_MS}
      closeDelay={CLOSE_MS}
      open={open}
      onOpenChange={(details) => setOpen(details.open)}
      positioning={{ placement: "bottom-start" }}
    >
      <HoverCard.Trigger asChild>{trigger}</HoverCard.Trigger>
      <Portal>
        <HoverCard.Positioner className="no-print">
          <HoverCard.Content
            aria-label={label}
            role="group"
            w="22rem"
            maxW="90vw"
            p="4"
            bg="panel"
            color="ink"
            borderWidth="1px"
            borderColor="pine2"
            borderRadius="lg"
            boxShadow="md"
            fontSize="sm"
          >
            {open ? children() : null}
          </HoverCard.Content>
        </HoverCard.Positioner>
      </Portal>
    </HoverCard.Root>
  );
}
