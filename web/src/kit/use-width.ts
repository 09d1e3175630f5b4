import { type RefObject, useEffect, useRef, useState } from "react";
import { usePrinting } from "./printing.ts";

/** What a panel leaves of the narrower of A4 and Letter, in pixels. */
const PAPER_WIDTH = 640;

/** The width of an element in whole pixels, kept up to date, on paper no wider than that; 0 before it is shown. */
export function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!ref.current) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, usePrinting() ? Math.min(width, PAPER_WIDTH) : width];
}
