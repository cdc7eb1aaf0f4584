import { type RefObject, useEffect, useRef } from 'react';

/** Two fingers: how much farther apart they are than a moment ago, where their middle is, and how far it went, pixels of the window. */
export interface Pinch {
  readonly factor: number;
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

interface Fingers {
  readonly x: number;
  readonly y: number;
  readonly apart: number;
}
const fingersOf = ({ touches }: TouchEvent): Fingers | undefined => {
  const [a, b] = [touches[0], touches[1]];
  if (touches.length !== 2 || !a || !b) return undefined;
  return { x: (a.clientX + b.clientX) / 2, y: (a.clientY + b.clientY) / 2, apart: Math.max(1, Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY)) };
};

/** Two fingers on an element. What the first of them had begun to drag is given up: it is no drag. */
export function usePinch(element: RefObject<HTMLElement | null>, onPinch: (pinch: Pinch) => void): void {
  const latest = useRef(onPinch);
  latest.current = onPinch;
  useEffect(() => {
    const target = element.current;
    if (!target) return;
    let last: Fingers | undefined;
    const begin = (event: TouchEvent): void => {
      last = fingersOf(event);
      if (!last) return;
      event.preventDefault();
      for (const { target: touched } of event.touches) touched.dispatchEvent(new Event('pointercancel', { bubbles: true }));
    };
    const move = (event: TouchEvent): void => {
      const now = fingersOf(event);
      if (!now || !last) return;
      event.preventDefault();
      latest.current({ factor: now.apart / last.apart, x: now.x, y: now.y, dx: now.x - last.x, dy: now.y - last.y });
      last = now;
    };
    const end = (event: TouchEvent): void => {
      last = fingersOf(event);
    };
    target.addEventListener('touchstart', begin, { passive: false });
    target.addEventListener('touchmove', move, { passive: false });
    target.addEventListener('touchend', end);
    target.addEventListener('touchcancel', end);
    return () => {
      target.removeEventListener('touchstart', begin);
      target.removeEventListener('touchmove', move);
      target.removeEventListener('touchend', end);
      target.removeEventListener('touchcancel', end);
    };
  }, [element]);
}
