import { Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { restOf, restValue } from '#core/document/properties';
import type { Backdrop, Character } from '#core/document/schema';
import { addLayer, type NewLayer } from '#core/edit/commands/layers';
import { setBackdrop } from '#core/edit/commands/stage';
import { addSpeaker, placesFor, scaleFor, standingLayer, voiceFor } from '#core/edit/create';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { characterLayers } from '#core/schedule/casting';
import { floorOf } from '#core/stage/backdrop';
import { EFFECTS } from '#core/stage/effects/index';
import { frameSize } from '#core/stage/frame';
import { PROPS } from '#core/stage/props/index';
import { SETS } from '#core/stage/sets/index';
import { orderAtEnd } from '#core/time/order';
import { uploadMedia } from '../api.ts';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { choose } from '../state/view.ts';
import { chooseFiles, PICTURE_TYPES } from '../voices.ts';
import type { PlacedScene } from './film.ts';

/** How tall a picture of one's own stands in the frame when it comes in. */
const PICTURE_SHARE = 0.6;

const ITEM = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft';
const HEAD = 'px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3';

/** Brings people, things, pictures, words and effects on the stage, and another backdrop behind them. */
export function BringOn({ scene }: { scene: PlacedScene }) {
  const document = useOpenDocument();
  const { frame } = document.production;
  const { width, height } = frameSize(frame);
  const offStage = Object.values(document.characters).filter((one) => !characterLayers(scene.scene).some(([, layer]) => layer.character === one.id));

  const bring = (label: string, layer: NewLayer): void => {
    const id = makeId('layer');
    run(label, addLayer(scene.id, id, layer));
    choose({ kind: 'layer', id });
  };
  /** Where nobody stands yet, so that a newcomer hides nobody. */
  const freeSpot = (): ReturnType<typeof placesFor>[number] => {
    const here = characterLayers(scene.scene);
    const places = placesFor(here.length + 1, frame, scene.scene.backdrop);
    const roomAt = (x: number): number => Math.min(1e6, ...here.map(([, layer]) => Math.abs(restValue(layer, 'x') - x)));
    return places.reduce((best, place) => (roomAt(place.x) > roomAt(best.x) ? place : best));
  };
  const bringCharacter = (character: Character, design: DesignId | undefined): void => {
    const place = freeSpot();
    if (!design) {
      bring(`Bring on ${character.name}`, standingLayer(character.id, place, scaleFor(character, frame, place.room)));
      return;
    }
    const layer = makeId('layer');
    const roles = Object.values(document.production.roles);
    const voice = voiceFor(
      design,
      roles.length,
      roles.map((role) => role.voice),
    );
    run(`Bring on ${character.name}`, addSpeaker({ role: makeId('role'), character, colour: (roles.length % 8) + 1, name: character.name, voice, scene: scene.id, layer, place }));
    choose({ kind: 'layer', id: layer });
  };
  const ownPicture = async (as: 'layer' | 'backdrop'): Promise<void> => {
    const [file] = await chooseFiles(PICTURE_TYPES, false);
    if (!file) return;
    const known = toast.loading(`Reading “${file.name}” …`);
    try {
      const media = await uploadMedia('picture', file);
      const [wide, tall] = [Number(media.facts.width), Number(media.facts.height)];
      const name = media.name.slice(0, 120);
      if (as === 'backdrop') {
        run('Bring in a backdrop', setBackdrop(scene.id, { kind: 'picture', media: media.hash, width: wide, height: tall, fit: 'fill', name }));
        choose({ kind: 'layer', id: 'backdrop' });
      } else {
        const k = Math.min((height * PICTURE_SHARE) / tall, (width * PICTURE_SHARE) / wide, 1);
        bring(`Bring in “${name}”`, {
          kind: 'picture',
          name,
          media: media.hash,
          width: Math.max(1, Math.round(wide * k)),
          height: Math.max(1, Math.round(tall * k)),
          x: 0,
          y: 0,
          locked: false,
          hidden: false,
        });
      }
      await stage().fetched(media.hash);
      toast.success(`“${name}” is here.`, { id: known });
    } catch (thrown) {
      toast.error(sentenceOf(thrown), { id: known });
    }
  };
  const words = (): void =>
    bring('Bring on words', { kind: 'text', text: 'A title', font: 'title', align: 'middle', size: restOf('text', 'size'), x: 0, y: -height * 0.3, locked: false, hidden: false });
  const form = (): void =>
    bring('Bring on a shape', { kind: 'shape', form: 'rounded', width: 420, height: 240, filled: true, line: 0, x: 0, y: -height * 0.1, locked: false, hidden: false });

  const sets: Backdrop[] = SETS.map(({ id }) => ({ kind: 'set', set: id, light: 0.5 }));
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="mt-1 inline-flex h-[28px] shrink-0 items-center gap-1.5 self-start rounded-[7px] border border-edge bg-paper px-2.5 text-[13px] font-semibold hover:bg-bench">
        <Plus size={14} strokeWidth={1.8} />
        Bring on stage
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" side="right" className="raised scrolls z-40 max-h-[420px] min-w-52 overflow-y-auto rounded-[9px] border border-line bg-paper p-1">
          {offStage.length > 0 && <div className={HEAD}>From the cast</div>}
          {offStage.map((character) => (
            <DropdownMenu.Item key={character.id} className={ITEM} onSelect={() => bringCharacter(character, undefined)}>
              {character.name}
            </DropdownMenu.Item>
          ))}
          <div className={HEAD}>Words, shapes, pictures</div>
          <DropdownMenu.Item className={ITEM} onSelect={words}>
            Words
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={form}>
            A shape
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void ownPicture('layer')}>
            Your own picture …
          </DropdownMenu.Item>
          <div className={HEAD}>Props</div>
          {PROPS.map((prop) => (
            <DropdownMenu.Item
              key={prop.id}
              className={ITEM}
              onSelect={() =>
                bring(`Bring on ${prop.name.toLowerCase()}`, {
                  kind: 'prop',
                  name: prop.name,
                  prop: prop.id,
                  x: 0,
                  y: floorOf(scene.scene.backdrop, frame) - 30,
                  locked: false,
                  hidden: false,
                })
              }
            >
              {prop.name}
            </DropdownMenu.Item>
          ))}
          <div className={HEAD}>Over everything below</div>
          {EFFECTS.filter(({ on }) => on !== 'layer').map((effect) => (
            <DropdownMenu.Item
              key={effect.id}
              className={ITEM}
              onSelect={() => bring(`Bring on ${effect.label.toLowerCase()}`, { kind: 'effect', effect: effect.id, values: {}, locked: false, hidden: false })}
            >
              {effect.label}
            </DropdownMenu.Item>
          ))}
          <div className={HEAD}>Somebody new</div>
          {(Object.keys(DESIGNS) as DesignId[]).map((design) => (
            <DropdownMenu.Item key={design} className={ITEM} onSelect={() => bringCharacter(designed(design, makeId('character'), orderAtEnd(document.characters)), design)}>
              {DESIGNS[design].name}
            </DropdownMenu.Item>
          ))}
          <div className={HEAD}>Backdrop</div>
          {sets.map((backdrop) => (
            <DropdownMenu.Item key={backdrop.kind === 'set' ? backdrop.set : ''} className={ITEM} onSelect={() => run('Change the backdrop', setBackdrop(scene.id, backdrop))}>
              {SETS.find(({ id }) => backdrop.kind === 'set' && id === backdrop.set)?.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item className={ITEM} onSelect={() => run('Change the backdrop', setBackdrop(scene.id, { kind: 'colour', colour: '#cfe0dc' }))}>
            Plain colour
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void ownPicture('backdrop')}>
            Your own picture as backdrop …
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
