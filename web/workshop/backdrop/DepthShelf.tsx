import { scaleLog } from 'd3-scale';
import { useRef } from 'react';
import type { Backdrop } from '#core/document/schema';
import { changeBackdropPlane } from '#core/edit/commands/backdrop';
import { setOf } from '#core/stage/sets/index';
import type { SetPlane } from '#core/stage/sets/set';
import { planesOf } from '#core/stage/world/planes';
import { usePainted } from '../../composer/LayerPicture.tsx';
import { stage } from '../../stage/client.ts';
import { preview, run } from '../../state/production.ts';
import { Bitmap } from '../../ui/Bitmap.tsx';
import { useDrag } from '../../ui/useDrag.ts';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;

/** The camera stands so many metres before people: distances are seen from there. */
const CAMERA = 6;
const [NEAREST, FARTHEST] = [-3, 1000] as const;
/** Of the way along the shelf, what lies before people and close behind them. */
const LEAST_STEP = 0.1;
const CARD = { width: 92, height: 71 } as const;
/** From the cards down to the line of metres. */
const THREADS = 34;
const TICKS = [-2, 0, 3, 8, 20, 60, 200] as const;

const rounded = (metres: number): number => (Math.abs(metres) < 10 ? Math.round(metres * 10) / 10 : Math.round(metres));
export const metresText = (metres: number): string => (metres >= 900 ? 'far' : `${metres < 0 ? '−' : ''}${Math.abs(rounded(metres))} m`);

/** The planes of a backdrop from the side, the far ones left: each is dragged to its distance. */
export function DepthShelf({
  scene,
  backdrop,
  settled,
  width,
  chosen,
  onChoose,
}: {
  scene: string;
  backdrop: SetBackdrop;
  /** As it is without what is only tried: small pictures are painted of this. */
  settled: SetBackdrop;
  width: number;
  chosen: string | undefined;
  onChoose: (plane: string) => void;
}) {
  const set = setOf(backdrop.set);
  if (!set || width < 100) return null;
  const planes = planesOf(set, backdrop);
  const scale = scaleLog()
    .domain([FARTHEST + CAMERA, NEAREST + CAMERA])
    .range([24, width - 24]);
  const at = (metres: number): number => scale(metres + CAMERA);
  const room = width / Math.max(1, planes.length);
  const cardWidth = Math.min(CARD.width, room - 6);
  return (
    <section aria-label="Depth" className="relative select-none" style={{ width, height: CARD.height + THREADS + 34 }} data-depth-shelf>
      <svg width={width} height={CARD.height + THREADS + 34} className="pointer-events-none absolute inset-0" aria-hidden="true">
        <line x1={12} x2={width - 12} y1={CARD.height + THREADS + 8} y2={CARD.height + THREADS + 8} stroke="var(--color-edge)" />
        {TICKS.map((metres) => (
          <g key={metres} transform={`translate(${at(metres)} ${CARD.height + THREADS + 8})`}>
            <line y1={-3} y2={3} stroke="var(--color-edge)" />
            <text y={17} textAnchor="middle" fontSize="11" fill="var(--color-ink-3)">
              {metres === 0 ? '' : metresText(metres)}
            </text>
          </g>
        ))}
        <g transform={`translate(${at(0)} ${CARD.height + THREADS + 8})`}>
          <path d="M0-9a3 3 0 1 0 .01 0M-4 6v-4a4 4 0 0 1 8 0v4z" transform="translate(0 -1)" fill="var(--color-ink)" />
          <text y={18} textAnchor="middle" fontSize="11" fontWeight="650" fill="var(--color-ink)">
            people
          </text>
        </g>
        {planes.map(({ id, distance }, n) => {
          const from = room * (n + 0.5);
          const to = at(distance);
          return (
            <path
              key={id}
              d={`M${from} ${CARD.height + 2} C${from} ${CARD.height + THREADS * 0.6} ${to} ${CARD.height + THREADS * 0.5} ${to} ${CARD.height + THREADS + 4}`}
              fill="none"
              stroke={chosen === id ? 'var(--color-ink)' : 'var(--color-edge)'}
              strokeWidth={chosen === id ? 1.75 : 1.25}
            />
          );
        })}
      </svg>
      {planes.map((plane, n) => (
        <PlaneCard
          key={plane.id}
          scene={scene}
          settled={settled}
          plane={plane}
          left={room * (n + 0.5) - cardWidth / 2}
          width={cardWidth}
          pin={at(plane.distance)}
          chosen={chosen === plane.id}
          onChoose={() => onChoose(plane.id)}
          metresAt={(metres, dx) => Math.max(NEAREST, Math.min(FARTHEST, scale.invert(at(metres) + dx) - CAMERA))}
          others={planes.map(({ id }) => id)}
        />
      ))}
    </section>
  );
}

function PlaneCard({
  scene,
  settled,
  plane,
  left,
  width,
  pin,
  chosen,
  onChoose,
  metresAt,
  others,
}: {
  scene: string;
  settled: SetBackdrop;
  plane: SetPlane;
  left: number;
  width: number;
  pin: number;
  chosen: boolean;
  onChoose: () => void;
  metresAt: (metres: number, dx: number) => number;
  others: readonly string[];
}) {
  const { id, name, distance, floorTop } = plane;
  // A floor begins where people stand: it has no other distance.
  const fixed = floorTop !== undefined;
  const newest = useRef(distance);
  const moved = (metres: number): number => (newest.current = rounded(metres));
  const drag = useDrag<number>({
    start: () => {
      onChoose();
      return fixed ? undefined : distance;
    },
    move: (base, { dx }) => preview(changeBackdropPlane(scene, id, { distance: moved(metresAt(base, dx)) })),
    end: (base, { dx }) => void run(`${name} to ${metresText(moved(metresAt(base, dx)))}`, changeBackdropPlane(scene, id, { distance: newest.current })),
    cancel: () => preview(undefined),
    nudge(dx) {
      if (fixed || !dx) return false;
      // The far lies left: an arrow to the right brings it nearer.
      const step = Math.max(LEAST_STEP, Math.abs(distance) * 0.05) * -dx;
      const to = Math.max(NEAREST, Math.min(FARTHEST, rounded(distance + step)));
      return run(`${name} to ${metresText(to)}`, changeBackdropPlane(scene, id, { distance: to })) !== undefined;
    },
  });
  const picture = usePainted(settled, `plane ${id}`, () => {
    const planes = Object.fromEntries(others.filter((other) => other !== id).map((other) => [other, { ...settled.planes?.[other], hidden: true as const }]));
    return stage().backdrop({ ...settled, planes: { ...settled.planes, ...planes } }, CARD.width * 2);
  });
  return (
    <>
      <div
        role="slider"
        tabIndex={0}
        aria-label={`Distance of ${name}`}
        aria-valuemin={NEAREST}
        aria-valuemax={FARTHEST}
        aria-valuenow={rounded(distance)}
        aria-valuetext={fixed ? `from people to ${metresText(distance)}, fixed` : metresText(distance)}
        aria-disabled={fixed}
        data-plane={id}
        className={`absolute top-0 flex flex-col overflow-hidden rounded-[7px] border bg-paper text-left ${chosen ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line hover:border-edge'} ${fixed ? 'cursor-pointer' : 'cursor-ew-resize'}`}
        style={{ left, width, height: CARD.height }}
        {...drag}
      >
        <Bitmap bitmap={picture} width={width} height={CARD.height - 19} className="w-full object-cover" />
        <span className="flex h-[19px] items-center gap-1 px-1 text-[11px] leading-none">
          <span className="min-w-0 flex-1 truncate font-semibold">{name}</span>
          <span className="text-ink-3">{fixed ? 'floor' : metresText(distance)}</span>
        </span>
      </div>
      <span
        aria-hidden="true"
        className={`pointer-events-none absolute size-[9px] rounded-full border-2 ${chosen ? 'border-ink bg-lamp' : 'border-ink-3 bg-paper'}`}
        style={{ left: pin - 4.5, top: CARD.height + THREADS + 3.5 }}
      />
    </>
  );
}
