import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { keepForOffline } from "./offline.ts";

/**
 * Keeps on this device what the open page needs without a network, once all of it has loaded.
 * @param loaded whether it has: also what works beside the page
 * @returns true once the page can be opened again without a network
 */
export function useReadyOffline(loaded = true): boolean {
  const client = useQueryClient();
  const [ready, setReady] = useState(false);
  useEffect(() => {
    if (loaded)
      keepForOffline(() => client.refetchQueries({ type: "active" })).then(setReady, () => setReady(false));
  }, [client, loaded]);
  return ready;
}
