import { type CSSProperties, type RefObject, useState } from 'react';
import { choose, useView, view } from '../state/view.ts';
import { useDrag } from '../ui/useDrag.ts';
import type { PlacedScene } from './film.ts';
import { keyAt } from './layerKeyLists.ts';

interface Start {
  /** Where it began, in the pixels of what scrolls. */
  readonly x: number;
  readonly y: number;
  readonly added: boolean;
}

/** A box that is drawn on empty lanes: cues and keys within it are chosen together. */
export function useBand(scene: PlacedScene, scroller: RefObject<HTMLDivElement | null>) {
  const [box, setBox] = useState<CSSProperties>();
  const lanes = (): HTMLElement | null => scroller.current?.querySelector<HTMLElement>('[data-lanes]') ?? null;
  const drag = useDrag<Start>({
    start(event) {
      const target = event.target as HTMLElement;
      if (target.closest('button, [role="button"], input')) return undefined;
      const at = lanes()?.getBoundingClientRect();
      if (!at || event.clientX - (scroller.current?.getBoundingClientRect().left ?? 0) < useView.getState().left) return undefined;
      return { x: event.clientX - at.left, y: event.clientY - at.top, added: event.shiftKey || event.ctrlKey || event.metaKey };
    },
    move({ x, y }, { dx, dy }) {
      setBox({ left: Math.min(x, x + dx), top: Math.min(y, y + dy), width: Math.abs(dx), height: Math.abs(dy) });
    },
    end({ added }, { x, y, dx, dy }) {
      setBox(undefined);
      const [l, r, t, b] = [Math.min(x, x - dx), Math.max(x, x - dx), Math.min(y, y - dy), Math.max(y, y - dy)];
      const within = (element: Element): boolean => {
        const at = element.getBoundingClientRect();
        return at.right > l && at.left < r && at.bottom > t && at.top < b;
      };
      const all = lanes();
      if (!all) return;
      const cues = [...all.querySelectorAll<HTMLElement>('[data-cue]')].filter(within).map((element) => element.dataset.cue as string);
      const keys = [...all.querySelectorAll<HTMLElement>('[data-key]')].filter(within).map((element) => element.dataset.key as string);
      const state = useView.getState();
      if (cues.length) {
        const together = added ? [...new Set([...state.together, ...cues])] : cues;
        choose({ kind: 'cue', id: together.at(-1) as string });
        view({ together });
      } else if (keys.length) {
        const chosen = added ? [...new Set([...state.keys, ...keys])] : keys;
        const layer = keyAt(scene, chosen.at(-1) as string)?.layer;
        if (layer !== undefined) choose({ kind: 'layer', id: layer });
        view({ keys: chosen, last: 'key' });
      } else if (!added) choose(undefined);
    },
    click({ added }) {
      if (!added) choose(undefined);
    },
    cancel: () => setBox(undefined),
  });
  return { box, handlers: drag };
}
