import { Pipette, Plus } from 'lucide-react';
import type { Character } from '#core/document/schema';
import { readOklch, shadowOf, skinTones, stepped } from '#core/draw/colour';
import type { Recipe } from '#core/edit/change';
import { setColours, setSkin } from '#core/edit/commands/cast';
import { DEFAULT_COLOURS } from '#core/figure/model';
import { preview, run, useProduction } from '../state/production.ts';
import { Slider } from '../ui/fields.tsx';
import { useColourBox } from '../ui/useColourBox.ts';
import { colourName, coloursIn, type RoomSlot } from './slots.ts';

/** Colours of hair and eyes that people have. */
const NATURAL: Readonly<Record<string, readonly string[]>> = {
  hair: ['#2a2022', '#4a3328', '#7d5433', '#b98346', '#d8b676', '#a3502b', '#8d8a8c', '#e3e3e4'],
  eyes: ['#4a2d1e', '#6b4a2b', '#8a6b3d', '#5d7f4a', '#3f7f74', '#4f7f8f', '#3d6b8f', '#7a7f86'],
  lips: ['#c4706a', '#b5554f', '#a83f4a', '#8f3346', '#d4847a', '#7d3a3a', '#c9605f', '#9c4a5e'],
};
const CLOTH = ['#27425e', '#2f6b6a', '#7b2c45', '#d8533e', '#d9a93f', '#6b7f4f', '#efe6d6', '#3a3f4a'];

/** The colour slots of what is chosen, each with its ramp and free choice; pointing at a name lights its area. */
export function Colours({ character, slot, outfit }: { character: Character; slot: RoomSlot; outfit: string | undefined }) {
  const slots = coloursIn(character, slot);
  // Colours that were sampled or mixed for this production come first, the newest in front.
  const palette = useProduction((state) => state.document?.production.palette ?? NONE)
    .slice(-3)
    .toReversed();
  if (!slots.length) return null;
  return (
    <section aria-label="Colours" className="border-t border-line px-4 py-3">
      <h2 className="m-0 mb-2 text-[13px] font-[680]">Colours</h2>
      {slots.map((name) => {
        const now = character.colours[name] ?? (name === 'lips' ? skinTones(character.skin.position, character.skin.undertone).lip : (DEFAULT_COLOURS[name] ?? '#888888'));
        const { l } = readOklch(now);
        const ramp = [-0.12, -0.06, 0.06, 0.12].filter((step) => l + step > 0.12 && l + step < 0.97).map((step) => stepped(now, step));
        return (
          <div key={name} className="mb-2 flex items-center gap-1.5" data-colour={name}>
            <button
              type="button"
              className="w-14 shrink-0 rounded-sm text-left text-[12px] text-ink-2 hover:text-ink"
              title="Point here to see its area"
              onPointerEnter={() => preview(setColours(character.id, { [name]: '#f8cc2f' }, outfit))}
              onPointerLeave={() => preview(undefined)}
            >
              {colourName(character, name)}
            </button>
            <Swatch colour={now} chosen name="as it is" onTake={() => {}} />
            <span className="flex overflow-hidden rounded-[6px] border border-line" title="Darker and lighter">
              {ramp.map((colour) => (
                <button
                  key={colour}
                  type="button"
                  aria-label={`${colourName(character, name)} ${colour}`}
                  className="h-[22px] w-[13px]"
                  style={{ background: colour }}
                  onPointerEnter={() => preview(setColours(character.id, { [name]: colour }, outfit))}
                  onPointerLeave={() => preview(undefined)}
                  onClick={() => run('Change a colour', setColours(character.id, { [name]: colour }, outfit))}
                />
              ))}
            </span>
            {[...palette, ...(NATURAL[name] ?? CLOTH)].slice(0, 6).map((colour) => (
              <Swatch
                key={colour}
                colour={colour}
                name={`${colourName(character, name)} ${colour}`}
                onTry={() => preview(setColours(character.id, { [name]: colour }, outfit))}
                onTake={() => run('Change a colour', setColours(character.id, { [name]: colour }, outfit))}
              />
            ))}
            <AnyColour
              name={colourName(character, name)}
              now={now}
              onTry={(colour) => preview(colour === undefined ? undefined : setColours(character.id, { [name]: colour }, outfit))}
              onTake={(colour) => run('Change a colour', withPalette(colour, setColours(character.id, { [name]: colour }, outfit)))}
            />
          </div>
        );
      })}
    </section>
  );
}

const NONE: readonly string[] = [];

/** Keeps a free colour in the production's palette, in the same step. */
const withPalette =
  (colour: string, recipe: Recipe): Recipe =>
  (draft) => {
    const said = recipe(draft);
    draft.production.palette = [...draft.production.palette.filter((one) => one !== colour), colour].slice(-24);
    return said;
  };

interface Dropper {
  open(): Promise<{ sRGBHex: string }>;
}

/** Any colour: mixed freely, or taken exactly from anywhere on the screen where the browser can. */
function AnyColour({ name, now, onTry, onTake }: { name: string; now: string; onTry: (colour: string | undefined) => void; onTake: (colour: string) => void }) {
  const EyeDropper = (window as unknown as { EyeDropper?: new () => Dropper }).EyeDropper;
  const box = useColourBox(now, onTry, onTake);
  const look =
    'relative inline-flex size-[22px] shrink-0 cursor-pointer items-center justify-center rounded-[6px] border border-edge text-ink-2 hover:bg-bench focus-within:border-ink';
  return (
    <>
      <label className={look} title="Mix any colour">
        <Plus size={12} strokeWidth={1.9} />
        <input {...box} aria-label={`Any colour for ${name.toLowerCase()}`} className="absolute inset-0 cursor-pointer opacity-0" />
      </label>
      {EyeDropper && (
        <button
          type="button"
          className={look}
          aria-label={`Take a colour from the picture for ${name.toLowerCase()}`}
          title="Take a colour from anywhere"
          onClick={() =>
            new EyeDropper().open().then(
              ({ sRGBHex }) => /^#[0-9a-f]{6}$/i.test(sRGBHex) && onTake(sRGBHex.toLowerCase()),
              () => {},
            )
          }
        >
          <Pipette size={12} strokeWidth={1.7} />
        </button>
      )}
    </>
  );
}

function Swatch({ colour, name, chosen = false, onTry, onTake }: { colour: string; name: string; chosen?: boolean; onTry?: () => void; onTake: () => void }) {
  return (
    <button
      type="button"
      aria-label={name}
      onPointerEnter={onTry}
      onPointerLeave={() => preview(undefined)}
      onClick={onTake}
      className={`size-[22px] shrink-0 rounded-[6px] ${chosen ? '[box-shadow:0_0_0_2px_var(--color-paper),0_0_0_4px_var(--color-ink)] mx-1' : ''}`}
      style={{ background: `linear-gradient(135deg, ${colour} 58%, ${shadowOf(colour)} 58%)` }}
    />
  );
}

const RAMP = Array.from({ length: 24 }, (_, n) => n / 23);

/** The ramp of human skin with its undertone: lighter and darker stay natural. */
export function Skin({ character }: { character: Character }) {
  const { position, undertone } = character.skin;
  const gradient = `linear-gradient(90deg, ${RAMP.map((p) => skinTones(p, undertone).base).join(', ')})`;
  const commit = (value: number): void => void run('Change the skin', setSkin(character.id, { position: value }));
  return (
    <section aria-label="Skin" className="border-t border-line px-4 py-3">
      <div className="mb-2 flex items-center gap-1">
        <h2 className="m-0 flex-1 text-[13px] font-[680]">Skin</h2>
        {(
          [
            ['Cool', -0.8],
            ['Neutral', 0],
            ['Warm', 0.8],
          ] as const
        ).map(([name, value]) => (
          <button
            key={name}
            type="button"
            aria-pressed={Math.abs(undertone - value) <= 0.4 + (value ? -0.01 : 0)}
            onClick={() => run('Change the undertone', setSkin(character.id, { undertone: value }))}
            className={`h-6 rounded-[7px] border px-2 text-[12px] ${Math.abs(undertone - value) <= 0.4 + (value ? -0.01 : 0) ? 'border-ink bg-act-soft font-[650]' : 'border-transparent text-ink-2 hover:bg-bench'}`}
          >
            {name}
          </button>
        ))}
      </div>
      <Slider
        label="Skin, light to deep"
        min={0}
        max={1}
        step={0.005}
        value={position}
        ramp={gradient}
        onTry={(next) => preview(setSkin(character.id, { position: next }))}
        onTake={commit}
      />
    </section>
  );
}
