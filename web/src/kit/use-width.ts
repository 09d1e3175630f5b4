import { type RefObject, useLayoutEffect, useRef, useState } from "react";
import { usePrinting } from "./printing.ts";

/** What a panel leaves of the narrower of A4 and Letter, in pixels. */
const PAPER_WIDTH = 640;

function innerWidth(element: HTMLElement): number {
  const { paddingLeft, paddingRight } = getComputedStyle(element);
  const width = element.clientWidth - Number.parseFloat(paddingLeft) - Number.parseFloat(paddingRight);
  return Math.max(0, Math.floor(width));
}

/**
 * The width of an element in whole pixels, kept up to date, on paper no wider than that. It is measured before the
 * first picture: what is drawn a moment later would push away what somebody is about to press.
 */
export function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => setWidth(innerWidth(element));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, usePrinting() ? Math.min(width, PAPER_WIDTH) : width];
}
