import { errorText } from "./api.ts";
import type { toaster } from "./toaster.tsx";

type Toast = Parameters<typeof toaster.create>[0];

/** Fetched after the first page is drawn, which must not wait for what it does not show. */
const tell = async (toast: Toast): Promise<void> => {
  const { toaster } = await import("./toaster.tsx");
  toaster.create(toast);
};

export const tellError = (error: unknown): void =>
  void tell({ type: "error", title: errorText(error), duration: 8000 });
export const tellWarning = (title: string): void => void tell({ type: "info", title, duration: 12_000 });
export const tellDone = (title: string): void => void tell({ type: "success", title, duration: 3000 });

/** Tells what was taken away and offers it back. */
export const tellRemoved = (title: string, undo: () => void): void =>
  void tell({ type: "info", title, duration: 12_000, action: { label: "Undo", onClick: undo } });
