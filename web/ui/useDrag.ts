import { type KeyboardEvent as ReactKeyboardEvent, type PointerEvent as ReactPointerEvent, useEffect, useRef } from 'react';

/** Where a drag stands: pixels from where it began, the pointer's place, and the keys that are held. */
export interface DragAt {
  readonly dx: number;
  readonly dy: number;
  readonly x: number;
  readonly y: number;
  readonly shift: boolean;
  readonly alt: boolean;
  /** Ctrl, or what stands for it. */
  readonly ctrl: boolean;
}

export interface DragOptions<T> {
  /** Begins; gives what the drag is about, or undefined where there is nothing to drag. */
  start(event: ReactPointerEvent<Element>): T | undefined;
  /** At most once a frame, with the newest place. */
  move(base: T, at: DragAt): void;
  /** Let go after it moved. */
  end(base: T, at: DragAt): void;
  /** Let go where it was taken. */
  click?(base: T, at: DragAt): void;
  /** Given up (Esc, a lost pointer): as if nothing had been. */
  cancel?(base: T): void;
  /** Arrow keys in place of the pointer: steps of 1, of 10 with Shift. Gives whether it did something. */
  nudge?(dx: number, dy: number): boolean;
  /** Pixels before it counts as moved. */
  slack?: number;
}

interface Running<T> {
  readonly base: T;
  readonly x: number;
  readonly y: number;
  readonly pointer: number;
  readonly target: Element;
  moved: boolean;
  at: DragAt;
  frame: number;
  stop(): void;
}

const SLACK = 3;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** Handlers of something that is dragged: the pointer is captured, moves are told once a frame, Esc gives up, arrow keys do the same. */
export function useDrag<T>(options: DragOptions<T>) {
  const running = useRef<Running<T> | undefined>(undefined);
  const latest = useRef(options);
  latest.current = options;
  // What is dragged may go away under the pointer.
  useEffect(() => () => running.current?.stop(), []);

  const finish = (): Running<T> | undefined => {
    const drag = running.current;
    drag?.stop();
    return drag;
  };
  const giveUp = (): void => {
    const drag = finish();
    if (drag) latest.current.cancel?.(drag.base);
  };
  const onEscape = (event: KeyboardEvent): void => {
    if (event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    giveUp();
  };

  return {
    onPointerDown(event: ReactPointerEvent<Element>): void {
      if (event.button !== 0) return;
      finish();
      const base = latest.current.start(event);
      if (base === undefined) return;
      event.stopPropagation();
      const target = event.currentTarget;
      target.setPointerCapture?.(event.pointerId);
      window.addEventListener('keydown', onEscape, true);
      const drag: Running<T> = {
        base,
        x: event.clientX,
        y: event.clientY,
        pointer: event.pointerId,
        target,
        moved: false,
        at: { dx: 0, dy: 0, x: event.clientX, y: event.clientY, shift: event.shiftKey, alt: event.altKey, ctrl: event.ctrlKey || event.metaKey },
        frame: 0,
        stop() {
          cancelAnimationFrame(drag.frame);
          window.removeEventListener('keydown', onEscape, true);
          if (running.current === drag) running.current = undefined;
        },
      };
      running.current = drag;
    },
    onPointerMove(event: ReactPointerEvent<Element>): void {
      const drag = running.current;
      if (!drag || event.pointerId !== drag.pointer) return;
      drag.at = {
        dx: event.clientX - drag.x,
        dy: event.clientY - drag.y,
        x: event.clientX,
        y: event.clientY,
        shift: event.shiftKey,
        alt: event.altKey,
        ctrl: event.ctrlKey || event.metaKey,
      };
      if (!drag.moved && Math.hypot(drag.at.dx, drag.at.dy) <= (latest.current.slack ?? SLACK)) return;
      drag.moved = true;
      if (drag.frame) return;
      drag.frame = requestAnimationFrame(() => {
        drag.frame = 0;
        if (running.current === drag) latest.current.move(drag.base, drag.at);
      });
    },
    onPointerUp(event: ReactPointerEvent<Element>): void {
      if (!running.current || event.pointerId !== running.current.pointer) return;
      const drag = finish() as Running<T>;
      if (drag.moved) latest.current.end(drag.base, drag.at);
      else latest.current.click?.(drag.base, drag.at);
    },
    onPointerCancel: giveUp,
    onKeyDown(event: ReactKeyboardEvent<Element>): void {
      const way = ARROWS[event.key];
      if (!way || event.altKey || event.ctrlKey || event.metaKey || event.target !== event.currentTarget) return;
      const step = event.shiftKey ? 10 : 1;
      if (!latest.current.nudge?.(way[0] * step, way[1] * step)) return;
      event.preventDefault();
      event.stopPropagation();
    },
  };
}

/** A value drawn to the nearest of some places within reach; undefined places are none. */
export function snapped(value: number, places: readonly number[], reach: number): number {
  let best = value;
  let away = reach;
  for (const place of places) {
    const distance = Math.abs(place - value);
    if (distance <= away) {
      away = distance;
      best = place;
    }
  }
  return best;
}
