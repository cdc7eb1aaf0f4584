import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { MOUTH_SHAPES, type MouthShape, type MouthSource, PICTURE_MOUTHS, type PictureActor, type PictureFigure } from '#core/document/schema';
import { toSvgData } from '#core/draw/path';
import { isGroup, type Node } from '#core/draw/picture';
import { drawMouth, MOUTH_CHART } from '#core/figure/mouth';
import { CHART_OPENNESS } from '#core/figure/pictured/mouthPictures';
import { MOUTH_MAKERS } from '#core/figure/pictured/mouths';
import { CLIP_FILES, PICTURE_FILES, sendPicture } from '../pictures/bringIn.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { useColourBox } from '../ui/useColourBox.ts';
import type { PrepareAnswer } from '../workers/picture.worker.ts';
import type { PictureClient } from './client.ts';

const STYLE_NAMES: Readonly<Record<PictureFigure['mouth']['style'], string>> = { ink: 'Ink line', brush: 'Brush', paper: 'Paper cut', soft: 'Soft' };
const SHAPE_NAMES: Readonly<Record<(typeof MOUTH_SHAPES)[number], string>> = {
  rest: 'Rest',
  closed: 'M B P',
  bite: 'F V',
  tongue: 'L Th',
  teeth: 'S T D',
  mid: 'Eh',
  wide: 'Aa',
  spread: 'Ee',
  round: 'Oh',
  pucker: 'Oo',
};

type Mouth = PictureFigure['mouth'];
/** The mouth as it is chosen, or as the picture proposes it. */
export const mouthOf = (actor: PictureActor, prepared: PrepareAnswer | undefined): Mouth => ({
  style: 'ink',
  width: 0.9,
  open: prepared?.open ?? 1,
  line: 1,
  lip: prepared?.colours.lip ?? '#8f3a3d',
  dark: prepared?.colours.dark ?? '#5a1a22',
  ...actor.mouth,
});

const choice = (on: boolean): string => `h-7 rounded-[7px] border px-2.5 text-[12.5px] font-semibold ${on ? 'border-2 border-ink bg-act-soft' : 'border-edge bg-paper'}`;

/** The ten shapes in the chosen hand, from a clip or from pictures of one's own, on the picture's own skin. */
export function MouthShelf({
  client,
  actor,
  prepared,
  onStyle,
  onSource,
}: {
  client: PictureClient;
  actor: PictureActor;
  prepared: PrepareAnswer | undefined;
  onStyle: (style: Mouth['style']) => void;
  onSource: (label: string, source: MouthSource) => void;
}) {
  const mouth = mouthOf(actor, prepared);
  const { source } = mouth;
  const skin = actor.lids?.skin ?? prepared?.colours.lids.skin ?? '#e8c9a8';
  const tilt = actor.face?.tiltDeg ?? 0;
  const [reading, setReading] = useState(false);
  const [chart, setChart] = useState<ImageBitmap[]>();
  const clipInput = useRef<HTMLInputElement>(null);
  const shapeInput = useRef<HTMLInputElement>(null);
  const asked = useRef<MouthShape>('rest');
  const own = !!source && source.shapes.every(({ frame }) => frame === undefined);
  useEffect(() => {
    setChart(undefined);
    if (!source) return;
    let here = true;
    void client.shapes(source, mouth.open, skin).then((bitmaps) => here && bitmaps && setChart(bitmaps));
    return () => {
      here = false;
    };
  }, [client, source, mouth.open, skin]);

  const fromClip = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setReading(true);
    try {
      const { clip, width, height } = await sendPicture(file);
      if (!clip) throw new Error(`“${file.name}” does not move. Choose a clip or a moving picture of a mouth.`);
      const found = await client.mouthClip({ media: clip.media, frames: clip.frames, width, height });
      if (found) onSource('A mouth from a clip', found);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setReading(false);
    }
  };
  const sample = async (): Promise<void> => {
    setReading(true);
    const response = await fetch('/api/samples/mouth.mp4');
    await fromClip(response.ok ? new File([await response.blob()], 'mouth.mp4', { type: 'video/mp4' }) : undefined);
    setReading(false);
  };
  /** A picture of one's own for a shape; the first stands for all until they have their own. */
  const forShape = async (shape: MouthShape, file: File | undefined): Promise<void> => {
    if (!file) return;
    setReading(true);
    try {
      const picture = await sendPicture(file);
      const made = { media: picture.media, aspect: picture.height / picture.width, ...CHART_OPENNESS[shape] };
      const others = own && source ? source.shapes.filter((one) => one.open !== made.open || one.wide !== made.wide) : [];
      onSource(`A mouth for ${SHAPE_NAMES[shape]}`, { size: source && own ? source.size : 1.15, x: 0.5, y: 0.5, shapes: [...others, made] });
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setReading(false);
    }
  };
  return (
    <section aria-label="Mouth chart" className="px-4 pt-2" aria-busy={reading}>
      <div className="flex items-center gap-2">
        <h2 className="text-[13px] font-[650]">Mouth chart</h2>
        <span className="truncate text-[12px] text-ink-2">
          {reading
            ? 'Sorting the mouth’s pictures …'
            : own
              ? 'your own pictures: click a shape to give it one'
              : source
                ? `${source.shapes.length} pictures of the clip, chosen by the voice`
                : 'in this picture’s own colours, at the face’s tilt'}
        </span>
      </div>
      <div className="flex flex-wrap gap-1.5 py-1.5" role="radiogroup" aria-label="How the mouth is drawn">
        {PICTURE_MOUTHS.map((style) => (
          // biome-ignore lint/a11y/useSemanticElements: a choice that is a button
          <button
            key={style}
            type="button"
            role="radio"
            aria-checked={!source && mouth.style === style}
            className={choice(!source && mouth.style === style)}
            onClick={() => onStyle(style)}
          >
            {STYLE_NAMES[style]}
          </button>
        ))}
        <span className="mx-0.5 w-px bg-line" />
        {/* biome-ignore lint/a11y/useSemanticElements: a choice that is a button */}
        <button type="button" role="radio" aria-checked={!!source && !own} className={choice(!!source && !own)} disabled={reading} onClick={() => clipInput.current?.click()}>
          From a clip …
        </button>
        {/* biome-ignore lint/a11y/useSemanticElements: a choice that is a button */}
        <button
          type="button"
          role="radio"
          aria-checked={own}
          className={choice(own)}
          disabled={reading}
          onClick={() => {
            asked.current = 'rest';
            shapeInput.current?.click();
          }}
        >
          Own pictures …
        </button>
        {!source && (
          <button type="button" className="h-7 px-1 text-[12px] font-semibold text-act hover:underline" disabled={reading} onClick={() => void sample()}>
            Try a sample mouth
          </button>
        )}
      </div>
      <input
        ref={clipInput}
        type="file"
        hidden
        accept={`${CLIP_FILES},image/gif,image/apng,image/png,.gif,.apng`}
        data-mouth-clip
        onChange={(event) => (void fromClip(event.target.files?.[0]), (event.target.value = ''))}
      />
      <input
        ref={shapeInput}
        type="file"
        hidden
        accept={PICTURE_FILES}
        data-mouth-picture
        onChange={(event) => (void forShape(asked.current, event.target.files?.[0]), (event.target.value = ''))}
      />
      <ul className="flex flex-wrap gap-1.5">
        {MOUTH_SHAPES.map((shape, n) => (
          <li key={shape} className="w-[62px] text-center text-[11px] text-ink-2">
            {source ? (
              <button
                type="button"
                disabled={!own}
                aria-label={own ? `A picture for ${SHAPE_NAMES[shape]}` : SHAPE_NAMES[shape]}
                className="mb-0.5 block h-[44px] w-[62px] overflow-hidden rounded-[5px] bg-well enabled:hover:outline-2 enabled:hover:outline-ink"
                onClick={() => {
                  asked.current = shape;
                  shapeInput.current?.click();
                }}
              >
                <Bitmap bitmap={chart?.[n]} width={62} height={44} />
              </button>
            ) : (
              <MouthPicture nodes={drawnShape(shape, mouth)} skin={skin} tilt={tilt} />
            )}
            {SHAPE_NAMES[shape]}
          </li>
        ))}
      </ul>
    </section>
  );
}

function drawnShape(shape: MouthShape, mouth: Mouth): readonly Node[] {
  const numbers = { ...MOUTH_CHART[shape], lower: MOUTH_CHART[shape].lower * mouth.open };
  return MOUTH_MAKERS[mouth.style](drawMouth(numbers, 0.3, 0, { lip: mouth.lip, line: mouth.lip, dark: mouth.dark, plain: mouth.style !== 'soft' }), mouth);
}

function MouthPicture({ nodes, skin, tilt }: { nodes: readonly Node[]; skin: string; tilt: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = skin;
    context.fillRect(0, 0, 124, 88);
    context.setTransform(2.9, 0, 0, 2.9, 62, 38);
    context.rotate((tilt * Math.PI) / 180);
    const paint = (list: readonly Node[]): void => {
      for (const node of list) {
        context.save();
        if (isGroup(node)) {
          if (node.mask?.path) {
            context.transform(...node.mask.matrix);
            context.clip(new Path2D(toSvgData(node.mask.path)));
            context.setTransform(2.9, 0, 0, 2.9, 62, 38);
            context.rotate((tilt * Math.PI) / 180);
          }
          paint(node.items);
        } else if (node.path) {
          context.transform(...node.matrix);
          context.globalAlpha = node.alpha ?? 1;
          const path = new Path2D(toSvgData(node.path));
          if (typeof node.fill === 'string') {
            context.fillStyle = node.fill;
            context.fill(path);
          }
          if (node.stroke && typeof node.stroke.paint === 'string') {
            context.strokeStyle = node.stroke.paint;
            context.lineWidth = node.stroke.width;
            context.lineCap = 'round';
            context.lineJoin = 'round';
            context.stroke(path);
          }
        }
        context.restore();
      }
    };
    paint(nodes);
  }, [nodes, skin, tilt]);
  return <canvas ref={canvas} width={124} height={88} className="mb-0.5 block h-[44px] w-[62px] rounded-[5px]" />;
}

export const COLOUR_USES = ['lids', 'shade', 'lip', 'inside', 'line'] as const;
export type ColourUse = (typeof COLOUR_USES)[number];

/** The colours that lids and mouth are drawn in, as they were taken from the picture. */
export function ColourShelf({
  actor,
  prepared,
  chosen,
  onChoose,
  onColour,
}: {
  actor: PictureActor;
  prepared: PrepareAnswer | undefined;
  chosen: ColourUse;
  onChoose: (use: ColourUse) => void;
  onColour: (use: ColourUse, colour: string) => void;
}) {
  const mouth = mouthOf(actor, prepared);
  const lids = { skin: '#e8c9a8', shade: '#d4ad86', line: '#33282c', ...prepared?.colours.lids, ...actor.lids };
  const values: Record<ColourUse, string> = { lids: lids.skin, shade: lids.shade, lip: mouth.lip, inside: mouth.dark, line: lids.line };
  return (
    <section aria-label="Colours from the picture" className="flex flex-wrap items-center gap-1.5 px-4 py-2">
      <h2 className="mr-1 text-[13px] font-[650]">Colours from the picture</h2>
      {COLOUR_USES.map((use) => (
        <Swatch key={use} use={use} value={values[use]} chosen={chosen === use} onChoose={() => onChoose(use)} onColour={(colour) => onColour(use, colour)} />
      ))}
    </section>
  );
}

function Swatch({ use, value, chosen, onChoose, onColour }: { use: ColourUse; value: string; chosen: boolean; onChoose: () => void; onColour: (colour: string) => void }) {
  const box = useColourBox(value, () => {}, onColour);
  return (
    <span className={`inline-flex h-7 items-center overflow-hidden rounded-[7px] border ${chosen ? 'border-2 border-ink' : 'border-edge'}`}>
      <input {...box} type="color" aria-label={`Colour of ${use}`} className="h-7 w-[26px] cursor-pointer border-0 bg-transparent p-0" />
      <button type="button" aria-pressed={chosen} className="h-full px-2 text-[12px] hover:bg-bench" onClick={onChoose}>
        {use}
      </button>
    </span>
  );
}
