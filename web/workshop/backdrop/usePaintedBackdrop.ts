import { useEffect, useRef, useState } from 'react';
import type { Backdrop } from '#core/document/schema';
import type { View } from '#core/stage/frame';
import { stage } from '../../stage/client.ts';

interface Wish {
  readonly backdrop: Backdrop;
  readonly width: number;
  readonly view: View | undefined;
  readonly seconds: number;
}

/** Milliseconds from each wish to its picture, for measuring. */
export const paintTimes: number[] = [];

/** The newest picture of a backdrop: one is painted at a time, and what was wished for meanwhile follows as it is by then. */
export function usePaintedBackdrop(backdrop: Backdrop, width: number, view?: View, seconds = 0): ImageBitmap | undefined {
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  const wish = useRef<Wish | undefined>(undefined);
  const busy = useRef(false);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  useEffect(() => {
    wish.current = { backdrop, width, view, seconds };
    const paint = async (): Promise<void> => {
      const next = wish.current;
      if (busy.current || !next || !next.width) return;
      wish.current = undefined;
      busy.current = true;
      const began = performance.now();
      const picture = await stage().backdrop(next.backdrop, next.width, { ...(next.view ? { view: next.view } : {}), seconds: next.seconds, again: true });
      paintTimes.push(performance.now() - began);
      if (paintTimes.length > 400) paintTimes.splice(0, 200);
      busy.current = false;
      if (here.current) setBitmap(picture);
      void paint();
    };
    void paint();
  }, [backdrop, width, view, seconds]);
  return bitmap;
}
