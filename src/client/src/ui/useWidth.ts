import { useLayoutEffect, useRef, useState } from "react";

/** The width of an element in CSS pixels, kept up to date. */
export function useWidth<T extends Element>(): [React.RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.round(entry.contentRect.width)));
    watch.observe(element);
    setWidth(Math.round(element.getBoundingClientRect().width));
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}
