import { tellDone, tellError } from "./toasts.ts";

/** Puts a text on the clipboard and says so. */
export const copyText = (text: string, told: string): void =>
  void navigator.clipboard.writeText(text).then(
    () => tellDone(told),
    () => tellError(new Error("the browser does not let this page copy")),
  );
