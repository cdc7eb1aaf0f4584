import { type RefObject, useEffect, useRef } from 'react';
import type { ScheduledLine } from '#core/schedule/lines';
import { useView, view } from '../state/view.ts';
import { type DragAt, useDrag } from '../ui/useDrag.ts';

/** Pixels that a word is pulled down by before it looks for a lane. */
const LEAST_PULL = 24;

/** A word on the ribbon: what hangs from it is chosen by a click, by Enter, or by pulling it down onto a lane. */
export function RibbonWord({ id, text, left, line }: { id: string; text: string; left: number; line: ScheduledLine }) {
  const element = useRef<HTMLButtonElement>(null);
  const word = line.words.find((w) => w.id === id) as ScheduledLine['words'][number];
  useSpoken(element, word.start, word.end);
  const hang = (kind?: string, layer?: string, at?: { x: number; y: number }): void => {
    const box = element.current?.getBoundingClientRect();
    view({
      line: line.id,
      cue: undefined,
      hanging: { line: line.id, word: id, x: at?.x ?? box?.left ?? 0, y: at?.y ?? box?.bottom ?? 0, ...(kind ? { kind } : {}), ...(layer ? { layer } : {}) },
    });
  };
  const target = (at?: { x: number; y: number }): HTMLElement | undefined => {
    for (const marked of document.querySelectorAll('[data-lane-target]')) marked.removeAttribute('data-lane-target');
    const lane = at && (document.elementsFromPoint(at.x, at.y).find((each) => (each as HTMLElement).dataset.lane) as HTMLElement | undefined);
    lane?.setAttribute('data-lane-target', '');
    document.body.style.cursor = at ? 'copy' : '';
    return lane;
  };
  const far = ({ dy }: DragAt): boolean => Math.abs(dy) > LEAST_PULL;
  const drag = useDrag<string>({
    start: () => id,
    move: (_id, at) => void target(far(at) ? at : undefined),
    end: (_id, at) => {
      const lane = far(at) ? target(at) : undefined;
      target();
      if (lane) hang(lane.dataset.laneKind, lane.dataset.laneLayer, at);
      else if (!far(at)) hang();
    },
    click: () => hang(),
    cancel: () => void target(),
  });
  return (
    <button
      ref={element}
      type="button"
      tabIndex={-1}
      data-word={id}
      aria-label={`Word ${text}: hang a cue`}
      className="absolute top-[22px] rounded-[3px] font-serif text-[12.5px] leading-[19px] font-medium whitespace-nowrap text-ink hover:underline data-[spoken]:font-bold"
      style={{ left }}
      {...drag}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          hang();
        }
        const step = event.key === 'ArrowRight' ? element.current?.nextElementSibling : event.key === 'ArrowLeft' ? element.current?.previousElementSibling : undefined;
        if (step instanceof HTMLElement && step.dataset.word) {
          event.preventDefault();
          event.stopPropagation();
          step.focus();
        }
        if (event.key === 'ArrowUp') {
          event.preventDefault();
          event.stopPropagation();
          element.current?.closest<HTMLElement>('[data-line]')?.focus();
        }
      }}
    >
      {text}
    </button>
  );
}

/** Marks an element while the playhead is over its span, without rendering again. */
function useSpoken(element: RefObject<HTMLElement | null>, start: number, end: number): void {
  useEffect(() => {
    const mark = (tick: number): void => {
      element.current?.toggleAttribute('data-spoken', tick >= start && tick < end);
    };
    mark(useView.getState().tick);
    return useView.subscribe((state) => mark(state.tick));
  }, [element, start, end]);
}
