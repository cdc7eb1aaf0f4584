import { useState } from 'react';
import type { Character } from '#core/document/schema';
import { setFigure, setTemper } from '#core/edit/commands/cast';
import { bodyOf } from '#core/figure/mascots/index';
import { heightOf } from '#core/figure/proportions';
import { preview, run } from '../state/production.ts';
import { Slider } from '../ui/fields.tsx';

type DialName = Exclude<keyof Character['figure'], 'age'>;
const DIALS: readonly (readonly [DialName, string, string, string])[] = [
  ['build', 'Build', 'slim', 'broad'],
  ['height', 'Height', 'short', 'tall'],
  ['shoulders', 'Shoulders', 'narrow', 'wide'],
  ['hips', 'Hips', 'narrow', 'wide'],
  ['headWidth', 'Head width', 'narrow', 'wide'],
  ['headLength', 'Head length', 'short', 'long'],
  ['jaw', 'Jaw', 'fine', 'strong'],
  ['chin', 'Chin', 'soft', 'long'],
];

/** What the same dials do to a mascot. */
const MASCOT_DIALS: typeof DIALS = [
  ['build', 'Width', 'slim', 'wide'],
  ['height', 'Height', 'short', 'tall'],
  ['shoulders', 'Arms', 'short', 'long'],
  ['hips', 'Legs', 'short', 'long'],
  ['headWidth', 'Eyes apart', 'close', 'wide'],
  ['headLength', 'Eye size', 'small', 'large'],
];

/** Signed steps from the middle, in words. */
const told = (value: number, less: string, more: string): string =>
  Math.abs(value) < 0.05 ? 'middle' : `${value < 0 ? less : more}, ${value < 0 ? '−' : '+'}${Math.round(Math.abs(value) * 50)}`;

/** Age, build, height and what the head is like, and the two dials of temper. */
export function Body({ character }: { character: Character }) {
  const [all, setAll] = useState(false);
  const { figure, temper } = character;
  const mascot = character.kind === 'mascot';
  const dials = mascot ? MASCOT_DIALS : DIALS;
  const heads = (heightOf(bodyOf(character)) / 100).toFixed(1);
  return (
    <section aria-label="Body" className="border-t border-line px-4 py-3">
      <div className="mb-1.5 flex items-baseline justify-between">
        <h2 className="m-0 text-[13px] font-[680]">Body</h2>
        <span className="text-[12px] text-ink-2">{heads} heads tall</span>
      </div>
      {!mascot && (
        <Dial
          label="Age"
          told={`${figure.age} years`}
          min={6}
          max={95}
          step={1}
          value={figure.age}
          middle={35}
          onTry={(age) => preview(setFigure(character.id, { age }))}
          onTake={(age) => run('Change the age', setFigure(character.id, { age }))}
        />
      )}
      {dials.slice(0, all ? dials.length : 2).map(([key, label, less, more]) => (
        <Dial
          key={key}
          label={label}
          told={told(figure[key], less, more)}
          min={-1}
          max={1}
          step={0.02}
          value={figure[key]}
          middle={0}
          onTry={(value) => preview(setFigure(character.id, { [key]: value }))}
          onTake={(value) => run(`Change the ${label.toLowerCase()}`, setFigure(character.id, { [key]: value }))}
        />
      ))}
      {all &&
        (
          [
            ['lively', 'Lively', 'calm', 'lively'],
            ['tense', 'Tense', 'loose', 'tense'],
          ] as const
        ).map(([key, label, less, more]) => (
          <Dial
            key={key}
            label={label}
            told={temper[key] < 0.35 ? less : temper[key] > 0.65 ? more : 'middle'}
            min={0}
            max={1}
            step={0.02}
            value={temper[key]}
            middle={0.5}
            onTry={(value) => preview(setTemper(character.id, { [key]: value }))}
            onTake={(value) => run('Change the temper', setTemper(character.id, { [key]: value }))}
          />
        ))}
      <button type="button" className="mt-1 text-[12px] font-semibold text-act hover:underline" onClick={() => setAll(!all)} aria-expanded={all}>
        {all ? 'Fewer dials' : mascot ? 'Arms, legs, eyes, temper' : 'Shoulders, hips, head, temper'}
      </button>
    </section>
  );
}

/** A dial of the body: its name and what it says above, filled from the middle. */
function Dial({
  label,
  told: words,
  middle,
  ...rest
}: {
  label: string;
  told: string;
  min: number;
  max: number;
  step: number;
  value: number;
  middle: number;
  onTry: (value: number) => void;
  onTake: (value: number) => void;
}) {
  return (
    <div className="mb-1.5 text-[12px] text-ink-2">
      <span className="flex justify-between">
        {label}
        <span className="font-[650] text-ink">{words}</span>
      </span>
      <Slider label={`${label}, ${words}`} text={words} origin={middle} {...rest} />
    </div>
  );
}
