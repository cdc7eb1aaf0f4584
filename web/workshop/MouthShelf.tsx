import { useEffect, useRef } from 'react';
import { MOUTH_SHAPES, PICTURE_MOUTHS, type PictureActor, type PictureFigure } from '#core/document/schema';
import { toSvgData } from '#core/draw/path';
import { isGroup, type Node } from '#core/draw/picture';
import { drawMouth, MOUTH_CHART } from '#core/figure/mouth';
import { MOUTH_MAKERS } from '#core/figure/pictured/mouths';
import { useColourBox } from '../ui/useColourBox.ts';
import type { PrepareAnswer } from '../workers/picture.worker.ts';

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

/** The ten shapes in the chosen hand, on the picture's own skin. */
export function MouthShelf({ actor, prepared, onStyle }: { actor: PictureActor; prepared: PrepareAnswer | undefined; onStyle: (style: Mouth['style']) => void }) {
  const mouth = mouthOf(actor, prepared);
  const skin = actor.lids?.skin ?? prepared?.colours.lids.skin ?? '#e8c9a8';
  const tilt = actor.face?.tiltDeg ?? 0;
  return (
    <section aria-label="Mouth chart" className="px-4 pt-2">
      <div className="flex items-center gap-2">
        <h2 className="text-[13px] font-[650]">Mouth chart</h2>
        <span className="text-[12px] text-ink-2">in this picture’s own colours, at the face’s tilt</span>
      </div>
      <div className="flex gap-1.5 py-1.5" role="radiogroup" aria-label="How the mouth is drawn">
        {PICTURE_MOUTHS.map((style) => (
          // biome-ignore lint/a11y/useSemanticElements: a choice that is a button
          <button
            key={style}
            type="button"
            role="radio"
            aria-checked={mouth.style === style}
            className={`h-7 rounded-[7px] border px-2.5 text-[12.5px] font-semibold ${mouth.style === style ? 'border-2 border-ink bg-act-soft' : 'border-edge bg-paper'}`}
            onClick={() => onStyle(style)}
          >
            {STYLE_NAMES[style]}
          </button>
        ))}
      </div>
      <ul className="flex gap-1.5">
        {MOUTH_SHAPES.map((shape) => {
          const drawn = drawMouth({ ...MOUTH_CHART[shape], lower: MOUTH_CHART[shape].lower * mouth.open }, 0.3, 0, {
            lip: mouth.lip,
            line: mouth.lip,
            dark: mouth.dark,
            plain: mouth.style !== 'soft',
          });
          return (
            <li key={shape} className="w-[62px] text-center text-[11px] text-ink-2">
              <MouthPicture nodes={MOUTH_MAKERS[mouth.style](drawn, mouth)} skin={skin} tilt={tilt} />
              {SHAPE_NAMES[shape]}
            </li>
          );
        })}
      </ul>
    </section>
  );
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
      <span className="text-[12px] text-ink-2">A click in the picture takes its colour.</span>
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
