import { useEffect, useRef, useState } from "react";

/** The height of an element, followed. */
export function useHeight<E extends HTMLElement>(first: number) {
  const ref = useRef<E>(null);
  const [height, setHeight] = useState(first);
  useEffect(() => {
    const element = ref.current;
    if (!element || typeof ResizeObserver === "undefined") return;
    const observer = new ResizeObserver(([entry]) => entry && setHeight(Math.max(entry.contentRect.height, 200)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, height] as const;
}
