/** The first name that fits is meant: many browsers call themselves by each other's names as well. */
const BROWSERS = [
  [/\bEdg/, "Edge"],
  [/\bOPR\//, "Opera"],
  [/\bFirefox\//, "Firefox"],
  [/\bChrom(e|ium)\//, "Chrome"],
  [/\bSafari\//, "Safari"],
] as const;
const SYSTEMS = [
  [/\biPad\b/, "iPad"],
  [/\biPhone\b/, "iPhone"],
  [/\bAndroid\b/, "Android"],
  [/\bWindows\b/, "Windows"],
  [/\bMac OS X\b/, "Mac"],
  [/\bCrOS\b/, "Chromebook"],
  [/\bLinux\b/, "Linux"],
] as const;

/** A browser as its owner would call it: "Firefox on Windows". Nothing else of what it sends is kept. */
export function deviceOf(userAgent: string): string {
  const nameIn = (names: readonly (readonly [RegExp, string])[]) =>
    names.find(([pattern]) => pattern.test(userAgent))?.[1];
  const [browser, system] = [nameIn(BROWSERS) ?? "A browser", nameIn(SYSTEMS)];
  return system ? `${browser} on ${system}` : browser;
}
