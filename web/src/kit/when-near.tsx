import { Box } from "@chakra-ui/react";
import { type ReactNode, useEffect, useRef, useState } from "react";

interface Props {
  /** Room that is kept until it is drawn, in pixels. */
  readonly height: number;
  readonly children: ReactNode;
}

/** Draws what is costly when it comes near the window, or when the page is printed, and keeps it from then on. */
export function WhenNear({ height, children }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    if (near || !ref.current) return;
    const show = () => setNear(true);
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting && show(), {
      rootMargin: "600px",
    });
    observer.observe(ref.current);
    window.addEventListener("beforeprint", show);
    return () => {
      observer.disconnect();
      window.removeEventListener("beforeprint", show);
    };
  }, [near]);
  return (
    <Box ref={ref} minH={near ? undefined : `${height}px`}>
      {near ? children : null}
    </Box>
  );
}
