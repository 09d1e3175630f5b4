import type { Endpoint } from "@map-step/contract";
import type { z } from "zod";
import { type Input, useChange } from "./api.ts";
import { tellError, tellRemoved } from "./toasts.ts";

interface Removal {
  /** Takes a thing away, says so, and offers it back. `then` runs once it is gone. */
  readonly remove: (id: string, told: string, then?: () => void) => void;
  readonly busy: boolean;
}

type ById = z.ZodObject<{ id: z.ZodUUID }>;
type Nothing = z.ZodObject<Record<never, never>>;

/** Removing that can be undone, for everything that is removed and restored by its id. */
export function useRemoval<R extends z.ZodType, S extends z.ZodType>(
  remove: Endpoint<ById, Nothing, R>,
  restore: Endpoint<ById, Nothing, S>,
): Removal {
  const removing = useChange(remove);
  const restoring = useChange(restore);
  return {
    busy: removing.isPending,
    remove: (id, told, then) => {
      const input = { params: { id } } as Input<ById, Nothing>;
      const bringBack = () => void restoring.mutateAsync(input).catch(tellError);
      // A promise, because what is taken away may take its own place on the page with it.
      void removing.mutateAsync(input).then(() => {
        tellRemoved(told, bringBack);
        then?.();
      }, tellError);
    },
  };
}
