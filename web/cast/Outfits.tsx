import { ChevronDown, Plus, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { Character } from '#core/document/schema';
import { addOutfit, addReadyOutfit, deleteOutfit } from '#core/edit/commands/cast';
import { PROFESSIONS } from '#core/figure/professions';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { TypedName } from '../typing/TypedName.tsx';

/** Which outfit is looked at and changed; making, naming and deleting them. */
export function Outfits({ character, outfit, onWear }: { character: Character; outfit: string | undefined; onWear: (outfit: string | undefined) => void }) {
  const all = inOrder(character.outfits ?? {});
  const now = outfit === undefined ? undefined : character.outfits?.[outfit];
  const item = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft';
  return (
    <span className="flex items-center gap-1 text-[13px]">
      {now && outfit && (
        <TypedName
          key={outfit}
          target={{ kind: 'outfit', character: character.id, outfit }}
          value={now.name}
          label="Name of the outfit"
          className="max-w-28 truncate px-0.5 font-[650]"
        />
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger aria-label="Outfit" className="inline-flex h-7 items-center gap-1 rounded-[7px] border border-edge bg-paper px-2 hover:bg-bench">
          {now ? '' : 'Everyday'}
          <ChevronDown size={14} strokeWidth={1.8} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" className="raised z-40 min-w-44 rounded-[9px] border border-line bg-paper p-1">
            <DropdownMenu.Item className={item} onSelect={() => onWear(undefined)}>
              Everyday
            </DropdownMenu.Item>
            {all.map(([id, { name }]) => (
              <DropdownMenu.Item key={id} className={item} onSelect={() => onWear(id)}>
                {name}
              </DropdownMenu.Item>
            ))}
            <div className="my-1 h-px bg-line" />
            <DropdownMenu.Item
              className={item}
              onSelect={() => {
                const made = makeId('outfit');
                if (run('Make an outfit', addOutfit(character.id, made, `Outfit ${all.length + 2}`, outfit))) onWear(made);
              }}
            >
              <Plus size={14} strokeWidth={1.8} /> New outfit from this one
            </DropdownMenu.Item>
            <DropdownMenu.Sub>
              <DropdownMenu.SubTrigger className={`${item} justify-between data-[state=open]:bg-act-soft`}>
                As a … <ChevronDown size={14} strokeWidth={1.8} className="-rotate-90" />
              </DropdownMenu.SubTrigger>
              <DropdownMenu.Portal>
                <DropdownMenu.SubContent className="raised scrolls z-50 max-h-[420px] min-w-44 overflow-y-auto rounded-[9px] border border-line bg-paper p-1">
                  {PROFESSIONS.map((profession) => (
                    <DropdownMenu.Item
                      key={profession.id}
                      className={item}
                      onSelect={() => {
                        const made = makeId('outfit');
                        if (run(`Dress as a ${profession.name.toLowerCase()}`, addReadyOutfit(character.id, made, profession))) onWear(made);
                      }}
                    >
                      {profession.name}
                    </DropdownMenu.Item>
                  ))}
                </DropdownMenu.SubContent>
              </DropdownMenu.Portal>
            </DropdownMenu.Sub>
            {now && outfit && (
              <DropdownMenu.Item
                className={`${item} text-err`}
                onSelect={() => {
                  onWear(undefined);
                  run('Delete an outfit', deleteOutfit(character.id, outfit));
                }}
              >
                <Trash2 size={14} strokeWidth={1.6} /> Delete “{now.name}”
              </DropdownMenu.Item>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </span>
  );
}
