import { useEffect, useMemo, useState } from 'react';
import type { Character } from '#core/document/schema';
import { MOUTH_SHAPES, type MouthShape } from '#core/document/schema';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { isWholePerson } from '#core/figure/goesOn';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Choice } from '../ui/fields.tsx';
import type { Trying } from '../workers/cast.worker.ts';
import type { CastClient } from './client.ts';

/** Ways to look at somebody: which way it is turned; a person's head is in profile at the ends, and seen from behind at last. */
const TURNS = [
  { turn: -1, name: 'to the left' },
  { turn: -0.45, name: 'three-quarter left' },
  { turn: 0, name: 'front' },
  { turn: 0.45, name: 'three-quarter right' },
  { turn: 1, name: 'to the right' },
  { turn: 0, away: true, name: 'from behind' },
] as const;
const awayOf = (one: (typeof TURNS)[number]): boolean => 'away' in one;

const FACES = ['warm', 'joyful', 'laughing', 'surprised', 'worried', 'sad', 'angry', 'sly'] as const;
const PICTURE = { width: 64, height: 64 } as const;

/** Under the room: the figure turned, and what its face can do. */
export function Strip({ client, character, trying, onTry }: { client: CastClient; character: Character; trying: Trying; onTry: (values: Partial<Trying>) => void }) {
  const [pictures, setPictures] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  // Mascots and pictures have no back.
  const whole = isWholePerson(character);
  const turns = useMemo(() => TURNS.filter((one) => !awayOf(one) || whole), [whole]);
  const isTried = (one: (typeof TURNS)[number]): boolean => trying.turn === one.turn && !!trying.away === awayOf(one);
  useEffect(
    () =>
      client.options(
        'strip',
        [
          ...turns.map(({ name, ...turned }) => ({ key: `turn ${name}`, character, view: 'head' as const, ...turned })),
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
    [client, character, turns],
  );
  const tile = 'rounded-[9px] border p-0.5';
  const on = 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]';
  const off = 'border-transparent hover:border-edge';
  return (
    <div className="flex h-[132px] shrink-0 gap-5 border-t border-line bg-paper px-4 py-2">
      <section aria-label="Turn" className="shrink-0">
        <div className="mb-1 flex justify-between text-[13px]">
          <h2 className="m-0 text-[13px] font-[680]">Turn</h2>
          <span className="text-[12px] text-ink-2">{turns.find(isTried)?.name ?? ''}</span>
        </div>
        <div className="flex gap-0.5">
          {turns.map((one) => (
            <button
              key={one.name}
              type="button"
              aria-label={`Turn ${one.name}`}
              aria-pressed={isTried(one)}
              onClick={() => onTry({ turn: one.turn, away: awayOf(one) })}
              className={`${tile} ${isTried(one) ? on : off}`}
            >
              <Bitmap bitmap={pictures.get(`turn ${one.name}`)} {...PICTURE} className="!bg-transparent" />
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
