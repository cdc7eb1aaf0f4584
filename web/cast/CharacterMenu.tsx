import { Copy, Download, Ellipsis, Trash2, UserRoundCog } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Character } from '#core/document/schema';
import { deleteCharacter, duplicateCharacter, recastRole, setLook } from '#core/edit/commands/cast';
import { poseForHand } from '#core/figure/actions/action';
import { actionOf } from '#core/figure/actions/index';
import { expressionOf } from '#core/figure/expressions/index';
import { dressed } from '#core/figure/outfits';
import type { PartialPose } from '#core/figure/pose';
import { inOrder } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { keep } from '../state/shelf.ts';
import { useView } from '../state/view.ts';
import type { Trying } from '../workers/cast.worker.ts';
import type { CastClient } from './client.ts';
import { saveCharacter, savePicture, saveSvg } from './files.ts';

/** The stance that is tried, for a file: an action where it is held. */
function poseOf({ action, hand, expression, turn }: Trying): PartialPose {
  const doing = action ? actionOf(action) : undefined;
  return {
    ...(expression ? expressionOf(expression)?.face : { smile: 0.35 }),
    ...(doing ? poseForHand(doing.keys.at(-1)?.pose ?? {}, hand, 1) : {}),
    bodyTurn: turn * 0.45,
    headTurn: turn * 0.55,
  };
}

const ITEM = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-act-soft';

/** What else is done with a character: parts it plays, copies, looks taken over, the shelf, files. */
export function CharacterMenu({
  client,
  character,
  outfit,
  trying,
  onOpen,
}: {
  client: CastClient;
  character: Character;
  outfit: string | undefined;
  trying: Trying;
  onOpen: (character: string) => void;
}) {
  const document = useOpenDocument();
  const scene = useView((state) => state.scene);
  const roles = inOrder(document.production.roles);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger aria-label={`More for ${character.name}`} className="inline-flex size-7 items-center justify-center rounded-[7px] text-ink-2 hover:bg-well">
        <Ellipsis size={16} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="raised scrolls z-40 max-h-[420px] min-w-52 overflow-y-auto rounded-[9px] border border-line bg-paper p-1 text-[13px]">
          {roles.length > 0 && <div className="px-2.5 pt-1 pb-1 text-[11.5px] text-ink-3">Plays the part of</div>}
          {roles.map(([role, { name, character: player }]) => (
            <DropdownMenu.Item
              key={role}
              disabled={player === character.id}
              className="flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 outline-none data-[disabled]:text-ink-3 data-[highlighted]:bg-act-soft"
              onSelect={() => run(`${character.name} plays ${name}`, recastRole(role, character.id))}
            >
              <UserRoundCog size={14} strokeWidth={1.6} /> {name}
              {player === character.id ? ', already' : ''}
            </DropdownMenu.Item>
          ))}
          {scene && document.scenes[scene] && roles.some(([role]) => (document.scenes[scene]?.recast[role] ?? document.production.roles[role]?.character) !== character.id) && (
            <div className="px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3">In “{document.scenes[scene]?.title}” alone</div>
          )}
          {scene &&
            roles
              .filter(([role, { character: player }]) => (document.scenes[scene]?.recast[role] ?? player) !== character.id)
              .map(([role, { name }]) => (
                <DropdownMenu.Item key={`here ${role}`} className={ITEM} onSelect={() => run(`${character.name} plays ${name} here`, recastRole(role, character.id, scene))}>
                  <UserRoundCog size={14} strokeWidth={1.6} /> {name}
                </DropdownMenu.Item>
              ))}
          <div className="my-1 h-px bg-line" />
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() => {
              const copy = makeId('character');
              run('Duplicate a character', duplicateCharacter(character.id, copy));
              onOpen(copy);
            }}
          >
            <Copy size={14} strokeWidth={1.6} /> Duplicate
          </DropdownMenu.Item>
          {inOrder(document.characters)
            .filter(([other, c]) => other !== character.id && c.kind === 'person' && character.kind === 'person')
            .map(([other, c]) => (
              <DropdownMenu.Item
                key={other}
                className="cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-act-soft"
                onSelect={() => run(`Take over the look of ${c.name}`, setLook(character.id, c))}
              >
                Look of {c.name}
              </DropdownMenu.Item>
            ))}
          <div className="my-1 h-px bg-line" />
          {(
            [
              [
                'Keep on the shelf',
                () =>
                  void keep(character.id, { kind: 'character', name: character.name, value: character }).then(
                    () => toast(`${character.name} is on the shelf: every production finds ${character.name} under New.`),
                    (thrown) => toast.error(sentenceOf(thrown)),
                  ),
              ],
              ['Save as SVG', () => saveSvg(dressed(character, outfit), poseOf(trying))],
              ['Save as PNG', () => void client.picture(dressed(character, outfit), poseOf(trying), trying.mouth, 1600).then((blob) => savePicture(character, blob))],
              ['Save as a character file', () => saveCharacter(character)],
            ] as const
          ).map(([label, act]) => (
            <DropdownMenu.Item key={label} className={ITEM} onSelect={act}>
              <Download size={14} strokeWidth={1.6} /> {label}
            </DropdownMenu.Item>
          ))}
          <div className="my-1 h-px bg-line" />
          <DropdownMenu.Item
            className="flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-err outline-none data-[highlighted]:bg-err-soft"
            onSelect={() => run('Delete a character', deleteCharacter(character.id))}
          >
            <Trash2 size={14} strokeWidth={1.6} /> Delete
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
