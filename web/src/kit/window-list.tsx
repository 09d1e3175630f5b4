import { Box } from "@chakra-ui/react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { type ReactNode, useLayoutEffect, useRef, useState } from "react";
import { usePrinting } from "./printing.ts";

interface Props<T> {
  readonly items: readonly T[];
  readonly keyOf: (item: T, index: number) => string;
  /** About how high an item is, in pixels, so that the list does not jump. */
  readonly heightOf: (item: T) => number;
  readonly children: (item: T, index: number) => ReactNode;
  /** With no more items than this all of them are in the page. */
  readonly few?: number;
}

/** Items that are in the page all the same: as few as a short list has. */
const FEW = 40;

/** Where the list begins on the page, in pixels; told anew when what stands above it grows or shrinks. */
function useTop(element: { readonly current: HTMLElement | null }): number {
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const measure = () => {
      const box = element.current?.getBoundingClientRect();
      if (box) setTop(Math.round(box.top + window.scrollY));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(document.body);
    return () => observer.disconnect();
  }, [element]);
  return top;
}

function Windowed<T>({ items, keyOf, heightOf, children }: Props<T>) {
  const ref = useRef<HTMLUListElement>(null);
  const top = useTop(ref);
  const list = useWindowVirtualizer({
    count: items.length,
    estimateSize: (index) => {
      const item = items[index];
      return item === undefined ? 0 : heightOf(item);
    },
    getItemKey: (index) => {
      const item = items[index];
      return item === undefined ? index : keyOf(item, index);
    },
    overscan: 4,
    scrollMargin: top,
  });
  return (
    <Box as="ul" ref={ref} position="relative" style={{ height: list.getTotalSize() }}>
      {list.getVirtualItems().map(({ index, start, key }) => {
        const item = items[index];
        return item === undefined ? null : (
          <Box
            as="li"
            key={key}
            ref={list.measureElement}
            data-index={index}
            listStyleType="none"
            position="absolute"
            insetX="0"
            top="0"
            style={{ transform: `translateY(${start - list.options.scrollMargin}px)` }}
          >
            {children(item, index)}
          </Box>
        );
      })}
    </Box>
  );
}

/**
 * A list of any length that scrolls with the page: of a long one only what is near the window is in the page. On paper
 * it is whole.
 */
export function WindowList<T>(props: Props<T>) {
  const { items, keyOf, children, few = FEW } = props;
  const printing = usePrinting();
  if (!printing && items.length > few) return <Windowed {...props} />;
  return (
    <ul>
      {items.map((item, index) => (
        <Box as="li" key={keyOf(item, index)} listStyleType="none" _print={{ breakInside: "avoid" }}>
          {children(item, index)}
        </Box>
      ))}
    </ul>
  );
}
