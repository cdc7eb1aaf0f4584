import { type PointerEvent as ReactPointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { CharacterLayer, Layer } from '#core/document/schema';
import { changeCue } from '#core/edit/commands/cues';
import { changeLayer } from '#core/edit/commands/stage';
import { heightOf } from '#core/figure/proportions';
import { cameraAt, frameSize } from '#core/stage/camera';
import { sample } from '#core/time/track';
import { stage } from '../stage/client.ts';
import { preview, run, useProduction } from '../state/production.ts';
import { choose, useView } from '../state/view.ts';
import { ribbonPath, toneOf } from '../ui/speakers.ts';
import { layerColour, type PlacedScene } from './film.ts';

/** The stage on deep: the whole set while editing, with lamp corners for the shot; the shot itself while playing. */
export function StageView({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document);
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 608, height: 342 });
  const throughCamera = useView((state) => state.throughCamera);
  const playing = useView((state) => state.playing);
  const shape = document_?.production.frame ?? '16:9';
  const frame = frameSize(shape);

  useEffect(() => {
    const element = room.current;
    if (!element) return;
    const measure = (): void => {
      const k = Math.min(element.clientWidth / frame.width, element.clientHeight / frame.height);
      setSize({ width: Math.floor(frame.width * k), height: Math.floor(frame.height * k) });
    };
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    measure();
    return () => watch.disconnect();
  }, [frame.width, frame.height]);

  useEffect(() => {
    const canvas = stageCanvas();
    canvas.className = 'block h-full w-full rounded-[3px]';
    canvas.setAttribute('aria-label', 'The stage');
    holder.current?.append(canvas);
    stage().onProblem = (sentence) => toast.error(sentence, { id: 'stage' });
  }, []);
  useEffect(() => {
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    stage().resize(Math.max(2, Math.round(size.width * ratio)), Math.max(2, Math.round(size.height * ratio)));
  }, [size]);

  const whole = !playing && !throughCamera;
  return (
    <div className="relative flex min-w-0 flex-1 flex-col px-3.5 pt-4 pb-4">
      <div ref={room} className="flex min-h-0 flex-1 items-center justify-center">
        <div ref={holder} className="relative overflow-hidden rounded-[3px] bg-deep-2" style={size}>
          {whole && <Overlay scene={scene} size={size} />}
        </div>
      </div>
    </div>
  );
}

let made: HTMLCanvasElement | undefined;
/** One canvas for the page: its control can be handed to the worker only once. */
function stageCanvas(): HTMLCanvasElement {
  if (!made) {
    made = document.createElement('canvas');
    made.dataset.stage = '';
    stage().attach(made);
  }
  return made;
}

/** What is grabbed on the stage: floor tapes to slide along, a pin to size, lamp corners of the shot. */
function Overlay({ scene, size }: { scene: PlacedScene; size: { width: number; height: number } }) {
  const document_ = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const tick = useView((state) => state.tick);
  const selected = useView((state) => state.layer);
  const selectedCue = useView((state) => state.cue);
  const shape = document_.production.frame;
  const frame = frameSize(shape);
  const k = size.width / frame.width;
  const sx = (x: number): number => (x + frame.width / 2) * k;
  const sy = (y: number): number => (y + frame.height / 2) * k;
  const camera = useMemo(() => cameraAt(scene, tick, shape), [scene, tick, shape]);
  const corner = { left: sx(camera.x - camera.width / 2), right: sx(camera.x + camera.width / 2), top: 0, bottom: 0 };
  const h = (camera.width * frame.height) / frame.width;
  corner.top = sy(camera.y - h / 2);
  corner.bottom = sy(camera.y + h / 2);
  const inset = 5;
  const arm = 14;
  const [l, r, t, b] = [corner.left + inset, corner.right - inset, corner.top + inset, corner.bottom - inset];
  const lampPath = `M${l} ${t + arm}V${t}H${l + arm}M${r - arm} ${t}H${r}V${t + arm}M${r} ${b - arm}V${b}H${r - arm}M${l + arm} ${b}H${l}V${b - arm}`;
  const cue = selectedCue ? scene.scene.cues[selectedCue] : undefined;
  return (
    <svg
      width={size.width}
      height={size.height}
      className="absolute inset-0 z-10"
      role="group"
      aria-label="Things on the stage"
      onPointerDown={(event) => event.target === event.currentTarget && choose(undefined)}
    >
      {Object.entries(scene.scene.layers)
        .sort(([, a], [, b2]) => (a.order < b2.order ? -1 : 1))
        .map(([id, layer]) =>
          layer.hidden ? null : (
            <Grab
              key={id}
              id={id}
              layer={layer}
              scene={scene}
              tick={tick}
              k={k}
              sx={sx}
              sy={sy}
              selected={selected === id}
              colour={layerColour(document_, scene.id, id)}
              name={layer.kind === 'character' ? (document_.characters[layer.character]?.name ?? '') : layer.name}
            />
          ),
        )}
      {cue?.kind === 'move' && (
        <MoveTarget
          id={selectedCue as string}
          x={cue.x}
          y={cue.y}
          scene={scene}
          k={k}
          sx={sx}
          sy={sy}
          colour={layerColour(document_, scene.id, cue.layer)}
          from={scene.layers.get(cue.layer)}
        />
      )}
      {scene.shots.length > 0 && <path d={lampPath} fill="none" stroke="#0f2126" strokeWidth={4.5} opacity={0.35} pointerEvents="none" />}
      {scene.shots.length > 0 && <path d={lampPath} fill="none" stroke="#f8cc2f" strokeWidth={2.5} pointerEvents="none" />}
    </svg>
  );
}

interface GrabProps {
  readonly id: string;
  readonly layer: Layer;
  readonly scene: PlacedScene;
  readonly tick: number;
  readonly k: number;
  readonly sx: (x: number) => number;
  readonly sy: (y: number) => number;
  readonly selected: boolean;
  readonly colour: number | undefined;
  readonly name: string;
}

function Grab({ id, layer, scene, tick, k, sx, sy, selected, colour, name }: GrabProps) {
  const tone = toneOf(colour);
  const acting = scene.layers.get(id);
  const x = acting ? sample(acting.x, tick) : layer.x;
  const y = acting ? sample(acting.y, tick) : layer.y;
  const tall = (acting ? heightOf(acting.p) + (acting.character.kind === 'mascot' ? 34 : 20) : 200) * layer.scale;
  const half = (acting ? acting.p.shoulder + 26 : 80) * layer.scale;
  const drag = useRef<{ x: number; y: number; base: Layer; size: boolean; moved: boolean } | undefined>(undefined);
  const edit = (event: ReactPointerEvent) => {
    const now = drag.current;
    if (!now) return undefined;
    const dx = (event.clientX - now.x) / k;
    const dy = (event.clientY - now.y) / k;
    if (now.size)
      return changeLayer(scene.id, id, { scale: Math.round(Math.max(0.2, Math.min(6, now.base.scale * (1 - dy / (tall || 1)))) * 100) / 100 } as Partial<CharacterLayer>);
    let nx = Math.round(now.base.x + dx);
    // The floor holds: a small way up or down is no move of its own.
    const ny = Math.abs(dy) < 14 && !event.shiftKey ? now.base.y : Math.round(now.base.y + dy);
    if (Math.abs(nx) < 9) nx = 0;
    return changeLayer(scene.id, id, { x: nx, y: ny } as Partial<CharacterLayer>);
  };
  const handlers = (sizing: boolean) => ({
    onPointerDown: (event: ReactPointerEvent<SVGElement>) => {
      if (event.button !== 0) return;
      event.stopPropagation();
      choose({ kind: 'layer', id });
      if (layer.locked) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, y: event.clientY, base: layer, size: sizing, moved: false };
    },
    onPointerMove: (event: ReactPointerEvent<SVGElement>) => {
      if (!drag.current) return;
      if (Math.hypot(event.clientX - drag.current.x, event.clientY - drag.current.y) > 2) drag.current.moved = true;
      if (drag.current.moved) preview(edit(event));
    },
    onPointerUp: (event: ReactPointerEvent<SVGElement>) => {
      const change = drag.current?.moved ? edit(event) : undefined;
      drag.current = undefined;
      if (change) run(sizing ? `Size ${name}` : `Place ${name}`, change);
      else preview(undefined);
    },
  });
  const tapeWidth = Math.max(54, half * 1.5 * k);
  return (
    <g data-grab={id}>
      <rect
        x={sx(x - half)}
        y={sy(y - tall)}
        width={half * 2 * k}
        height={tall * k}
        fill="transparent"
        className={layer.locked ? 'cursor-not-allowed' : 'cursor-grab'}
        {...handlers(false)}
      >
        <title>{name}</title>
      </rect>
      {selected && (
        <>
          <g className={layer.locked ? 'cursor-not-allowed' : 'cursor-ew-resize'} {...handlers(false)}>
            <path d={ribbonPath(sx(x) - tapeWidth / 2 - 1.5, sy(y) + 3.5, tapeWidth + 3, 15, tone.cut)} fill="#fff" />
            <path d={ribbonPath(sx(x) - tapeWidth / 2, sy(y) + 5, tapeWidth, 12, tone.cut)} fill={tone.strong} />
            <text x={sx(x) - tapeWidth / 2 + 5} y={sy(y) + 14.4} fill="#fff" fontSize={10} fontWeight={680}>
              {name.length * 6 > tapeWidth - 12 ? `${name.slice(0, Math.floor((tapeWidth - 18) / 6))}…` : name}
            </text>
          </g>
          {!layer.locked && (
            <g className="cursor-ns-resize" {...handlers(true)}>
              <rect x={sx(x) - 12} y={sy(y - tall) - 20} width={24} height={24} fill="transparent" />
              <circle cx={sx(x)} cy={sy(y - tall) - 8} r={4.5} fill="#fff" stroke={tone.strong} strokeWidth={2} />
              <title>Drag to size</title>
            </g>
          )}
        </>
      )}
    </g>
  );
}

/** The end of a move, dragged where the character shall arrive. */
function MoveTarget({
  id,
  x,
  y,
  scene,
  k,
  sx,
  sy,
  colour,
  from,
}: {
  id: string;
  x: number;
  y: number;
  scene: PlacedScene;
  k: number;
  sx: (x: number) => number;
  sy: (y: number) => number;
  colour: number | undefined;
  from: ReturnType<PlacedScene['layers']['get']>;
}) {
  const tone = toneOf(colour);
  const drag = useRef<{ x: number; base: number } | undefined>(undefined);
  const start = from ? sample(from.x, Math.max(0, (scene.resolved.cues.get(id)?.start ?? 0) - 1)) : x;
  const edit = (event: ReactPointerEvent) => changeCue(scene.id, id, { x: Math.round((drag.current?.base ?? 0) + (event.clientX - (drag.current?.x ?? 0)) / k) } as never);
  return (
    <g>
      <path
        d={`M${sx(start)} ${sy(y)}Q${(sx(start) + sx(x)) / 2} ${sy(y) - 26} ${sx(x)} ${sy(y)}`}
        fill="none"
        stroke="#fff"
        strokeWidth={2.2}
        strokeDasharray="1 5"
        strokeLinecap="round"
      />
      <g
        className="cursor-ew-resize"
        onPointerDown={(event) => {
          event.stopPropagation();
          event.currentTarget.setPointerCapture(event.pointerId);
          drag.current = { x: event.clientX, base: x };
        }}
        onPointerMove={(event) => drag.current && preview(edit(event))}
        onPointerUp={(event) => {
          const change = edit(event);
          drag.current = undefined;
          run('Move elsewhere', change);
        }}
      >
        <rect x={sx(x) - 14} y={sy(y) - 12} width={28} height={24} fill="transparent" />
        <circle cx={sx(x)} cy={sy(y)} r={6} fill="#f8cc2f" stroke={tone.strong} strokeWidth={2} />
        <title>Arrives here</title>
      </g>
    </g>
  );
}
