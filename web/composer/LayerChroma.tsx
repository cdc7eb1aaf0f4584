import { Pipette, Spline } from 'lucide-react';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Chroma, LayerOf } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { setChroma } from '#core/edit/commands/clips';
import { FIRST_CHROMA, guessedKey, keyOfBox } from '#core/picture/chroma';
import type { Raster } from '#core/picture/raster';
import { stage } from '../stage/client.ts';
import { preview, run } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { Check, NamedSlider } from '../ui/fields.tsx';
import type { PlacedScene } from './film.ts';
import { ColourField, SmallButton } from './layerFields.tsx';

type Keyable = LayerOf<'clip'> | LayerOf<'picture'>;
/** Widest picture in the card, pixels. */
const WIDE = 292;
const TALL = 200;

/** The layer's own picture as it is without its key, at the size of the card. */
function useRaw(layer: Keyable, after: number): { bitmap: ImageBitmap; raster: Raster } | undefined {
  const [raw, setRaw] = useState<{ bitmap: ImageBitmap; raster: Raster }>();
  const { media, width, height } = layer;
  const k = Math.min(WIDE / width, TALL / height);
  const [w, h] = [Math.max(1, Math.round(width * k)), Math.max(1, Math.round(height * k))];
  // biome-ignore lint/correctness/useExhaustiveDependencies: another key on the same picture is the same picture
  useEffect(() => {
    let here = true;
    const { chroma: _, ...bare } = layer;
    void stage()
      .piece(bare as Keyable, w, h, { tick: after, bare: true })
      .then((bitmap) => {
        const context = new OffscreenCanvas(w, h).getContext('2d', { willReadFrequently: true });
        context?.drawImage(bitmap, 0, 0);
        const data = context?.getImageData(0, 0, w, h).data;
        if (here && data) setRaw({ bitmap, raster: { width: w, height: h, data } });
      });
    return () => {
      here = false;
    };
  }, [media, w, h, after]);
  return raw;
}

/** A colour that is taken out: which, how much of it, what stays; tried on the stage while a slider moves. */
export function ChromaPart({ id, layer, scene }: { id: string; layer: Keyable; scene: PlacedScene }) {
  const [tool, setTool] = useState<'pick' | 'outline'>();
  // Of a clip, the frame that is seen: quarters of a second are near enough.
  const playing = useView((state) => state.playing);
  const shown = useView((state) => (layer.kind === 'clip' && !state.playing ? Math.floor(state.tick / 12_000) * 12_000 : 0));
  const still = useRef(shown);
  if (!playing) still.current = shown;
  const tick = still.current;
  const start = scene.layers.get(id)?.start ?? 0;
  const raw = useRaw(layer, Math.max(0, tick - start));
  const matte = useView((state) => state.matte === id);
  const { chroma } = layer;
  const set = (label: string, next: Chroma | undefined): void => void run(label, setChroma(scene.id, id, next));
  const tried = (next: Chroma | undefined): Recipe | undefined => next && setChroma(scene.id, id, next);
  useEffect(() => () => view({ matte: undefined }), []);

  if (!chroma)
    return (
      <SmallButton
        disabled={!raw}
        onClick={() => {
          const guess = raw && guessedKey(raw.raster);
          if (!guess) toast('No even colour was found along its edges. Draw a box over the colour that shall go.');
          set('Take a colour out', guess ?? { ...FIRST_CHROMA, colour: '#1fb141' });
          if (!guess) setTool('pick');
        }}
      >
        Take a colour out
      </SmallButton>
    );
  const slider = (label: string, key: 'tolerance' | 'softness' | 'spill' | 'shrink' | 'blur', max: number, step: number) => (
    <NamedSlider
      label={label}
      min={0}
      max={max}
      step={step}
      value={chroma[key]}
      onTry={(value) => preview(tried({ ...chroma, [key]: value }))}
      onTake={(value) => set(label, { ...chroma, [key]: value })}
    />
  );
  return (
    <div data-chroma>
      <RawPicture
        raw={raw}
        tool={tool}
        rough={chroma.rough}
        onBox={(box) => {
          const next = raw && keyOfBox(raw.raster, box);
          setTool(undefined);
          if (next) set('Pick the colour that goes', { ...chroma, colour: next.colour, tolerance: next.tolerance, softness: next.softness });
          else toast('That place is grey: it has no colour that could be told from the rest. Draw a box over another one.');
        }}
        onOutline={(points) => {
          setTool(undefined);
          set('Keep what is inside', { ...chroma, rough: points });
        }}
        onLeave={() => setTool(undefined)}
      />
      <div className="mt-2 flex flex-wrap items-center gap-1.5">
        <ToolButton on={tool === 'pick'} onClick={() => setTool(tool === 'pick' ? undefined : 'pick')}>
          <Pipette size={12} /> Pick
        </ToolButton>
        <ToolButton on={tool === 'outline'} onClick={() => setTool(tool === 'outline' ? undefined : 'outline')}>
          <Spline size={12} /> Keep only inside
        </ToolButton>
        {chroma.rough && (
          <SmallButton
            onClick={() => {
              const { rough: _, ...rest } = chroma;
              set('Everything again', rest);
            }}
          >
            Everything again
          </SmallButton>
        )}
      </div>
      <p className="m-0 mt-1 min-h-[17px] text-[12px] text-ink-2">
        {tool === 'pick' ? 'Draw a box over the colour that goes.' : tool === 'outline' ? 'Click around what shall stay; Enter closes it.' : ''}
      </p>
      <div className="mt-1 flex items-center gap-2">
        <ColourField
          inline
          label="Goes"
          value={chroma.colour}
          onTry={(colour) => preview(colour === undefined ? undefined : tried({ ...chroma, colour }))}
          onTake={(colour) => set('The colour that goes', { ...chroma, colour })}
        />
        <Check checked={matte} onChange={(on) => view({ matte: on ? id : undefined })} className="shrink-0 text-[12px] text-ink-2">
          Only what stays, in white
        </Check>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-x-3 gap-y-2">
        {slider('How near it has to be', 'tolerance', 1, 0.01)}
        {slider('Softness', 'softness', 1, 0.01)}
        {slider('Shine taken off', 'spill', 1, 0.02)}
        {slider('Edge drawn in', 'shrink', 8, 0.1)}
        {slider('Edge softened', 'blur', 8, 0.1)}
      </div>
      <div className="mt-2">
        <SmallButton onClick={() => set('Leave its colours', undefined)}>Leave its colours</SmallButton>
      </div>
    </div>
  );
}

const ToolButton = ({ on, onClick, children }: { on: boolean; onClick: () => void; children: React.ReactNode }) => (
  <button
    type="button"
    aria-pressed={on}
    className={`inline-flex h-6 items-center gap-1 rounded-[6px] border px-2 text-[12px] ${on ? 'border-ink bg-act-soft font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
    onClick={onClick}
  >
    {children}
  </button>
);

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The picture as it came: a box is drawn over the colour that goes, or an outline around what stays. */
function RawPicture({
  raw,
  tool,
  rough,
  onBox,
  onOutline,
  onLeave,
}: {
  raw: { bitmap: ImageBitmap; raster: Raster } | undefined;
  tool: 'pick' | 'outline' | undefined;
  rough: Chroma['rough'];
  onBox: (box: Box) => void;
  onOutline: (points: [number, number][]) => void;
  onLeave: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [box, setBox] = useState<Box>();
  const [points, setPoints] = useState<[number, number][]>([]);
  useEffect(() => {
    if (raw) canvas.current?.getContext('2d')?.drawImage(raw.bitmap, 0, 0);
  }, [raw]);
  useEffect(() => {
    setPoints([]);
    setBox(undefined);
    if (tool) canvas.current?.focus();
  }, [tool]);
  const { width, height } = raw?.raster ?? { width: WIDE, height: 120 };
  const at = (event: PointerEvent): [number, number] => {
    const bounds = (canvas.current as HTMLCanvasElement).getBoundingClientRect();
    const share = (value: number): number => Math.min(1, Math.max(0, value));
    return [share((event.clientX - bounds.left) / bounds.width), share((event.clientY - bounds.top) / bounds.height)];
  };
  const outline = tool === 'outline' && points.length ? points : rough;
  return (
    <div className="relative mx-auto overflow-hidden rounded-[7px] bg-well" style={{ width, height }}>
      <canvas
        ref={canvas}
        width={width}
        height={height}
        tabIndex={tool ? 0 : -1}
        aria-label="The picture as it came"
        data-raw-picture
        className={`block touch-none ${tool ? 'cursor-crosshair' : ''}`}
        onPointerDown={(event) => {
          if (!tool) return;
          const [x, y] = at(event);
          if (tool === 'outline') {
            const [first] = points;
            if (first && points.length > 2 && Math.hypot((x - first[0]) * width, (y - first[1]) * height) < 10) onOutline(points);
            else setPoints([...points, [x, y]]);
            return;
          }
          event.currentTarget.setPointerCapture(event.pointerId);
          setBox({ left: x, top: y, right: x, bottom: y });
        }}
        onPointerMove={(event) => {
          if (!box) return;
          const [right, bottom] = at(event);
          setBox({ ...box, right, bottom });
        }}
        onPointerUp={() => {
          if (!box) return;
          setBox(undefined);
          onBox(box);
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' && event.key !== 'Enter') return;
          event.stopPropagation();
          if (event.key === 'Enter' && points.length > 2) onOutline(points);
          else onLeave();
        }}
      />
      <svg className="pointer-events-none absolute inset-0" width={width} height={height} aria-hidden="true">
        {outline && (
          <>
            <polygon points={outline.map(([x, y]) => `${x * width},${y * height}`).join(' ')} fill="none" stroke="#fff" strokeWidth={4} />
            <polygon
              points={outline.map(([x, y]) => `${x * width},${y * height}`).join(' ')}
              fill="none"
              stroke="#0f2b30"
              strokeWidth={1.6}
              strokeDasharray={tool ? '6 4' : undefined}
            />
            {tool === 'outline' && points.map(([x, y]) => <circle key={`${x} ${y}`} cx={x * width} cy={y * height} r={4} fill="#f8cc2f" stroke="#0f2b30" />)}
          </>
        )}
        {box && (
          <rect
            x={Math.min(box.left, box.right) * width}
            y={Math.min(box.top, box.bottom) * height}
            width={Math.abs(box.right - box.left) * width}
            height={Math.abs(box.bottom - box.top) * height}
            fill="rgb(248 204 47 / 0.25)"
            stroke="#0f2b30"
            strokeWidth={1.5}
          />
        )}
      </svg>
    </div>
  );
}
