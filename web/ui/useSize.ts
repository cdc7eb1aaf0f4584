import { type RefObject, useEffect, useState } from 'react';

interface Size {
  readonly width: number;
  readonly height: number;
}

const NOTHING: Size = { width: 0, height: 0 };

/** How large an element is on the page, and becomes; `first` until it is there. */
export function useSize(of: RefObject<HTMLElement | null>, first: Size = NOTHING): Size {
  const [size, setSize] = useState(first);
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }));
    watch.observe(element);
    return () => watch.disconnect();
  }, [of]);
  return size;
}
