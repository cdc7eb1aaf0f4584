import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useState } from 'react';
import type { Character, Document } from '#core/document/schema';
import { usesOf } from '#core/edit/commands/cast';
import { DESIGNS, type DesignId } from '#core/figure/cast';
import { inOrder } from '#core/time/order';
import { lookOnShelf, useShelf } from '../state/shelf.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import type { CastClient } from './client.ts';

interface Props {
  readonly client: CastClient;
  readonly document: Document;
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
  readonly onAdd: (design: DesignId | 'chance' | 'file' | Character) => void;
}

/** Everybody in the production, and the way to somebody new. */
export function CastColumn({ client, document, chosen, onChoose, onAdd }: Props) {
  const cast = inOrder(document.characters);
  const [pictures, setPictures] = useState<ReadonlyMap<Character, ImageBitmap>>(new Map());
  useEffect(() => {
    const list = inOrder(document.characters).map(([id, character]) => ({ key: id, character, view: 'head' as const }));
    return client.options('cast', list, 188, 160, '#dfe9e7', (key, bitmap) => {
      const character = document.characters[key];
      if (character) setPictures((old) => new Map(old).set(character, bitmap));
    });
  }, [client, document.characters]);
  const kept = useShelf((state) => state.kept);
  const shelf = (kept ?? []).filter((one) => one.kind === 'character');
  const item = 'cursor-pointer rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft';
  return (
    <aside aria-label="Cast" className="scrolls flex w-32 shrink-0 flex-col gap-2 overflow-y-auto border-r border-line bg-bench px-2 py-2.5">
      <h2 className="m-0 px-1 text-[13px] font-[680]">Cast</h2>
      {cast.map(([id, character]) => {
        const role = Object.values(document.production.roles).find((one) => one.character === id);
        const { scenes, lines } = usesOf(document, id);
        return (
          <button
            key={id}
            type="button"
            aria-pressed={id === chosen}
            data-character={character.name}
            onClick={() => onChoose(id)}
            className={`rounded-[9px] border p-1.5 text-left ${id === chosen ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line bg-paper hover:border-edge'}`}
            style={id === chosen ? { background: toneOf(role?.colour).tint } : undefined}
          >
            <Bitmap bitmap={pictures.get(character)} width={94} height={80} className="rounded-[6px]" />
            <span className="mt-1 flex items-center gap-1 text-[13px] font-[650]">
              {role && <CutTag colour={role.colour} width={10} height={12} />}
              <span className="truncate">{character.name}</span>
            </span>
            <span className="block text-[11.5px] leading-[14px] text-ink-2">
              {lines ? `${lines} line${lines === 1 ? '' : 's'}` : scenes.length ? 'on stage' : 'not in a scene yet'}
            </span>
          </button>
        );
      })}
      <DropdownMenu.Root onOpenChange={(open) => open && void lookOnShelf()}>
        <DropdownMenu.Trigger className="inline-flex h-7 items-center justify-center gap-1 rounded-[7px] border border-edge bg-paper text-[13px] font-semibold hover:bg-bench">
          <Plus size={14} strokeWidth={1.8} /> New
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" side="right" className="raised scrolls z-40 max-h-[420px] min-w-44 overflow-y-auto rounded-[9px] border border-line bg-paper p-1">
            <DropdownMenu.Item className={`${item} font-semibold`} onSelect={() => onAdd('chance')}>
              A person by chance
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => onAdd('file')}>
              From a character file …
            </DropdownMenu.Item>
            {shelf.length > 0 && <div className="px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3">From your shelf</div>}
            {shelf.map(({ id, name, value }) => (
              <DropdownMenu.Item key={id} className={item} onSelect={() => onAdd(value)}>
                {name}
              </DropdownMenu.Item>
            ))}
            <div className="px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3">Start from</div>
            {(Object.keys(DESIGNS) as DesignId[]).map((design) => (
              <DropdownMenu.Item key={design} className={item} onSelect={() => onAdd(design)}>
                {DESIGNS[design].name}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </aside>
  );
}
