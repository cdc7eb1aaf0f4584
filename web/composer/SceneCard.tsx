import { Clapperboard } from 'lucide-react';
import { toast } from 'sonner';
import type { CaptionLook, CaptionPlace, FrameShape } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { setCaptionStyle } from '#core/edit/commands/captions';
import { setFrameShape } from '#core/edit/commands/frame';
import { setLeadAndTail, setSceneLength } from '#core/edit/commands/lines';
import { setCaptions } from '#core/edit/commands/stage';
import { frameSize } from '#core/stage/frame';
import { formatLength, formatMoment } from '#core/time/format';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { preview, run, useOpenDocument } from '../state/production.ts';
import { choose, view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Check, NamedChoice } from '../ui/fields.tsx';
import { NumberCell } from '../ui/NumberCell.tsx';
import { Button } from '../ui/parts.tsx';
import { BackdropDials } from './BackdropCard.tsx';
import { backdropName } from './backdropName.ts';
import type { PlacedScene } from './film.ts';
import { Harmony } from './LayerMatch.tsx';
import { BackdropPicture } from './LayerPicture.tsx';
import { Saying, Section } from './layerFields.tsx';
import { outsideSoon } from './outside.ts';
import { DirectButton } from './Proposals.tsx';

const seconds = (value: number): string => `${value.toFixed(2)} s`;

/** Shortest and longest, seconds. */
const LEAD = [0, 600] as const;
const LENGTH = [0.5, 3600] as const;

/** The scene itself, while nothing in it is chosen: how long, behind what, from where to where. */
export function SceneCard({ scene }: { scene: PlacedScene }) {
  const { scene: part } = scene;
  const frame = useOpenDocument().production.frame;
  const fix = (length: number | undefined): void => void run(length === undefined ? 'Length follows what is said' : 'Fix the length', setSceneLength(scene.id, length));
  const reshape = (shape: FrameShape): void => {
    if (!run(`Frame ${shape}`, setFrameShape(shape))) return;
    view({ looked: undefined });
    void outsideSoon(scene.id).then((names) => {
      if (names.length) toast(`Outside the new frame now: ${names.join(', ')}. Drag them in, or undo.`);
    });
  };
  /** A time of the scene in seconds, tried while it is drawn. */
  const cell = (label: string, ticks: number, [least, most]: readonly [number, number], what: string, recipe: (ticks: number) => Recipe) => (
    <NumberCell
      label={label}
      value={ticks / TICKS_PER_SECOND}
      least={least}
      most={most}
      step={0.1}
      shown={seconds}
      onTry={(next) => preview(next === undefined ? undefined : recipe(toTicks(next)))}
      onTake={(next) => void run(what, recipe(toTicks(next)))}
    />
  );
  const spoken = Math.max(0, ...scene.lines.map(({ end }) => end));
  return (
    <div data-scene-card>
      <header className="flex h-10 items-center gap-2 px-3.5">
        <Clapperboard size={16} strokeWidth={1.6} className="shrink-0 text-ink-2" />
        <TypedName
          target={{ kind: 'scene', scene: scene.id }}
          value={part.title}
          label="Name of the scene"
          className="min-w-0 truncate px-1 text-[16px] leading-[22px] font-[680]"
        />
        <span className="flex-1" />
        <span className="text-[12px] text-ink-2">{formatLength(scene.length)}</span>
      </header>
      <button
        type="button"
        className="mx-3.5 block w-[292px] max-w-[calc(100%-28px)] overflow-hidden rounded-[7px]"
        aria-label={`Backdrop: ${backdropName(part.backdrop)}. Change it`}
        onClick={() => choose({ kind: 'layer', id: 'backdrop' })}
      >
        <BackdropPicture backdrop={part.backdrop} size={{ width: 292, height: 96 }} className="w-full" />
      </button>
      <div className="mx-3.5 mt-1 mb-2 flex items-baseline justify-between">
        <span className="text-[12px] text-ink-2">{backdropName(part.backdrop)}</span>
        <Saying onClick={() => view({ door: true })}>Another backdrop</Saying>
      </div>
      {part.backdrop.kind === 'set' && (
        <div className="mx-3.5 mb-2">
          <BackdropDials scene={scene.id} backdrop={part.backdrop} />
        </div>
      )}
      <Section title="Acting" of="scene">
        <div className="flex gap-1.5">
          <DirectButton scene={scene} />
          <Button onClick={() => view({ ready: true })}>Ready scenes</Button>
        </div>
        <p className="m-0 mt-2 text-[12px] text-ink-2">Faces, gestures, looks and shots from what is said, as proposals. What you set yourself stays as it is.</p>
      </Section>
      <Section title="Time" of="scene">
        <div className="grid grid-cols-2 gap-2">
          {cell('Lead', part.lead, LEAD, 'Lead and tail', (ticks) => setLeadAndTail(scene.id, ticks, part.tail))}
          {cell('Tail', part.tail, LEAD, 'Lead and tail', (ticks) => setLeadAndTail(scene.id, part.lead, ticks))}
        </div>
        <div className="mt-2 flex items-end gap-2">
          <Check checked={part.length !== undefined} onChange={(on) => fix(on ? scene.length : undefined)} className="h-[28px] shrink-0 text-[12.5px]">
            Length is fixed
          </Check>
          {part.length !== undefined && cell('Length', part.length, LENGTH, 'Fix the length', (ticks) => setSceneLength(scene.id, ticks))}
        </div>
        {part.length !== undefined && spoken > scene.length && (
          <p className="m-0 mt-2 rounded-[6px] bg-warn-soft px-2 py-1.5 text-[12px] text-warn" role="status">
            {`What is said takes ${formatMoment(spoken, 1)}: the last ${formatLength(spoken - scene.length)} are cut off.`}
          </p>
        )}
        <p className="m-0 mt-2 text-[12px] text-ink-2">
          {part.length !== undefined
            ? 'The scene ends when it ends, whatever is said in it.'
            : scene.lines.length
              ? `The last word ends at ${formatMoment(spoken, 1)}; the scene is as long as what happens in it, with the tail.`
              : 'Nobody speaks here yet. Write the first line on the ribbon below.'}
        </p>
      </Section>
      <Section title="Frame of the film" of="scene">
        <fieldset className="m-0 flex gap-1.5 border-0 p-0">
          <legend className="sr-only">Shape of the frame</legend>
          {FRAME_SHAPES.map(([shape, what]) => (
            <button
              key={shape}
              type="button"
              aria-pressed={frame === shape}
              title={what}
              className={`flex h-[58px] flex-1 flex-col items-center justify-end gap-1 rounded-[7px] border pb-1 text-[12px] ${frame === shape ? 'border-ink bg-act-soft font-semibold' : 'border-edge bg-paper hover:bg-bench'}`}
              onClick={() => reshape(shape)}
            >
              <FrameSign shape={shape} />
              {shape}
            </button>
          ))}
        </fieldset>
        <p className="m-0 mt-2 text-[12px] text-ink-2">Another shape refits every scene: who stands stays on the floor, words keep their share of the width.</p>
      </Section>
      <Section title="Colours together" of="scene">
        <Harmony scene={scene} />
      </Section>
      <Section title="Captions" of="scene">
        <Check checked={part.captions} onChange={(on) => run('Captions from the words', setCaptions(scene.id, on))}>
          Captions from the words
        </Check>
        {part.captions && <CaptionStyleFields />}
      </Section>
    </div>
  );
}

/** How captions look and where they stand: of the whole film, since they are read as one. */
function CaptionStyleFields() {
  const { captionLook = 'plate', captionPlace = 'foot' } = useOpenDocument().production;
  return (
    <div className="mt-2 grid grid-cols-2 gap-x-3">
      <NamedChoice
        label="Written on"
        value={captionLook}
        options={CAPTION_LOOK_NAMES.map(([value, label]) => ({ value, label }))}
        onChange={(look) => run('Look of the captions', setCaptionStyle(look as CaptionLook, captionPlace))}
      />
      <NamedChoice
        label="They stand"
        value={captionPlace}
        options={[
          { value: 'foot', label: 'At the foot' },
          { value: 'head', label: 'At the top' },
        ]}
        onChange={(place) => run('Place of the captions', setCaptionStyle(captionLook, place as CaptionPlace))}
      />
    </div>
  );
}
const CAPTION_LOOK_NAMES: readonly (readonly [CaptionLook, string])[] = [
  ['plate', 'A dark plate'],
  ['ribbon', 'A cut length'],
  ['letters', 'Nothing'],
];

const FRAME_SHAPES: readonly (readonly [FrameShape, string])[] = [
  ['16:9', 'Wide: video pages, screens, talks'],
  ['9:16', 'Tall: phones'],
  ['1:1', 'Square: feeds'],
  ['4:5', 'Portrait: feeds'],
];

function FrameSign({ shape }: { shape: FrameShape }) {
  const { width, height } = frameSize(shape);
  const k = 26 / Math.max(width, height);
  return <span className="rounded-[2px] border-[1.5px] border-ink-2 bg-white" style={{ width: width * k, height: height * k }} aria-hidden="true" />;
}

/** Brings in a picture of one's own behind everything. */
