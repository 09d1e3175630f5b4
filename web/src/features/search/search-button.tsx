import { IconButton } from "@chakra-ui/react";
import { Search } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";

const SearchDialog = lazy(async () => ({ default: (await import("./dialog.tsx")).SearchDialog }));

/** Whether a key is meant for what somebody writes in. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));

/** The search over everything, from any page by the key `/`. */
export function SearchButton() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const free = !event.ctrlKey && !event.metaKey && !event.altKey && !event.defaultPrevented;
      if (event.key !== "/" || !free || isWriting(event.target) || document.querySelector('[role="dialog"]'))
        return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <>
      <IconButton variant="ghost" size="sm" aria-label="Search everything" onClick={() => setOpen(true)}>
        <Search />
      </IconButton>
      {open ? (
        <Suspense fallback={null}>
          <SearchDialog onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
