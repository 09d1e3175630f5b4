import { useEffect } from "react";

/** Style of what frames a page: on a phone it gives way to what is done in the room. */
export const AWAY_IN_THE_ROOM = {
  "[data-in-the-room] &": { display: { base: "none", md: "flex" } },
} as const;

/** Says that this page is used in the room now, at arm's length. */
export function useInTheRoom(isSo: boolean): void {
  useEffect(() => {
    if (!isSo) return;
    document.documentElement.dataset.inTheRoom = "";
    return () => {
      delete document.documentElement.dataset.inTheRoom;
    };
  }, [isSo]);
}
