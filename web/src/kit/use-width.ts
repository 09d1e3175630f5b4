import { createContext, type RefObject, useContext, useLayoutEffect, useRef, useState } from "react";
import { usePrinting } from "./printing.ts";

/** How wide a drawing gets on paper at most, in pixels: what a panel leaves of the narrower of A4 and Letter. */
export const PaperWidth = createContext(640);

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
  const paper = useContext(PaperWidth);
  return [ref, usePrinting() ? Math.min(width, paper) : width];
}
