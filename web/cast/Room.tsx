import { useEffect, useMemo, useRef, useState } from 'react';
import type { Backdrop, Character } from '#core/document/schema';
import type { Trying } from '../workers/cast.worker.ts';
import type { CastClient } from './client.ts';
import { LEFT, MASCOT_LEFT, MASCOT_RIGHT, nameIn, pinOf, placeIn, RIGHT, type RoomSlot, SLOT_INFO } from './slots.ts';

const BACKGROUND = '#eaf2f0';
const CARD = { width: 116, height: 44, gap: 8, inset: 20, top: 24 } as const;

interface Props {
  readonly client: CastClient;
  readonly character: Character;
  readonly trying: Trying;
  readonly slot: RoomSlot;
  readonly hidden: ReadonlySet<string>;
  /** Before what the figure is tried; the plain room if left out. */
  readonly backdrop: Backdrop | undefined;
  readonly onSlot: (slot: RoomSlot) => void;
}

/** The figure, alive, with its parts called out at both sides and threaded to the places that they change. */
export function Room({ client, character, trying, slot, hidden, backdrop, onSlot }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const attached = useRef(false);
  const [size, setSize] = useState({ width: 756, height: 560 });
  const [near, setNear] = useState<RoomSlot>();
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: Math.max(320, Math.round(entry.contentRect.width)), height: Math.max(240, Math.round(entry.contentRect.height)) });
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (attached.current || !canvas.current) return;
    attached.current = true;
    client.attach(canvas.current);
  }, [client]);
  const { scale, floor } = useMemo(() => placeIn(character, size.width, size.height), [character, size]);
  useEffect(() => client.room(size.width, size.height, scale, floor, BACKGROUND, backdrop), [client, size, scale, floor, backdrop]);
  useEffect(() => client.show(character, trying), [client, character, trying]);

  const person = character.kind === 'person';
  const sides = useMemo(() => {
    const lay = (list: readonly RoomSlot[]) =>
      list
        .map((one) => ({ slot: one, pin: pinOf(character, one, trying.turn) }))
        .sort((a, b) => a.pin.y - b.pin.y)
        .map(({ slot: one, pin }, n) => ({
          slot: one,
          x: size.width / 2 + pin.x * scale,
          y: floor + pin.y * scale,
          top: CARD.top + n * ((size.height - CARD.top * 2 - CARD.height) / (list.length - 1)),
        }));
    if (character.picture) return { left: [], right: [] };
    return person ? { left: lay(LEFT), right: lay(RIGHT) } : { left: lay(MASCOT_LEFT), right: lay(MASCOT_RIGHT) };
  }, [character, person, size, scale, floor, trying.turn]);

  return (
    <div
      ref={box}
      className="relative min-h-0 flex-1 overflow-hidden bg-bench"
      data-room
      onPointerMove={(event) => {
        const at = event.currentTarget.getBoundingClientRect();
        client.gaze(((event.clientX - at.left) / at.width - 0.5) * 2.4, ((event.clientY - at.top) / at.height - 0.32) * 2);
        // Pointing at the figure finds the slot: the nearest pin within reach.
        const [px, py] = [event.clientX - at.left, event.clientY - at.top];
        const [closest] = [...sides.left, ...sides.right].map(({ slot: one, x, y }) => ({ one, far: Math.hypot(x - px, y - py) })).sort((a, b) => a.far - b.far);
        setNear(closest && closest.far < 34 ? closest.one : undefined);
      }}
      onPointerLeave={() => {
        client.gaze(0, 0);
        setNear(undefined);
      }}
      onPointerUp={(event) => near && !(event.target as HTMLElement).closest('button') && onSlot(near)}
    >
      <canvas ref={canvas} role="img" aria-label={`${character.name}, alive`} className="absolute inset-0" style={{ width: size.width, height: size.height }} />
      {
        <svg width={size.width} height={size.height} className="pointer-events-none absolute inset-0" aria-hidden="true">
          {[...sides.left.map((one) => ({ ...one, from: CARD.inset + CARD.width })), ...sides.right.map((one) => ({ ...one, from: size.width - CARD.inset - CARD.width }))].map(
            ({ slot: one, x, y, top, from }) => {
              const start = top + CARD.height / 2;
              const bend = (x - from) * 0.5;
              const chosen = one === slot || one === near;
              return (
                <g key={one} opacity={hidden.has(one) ? 0.4 : 1}>
                  <path
                    d={`M${from} ${start}C${from + bend} ${start} ${x - bend * 0.7} ${y} ${x} ${y}`}
                    fill="none"
                    stroke={chosen ? '#04585f' : '#6f8586'}
                    strokeWidth={chosen ? 1.8 : 1.1}
                    opacity={chosen ? 1 : 0.75}
                  />
                  <circle cx={x} cy={y} r={3.6} fill="#f8fcfb" stroke="#04585f" strokeWidth={chosen ? 2.4 : 1.6} />
                </g>
              );
            },
          )}
        </svg>
      }
      {(['left', 'right'] as const).map((side) =>
        sides[side].map(({ slot: one, top }) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === slot}
            data-slot={one}
            onClick={() => onSlot(one)}
            className={`absolute rounded-[9px] border px-2.5 py-1 text-left transition-colors duration-[120ms] ${one === slot ? 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line bg-paper/95 hover:border-edge'} ${one === near && one !== slot ? '!border-ink' : ''}`}
            style={{ top, [side]: CARD.inset, width: CARD.width, height: CARD.height }}
          >
            <span className="block truncate text-[13px] leading-[17px] font-[650]">{SLOT_INFO[one].label}</span>
            <span className="block truncate text-[12px] leading-[16px] text-ink-2">{hidden.has(one) ? 'hidden for now' : nameIn(character, one)}</span>
          </button>
        )),
      )}
    </div>
  );
}
