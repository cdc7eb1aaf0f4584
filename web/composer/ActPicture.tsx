import { useEffect, useRef, useState } from 'react';
import type { Character } from '#core/document/schema';
import type { Act } from '../workers/acts.worker.ts';
import { ACT_RATE, ACT_SIZE, actFrames, actStill } from './acts.ts';

/** Cards in view play one after another, so long each, milliseconds. */
const TURN = 2200;
const inView = new Set<(on: boolean) => void>();
let turning: ReturnType<typeof setInterval> | undefined;

/** Gives each picture in view its turn to play; none where motion is not wanted. */
function takeTurns(): void {
  if (turning || window.matchMedia?.('(prefers-reduced-motion: reduce)').matches) return;
  let at = 0;
  turning = setInterval(() => {
    const all = [...inView];
    if (!all.length) return;
    all[at % all.length]?.(false);
    at++;
    all[at % all.length]?.(true);
  }, TURN);
}

/** A character doing something: a still at its stroke, moving while it is pointed at or has its turn. */
export function ActPicture({
  character,
  act,
  seconds,
  playing,
  size,
}: {
  character: Character;
  act: Act;
  seconds: number;
  playing: boolean;
  size: { width: number; height: number };
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [near, setNear] = useState(false);
  const [turn, setTurn] = useState(false);
  const moves = act.kind !== 'stand';
  useEffect(() => {
    const element = canvas.current;
    if (!element || typeof IntersectionObserver === 'undefined') return setNear(true);
    const watch = new IntersectionObserver(([entry]) => setNear(entry?.isIntersecting === true), { rootMargin: '60px' });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (!near || !moves) return;
    inView.add(setTurn);
    takeTurns();
    return () => {
      inView.delete(setTurn);
      if (!inView.size) {
        clearInterval(turning);
        turning = undefined;
      }
    };
  }, [near, moves]);
  const runs = moves && (playing || turn);
  useEffect(() => {
    if (!near) return;
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return;
    let here = true;
    let timer: ReturnType<typeof setInterval> | undefined;
    const still = (): void =>
      void actStill(character, act).then((bitmap) => {
        if (here && !timer) context.drawImage(bitmap, 0, 0);
      });
    still();
    if (runs)
      void actFrames(character, act, seconds).then((strip) => {
        if (!here) return;
        const count = Math.floor(strip.width / ACT_SIZE.width);
        let n = 0;
        timer = setInterval(() => {
          context.drawImage(strip, (n % count) * ACT_SIZE.width, 0, ACT_SIZE.width, ACT_SIZE.height, 0, 0, ACT_SIZE.width, ACT_SIZE.height);
          n++;
        }, 1000 / ACT_RATE);
      });
    return () => {
      here = false;
      clearInterval(timer);
      if (runs) void actStill(character, act).then((bitmap) => context.drawImage(bitmap, 0, 0));
    };
  }, [near, runs, character, act, seconds]);
  // biome-ignore lint/a11y/noAriaHiddenOnFocusable: nothing in it takes the focus
  return <canvas ref={canvas} width={ACT_SIZE.width} height={ACT_SIZE.height} aria-hidden="true" className="block bg-bench" style={size} />;
}
