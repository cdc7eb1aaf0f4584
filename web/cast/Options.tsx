import { Eye, EyeOff, Lock, LockOpen, Search } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { Character } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { setExtra, setMake, setPart } from '#core/edit/commands/cast';
import { dressedWith, misfit } from '#core/figure/fit';
import type { MascotSlot } from '#core/figure/mascots/makes';
import type { Slot } from '#core/figure/parts/index';
import { preview, run } from '../state/production.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { IconButton } from '../ui/parts.tsx';
import type { CastClient } from './client.ts';
import { choicesOf, chosenOf, mayBeEmpty, type RoomSlot, SLOT_INFO, viewOf } from './slots.ts';

const TILE = { width: 112, height: 88 } as const;
const GROUND = '#eaf2f0';
/** Picture pixels for one of the page's. */
const density = (): number => Math.min(2, Math.ceil(window.devicePixelRatio || 1));

interface Props {
  readonly client: CastClient;
  readonly character: Character;
  readonly slot: RoomSlot;
  readonly outfit: string | undefined;
  readonly locked: boolean;
  readonly hidden: boolean;
  readonly onLock: () => void;
  readonly onHide: () => void;
}

const made = (character: Character, slot: RoomSlot, id: string): Character => ({ ...character, parts: { ...character.parts, [slot]: id } });

/** Every option of a slot on this very character: pointing tries it on, a click takes it. */
export function Options({ client, character, slot, outfit, locked, hidden, onLock, onHide }: Props) {
  const [query, setQuery] = useState('');
  const [pictures, setPictures] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  // biome-ignore lint/correctness/useExhaustiveDependencies: another slot is searched anew
  useEffect(() => setQuery(''), [slot]);
  const all = choicesOf(character, slot);
  const words = query.trim().toLowerCase();
  const shown = useMemo(() => all.filter(({ name, words: more }) => !words || name.toLowerCase().includes(words) || more?.some((word) => word.includes(words))), [all, words]);
  const { label, view } = SLOT_INFO[slot];
  const mascot = character.kind === 'mascot';
  useEffect(() => {
    const list = [
      ...(!mascot && mayBeEmpty(slot) ? [{ key: 'none', character: dressedWith(character, slot as Slot, null), view }] : []),
      ...choicesOf(character, slot).map(({ id }) => ({
        key: id,
        character: mascot ? made(character, slot, id) : dressedWith(slot === 'extras' ? { ...character, extras: {} } : character, slot as Slot | 'extras', id),
        view: viewOf(slot, id),
      })),
    ];
    setPictures(new Map());
    return client.options('options', list, TILE.width * density(), TILE.height * density(), GROUND, (key, bitmap) =>
      setPictures((old) => new Map(old).set(`${slot} ${key}`, bitmap)),
    );
    // The pictures follow the character as it is stored; trying one on does not repaint them.
  }, [client, character, mascot, slot, view]);
  const worn = (id: string): boolean =>
    mascot
      ? chosenOf(character, slot) === id
      : slot === 'extras'
        ? !!character.extras && id in character.extras
        : (character.parts[slot] ?? (mayBeEmpty(slot) ? 'none' : all[0]?.id)) === id;
  // “None” is a choice of its own among a mascot's arms and legs.
  const change = (id: string): Recipe => (mascot ? setMake(character.id, slot as MascotSlot, id) : setPart(character.id, slot as Slot, id === 'none' ? null : id, outfit));
  const take = (id: string): void => {
    if (slot === 'extras') run(worn(id) ? 'Take an extra off' : 'Put an extra on', setExtra(character.id, id, !worn(id), outfit));
    else run(`Change the ${label.toLowerCase()}`, change(id));
  };
  const tryOn = (id: string): void => {
    if (worn(id)) return preview(undefined);
    preview(slot === 'extras' ? setExtra(character.id, id, true, outfit) : change(id));
  };
  const tiles = [...(!mascot && mayBeEmpty(slot) && !words ? [{ id: 'none', name: 'None' }] : []), ...shown];
  return (
    <section aria-label={label} className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-1 px-4 pt-3 pb-2">
        <h2 className="m-0 flex-1 text-[16px] leading-[22px] font-[680]">{label}</h2>
        {all.length > 9 && (
          <label className="flex h-7 w-32 items-center gap-1.5 rounded-[7px] border border-edge bg-white px-2 text-ink-3 focus-within:border-ink">
            <Search size={13} strokeWidth={1.6} />
            <input
              aria-label={`Find in ${label.toLowerCase()}`}
              placeholder="Find"
              value={query}
              onChange={(event) => setQuery(event.target.value)}
              className="w-full bg-transparent text-[13px] text-ink !shadow-none !outline-none"
            />
          </label>
        )}
        <IconButton
          label={locked ? 'Locked: a surprise leaves it as it is' : 'Lock it against surprises'}
          aria-pressed={locked}
          onClick={onLock}
          className={locked ? 'bg-act-soft text-act' : ''}
        >
          {locked ? <Lock size={15} strokeWidth={1.6} /> : <LockOpen size={15} strokeWidth={1.6} />}
        </IconButton>
        {!mascot && mayBeEmpty(slot) && (
          <IconButton label={hidden ? 'Show it again' : 'Hide it just for looking'} aria-pressed={hidden} onClick={onHide} className={hidden ? 'bg-act-soft text-act' : ''}>
            {hidden ? <EyeOff size={15} strokeWidth={1.6} /> : <Eye size={15} strokeWidth={1.6} />}
          </IconButton>
        )}
      </div>
      <div className="scrolls grid min-h-0 flex-1 auto-rows-min grid-cols-3 gap-2 overflow-y-auto px-4 pb-3" onPointerLeave={() => preview(undefined)}>
        {tiles.map(({ id, name }) => {
          const found = mascot || id === 'none' || worn(id) ? undefined : misfit(character, slot as Slot | 'extras', id);
          const impossible = !!found && !found.slots.length && !found.extras.length;
          const chosen = worn(id);
          return (
            <button
              key={id}
              type="button"
              data-option={id}
              aria-pressed={chosen}
              disabled={impossible}
              title={found ? `${found.sentence}${found.nearest ? ` ${found.nearest.name} does.` : ''}` : undefined}
              onPointerEnter={() => tryOn(id)}
              onFocus={() => tryOn(id)}
              onBlur={() => preview(undefined)}
              onClick={() => take(id)}
              className={`flex flex-col items-stretch overflow-hidden rounded-[9px] border pb-1 text-center ${chosen ? 'border-ink bg-act-soft [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-transparent bg-bench hover:border-edge'} ${impossible ? 'opacity-45' : ''}`}
            >
              <Bitmap bitmap={pictures.get(`${slot} ${id}`)} width={TILE.width} height={TILE.height} className="mx-auto !bg-bench" />
              <span className={`truncate px-1 text-[12px] leading-4 ${chosen ? 'font-[680]' : 'font-[550]'}`}>{name}</span>
              {found && !impossible && <span className="truncate px-1 text-[11px] leading-[14px] text-warn">takes {found.slots.length + found.extras.length} off</span>}
            </button>
          );
        })}
        {tiles.length === 0 && <p className="col-span-3 m-0 text-[13px] text-ink-2">Nothing here is called “{query}”.</p>}
      </div>
    </section>
  );
}
