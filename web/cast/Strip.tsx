import { useEffect, useState } from 'react';
import type { Character } from '#core/document/schema';
import { MOUTH_SHAPES, type MouthShape } from '#core/document/schema';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Choice } from '../ui/fields.tsx';
import type { Trying } from '../workers/cast.worker.ts';
import type { CastClient } from './client.ts';

const TURNS = [-0.8, -0.4, 0, 0.4, 0.8] as const;
const TURN_NAMES = ['far left', 'three-quarter left', 'front', 'three-quarter right', 'far right'] as const;
const FACES = ['warm', 'joyful', 'laughing', 'surprised', 'worried', 'sad', 'angry', 'sly'] as const;
const PICTURE = { width: 64, height: 64 } as const;

/** Under the room: the figure turned, and what its face can do. */
export function Strip({ client, character, trying, onTry }: { client: CastClient; character: Character; trying: Trying; onTry: (values: Partial<Trying>) => void }) {
  const [pictures, setPictures] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  useEffect(
    () =>
      client.options(
        'strip',
        [
          ...TURNS.map((turn) => ({ key: `turn ${turn}`, character, view: 'head' as const, turn })),
          ...FACES.map((expression) => ({
            key: `face ${expression}`,
            character,
            view: 'head' as const,
            expression,
            mouth: (expression === 'laughing' ? 'wide' : 'rest') as MouthShape,
          })),
        ],
        PICTURE.width * 2,
        PICTURE.height * 2,
        '#f8fcfb',
        (key, bitmap) => setPictures((old) => new Map(old).set(key, bitmap)),
      ),
    [client, character],
  );
  const tile = 'rounded-[9px] border p-0.5';
  const on = 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]';
  const off = 'border-transparent hover:border-edge';
  return (
    <div className="flex h-[132px] shrink-0 gap-5 border-t border-line bg-paper px-4 py-2">
      <section aria-label="Turn" className="shrink-0">
        <div className="mb-1 flex justify-between text-[13px]">
          <h2 className="m-0 text-[13px] font-[680]">Turn</h2>
          <span className="text-[12px] text-ink-2">{TURN_NAMES[(TURNS as readonly number[]).indexOf(trying.turn)] ?? ''}</span>
        </div>
        <div className="flex gap-0.5">
          {TURNS.map((turn, n) => (
            <button
              key={turn}
              type="button"
              aria-label={`Turn ${TURN_NAMES[n]}`}
              aria-pressed={trying.turn === turn}
              onClick={() => onTry({ turn })}
              className={`${tile} ${trying.turn === turn ? on : off}`}
            >
              <Bitmap bitmap={pictures.get(`turn ${turn}`)} {...PICTURE} className="!bg-transparent" />
            </button>
          ))}
        </div>
      </section>
      <section aria-label="Try a face" className="min-w-0 flex-1">
        <div className="mb-1 flex items-center justify-between">
          <h2 className="m-0 text-[13px] font-[680]">Try a face</h2>
          <span className="flex items-center gap-1.5 text-[12px] text-ink-2">
            Mouth
            <Choice
              label="Mouth shape"
              size="small"
              value={trying.mouth ?? ''}
              options={[{ value: '', label: 'at rest' }, ...MOUTH_SHAPES.map((shape) => ({ value: shape, label: shape }))]}
              onChange={(shape) => onTry({ mouth: (shape || undefined) as MouthShape | undefined })}
            />
          </span>
        </div>
        <div className="scrolls flex gap-0.5 overflow-x-auto">
          {FACES.map((face) => (
            <button
              key={face}
              type="button"
              aria-pressed={trying.expression === face}
              onClick={() => onTry({ expression: trying.expression === face ? undefined : face })}
              className={`${tile} shrink-0 ${trying.expression === face ? on : off}`}
            >
              <Bitmap bitmap={pictures.get(`face ${face}`)} {...PICTURE} className="!bg-transparent" />
              <span className="block text-center text-[11px] leading-[14px]">{EXPRESSIONS.find(({ id }) => id === face)?.name}</span>
            </button>
          ))}
        </div>
      </section>
    </div>
  );
}
