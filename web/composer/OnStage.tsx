import { Box, Image as ImageIcon, Lock, Plus, Shirt } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Backdrop, Character } from '#core/document/schema';
import { wearOutfit } from '#core/edit/commands/cast';
import { addLayer, removeLayer, setBackdrop } from '#core/edit/commands/stage';
import { addSpeaker, placesFor, scaleFor, voiceFor } from '#core/edit/create';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { dressed } from '#core/figure/outfits';
import { characterLayers } from '#core/schedule/casting';
import { floorOf } from '#core/stage/backdrop';
import { PROPS, propOf } from '#core/stage/props/index';
import { SETS } from '#core/stage/sets/index';
import { inOrder, orderAtEnd } from '#core/time/order';
import { uploadMedia } from '../api.ts';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { run, useProduction } from '../state/production.ts';
import { choose, useView } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Bitmap } from '../ui/Bitmap.tsx';
import { CutTag, IconButton } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles, PICTURE_TYPES } from '../voices.ts';
import { layerColour, type PlacedScene } from './film.ts';

/** Who and what stands on stage, front first; bringing on more. */
export function OnStage({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document);
  const selected = useView((state) => state.layer);
  if (!document_) return null;
  const layers = inOrder(scene.scene.layers).reverse();
  const { backdrop } = scene.scene;
  const backdropName = backdrop.kind === 'set' ? (SETS.find(({ id }) => id === backdrop.set)?.name ?? 'Backdrop') : backdrop.kind === 'picture' ? backdrop.name : 'Plain colour';
  return (
    <aside className="scrolls flex h-full flex-col gap-1.5 overflow-y-auto bg-bench px-2 py-2.5" aria-label="On stage">
      <div className="flex items-baseline justify-between px-1">
        <h2 className="m-0 text-[13px] font-[680]">On stage</h2>
        <span className="text-[11.5px] text-ink-3">front first</span>
      </div>
      {layers.map(([id, layer]) => {
        if (layer.kind === 'prop')
          return (
            <button
              key={id}
              type="button"
              className={`flex h-7 items-center gap-2 rounded-[7px] px-2 text-left text-[13px] ${selected === id ? 'bg-act-soft' : 'hover:bg-well'}`}
              onClick={() => choose({ kind: 'layer', id })}
            >
              <Box size={15} strokeWidth={1.6} className="shrink-0 text-ink-2" />
              <span className="truncate">{propOf(layer.prop)?.name ?? layer.name}</span>
              {layer.locked && <Lock size={12} className="ml-auto text-ink-3" />}
            </button>
          );
        const character = document_.characters[layer.character];
        return character ? <PersonCard key={id} id={id} character={character} outfit={layer.outfit} scene={scene} hidden={layer.hidden} /> : null;
      })}
      <button
        type="button"
        className={`flex h-7 items-center gap-2 rounded-[7px] px-2 text-left text-[13px] ${selected === 'backdrop' ? 'bg-act-soft' : 'hover:bg-well'}`}
        onClick={() => choose({ kind: 'layer', id: 'backdrop' })}
      >
        <ImageIcon size={15} strokeWidth={1.6} className="shrink-0 text-ink-2" />
        <span className="truncate">{backdropName}</span>
      </button>
      {selected === 'backdrop' && backdrop.kind === 'picture' && (
        <div className="flex gap-1 px-1">
          {(['fill', 'fit'] as const).map((fit) => (
            <button
              key={fit}
              type="button"
              aria-pressed={backdrop.fit === fit}
              className={`h-6 flex-1 rounded-[6px] border text-[12px] ${backdrop.fit === fit ? 'border-ink bg-act-soft font-semibold' : 'border-line bg-paper'}`}
              onClick={() => run('Fit the backdrop', setBackdrop(scene.id, { ...backdrop, fit }))}
            >
              {fit === 'fill' ? 'Fill' : 'Fit'}
            </button>
          ))}
        </div>
      )}
      <BringOn scene={scene} />
    </aside>
  );
}

const portraits = new WeakMap<Character, Promise<ImageBitmap>>();

function PersonCard({ id, character, outfit, scene, hidden }: { id: string; character: Character; outfit: string | undefined; scene: PlacedScene; hidden: boolean }) {
  const document_ = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const selected = useView((state) => state.layer === id);
  const navigate = useNavigate();
  const speaking = useView((state) => scene.lines.find((line) => line.layer === id && state.tick >= line.start && state.tick < line.end)?.index);
  const colour = layerColour(document_, scene.id, id);
  const tone = toneOf(colour);
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  useEffect(() => {
    const look = dressed(character, outfit);
    let picture = portraits.get(look);
    if (!picture) portraits.set(look, (picture = stage().portrait(look, 96, tone.mid)));
    let here = true;
    void picture.then((value) => here && setBitmap(value));
    return () => {
      here = false;
    };
  }, [character, outfit, tone.mid]);
  return (
    <div
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      data-layer={id}
      className={`flex min-h-[62px] items-start gap-2 rounded-[9px] border p-1.5 text-left ${selected ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line bg-paper hover:border-edge'} ${hidden ? 'opacity-60' : ''}`}
      style={selected ? { background: tone.tint } : undefined}
      onClick={() => choose({ kind: 'layer', id })}
      onKeyDown={(event) => {
        if (event.target !== event.currentTarget) return;
        if (event.key === 'Enter' || event.key === ' ') choose({ kind: 'layer', id });
        if (event.key === 'Delete') {
          event.stopPropagation();
          run('Take off stage', removeLayer(scene.id, id));
        }
      }}
    >
      <Bitmap bitmap={bitmap} width={44} height={44} className="shrink-0 rounded-[7px]" />
      <span className="min-w-0">
        <span className="flex items-center gap-1 text-[13px] font-[650]">
          <CutTag colour={colour} width={9} height={12} />
          <TypedName value={character.name} label="Name of the character" target={{ kind: 'character', character: character.id }} className="max-w-[62px] truncate px-0.5" />
        </span>
        {selected && (
          <IconButton
            label={`Change how ${character.name} looks`}
            side="right"
            className="float-right -mr-1 !size-6"
            onClick={(event) => {
              event.stopPropagation();
              void navigate(`/p/${document_.production.id}/cast/${character.id}`);
            }}
          >
            <Shirt size={14} strokeWidth={1.6} />
          </IconButton>
        )}
        {selected && character.outfits && Object.keys(character.outfits).length > 0 && (
          <select
            aria-label={`Outfit of ${character.name}`}
            value={outfit ?? ''}
            onClick={(event) => event.stopPropagation()}
            onChange={(event) => run('Change the outfit', wearOutfit(scene.id, id, event.target.value || null))}
            className="mt-0.5 h-6 w-[72px] rounded-[6px] border border-line bg-paper text-[11.5px]"
          >
            <option value="">Everyday</option>
            {inOrder(character.outfits).map(([key, { name }]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        )}
        <span className="mt-0.5 block text-[12px] leading-[14px] text-ink-2">
          {hidden ? 'hidden' : speaking !== undefined ? `speaking, line ${speaking + 1}` : scene.lines.some((l) => l.layer === id) ? 'listening' : 'no lines yet'}
        </span>
      </span>
    </div>
  );
}

function BringOn({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const frame = document_.production.frame;
  const offStage = Object.values(document_.characters).filter((c) => !characterLayers(scene.scene).some(([, layer]) => layer.character === c.id));
  /** Moves those on stage apart so that a newcomer hides nobody. */
  const bringOn = (character: Character, isNew: DesignId | undefined): void => {
    const here = characterLayers(scene.scene);
    const places = placesFor(here.length + 1, frame, scene.scene.backdrop);
    const taken = here.map(([, layer]) => layer.x);
    const free =
      places.map((p) => ({ p, room: Math.min(1e6, ...taken.map((x) => Math.abs(x - p.x))) })).sort((a, b) => b.room - a.room)[0]?.p ?? (places[0] as (typeof places)[number]);
    const layer = makeId('layer');
    if (isNew) {
      const role = makeId('role');
      const count = Object.keys(document_.production.roles).length;
      run(
        `Bring on ${character.name}`,
        addSpeaker({
          role,
          character,
          colour: (count % 8) + 1,
          name: character.name,
          voice: voiceFor(
            isNew,
            count,
            Object.values(document_.production.roles).map((one) => one.voice),
          ),
          scene: scene.id,
          layer,
          place: free,
        }),
      );
    } else
      run(
        `Bring on ${character.name}`,
        addLayer(scene.id, layer, {
          kind: 'character',
          character: character.id,
          x: free.x,
          y: free.y,
          scale: scaleFor(character, frame, free.room),
          turn: free.turn,
          locked: false,
          hidden: false,
        } as never),
      );
    choose({ kind: 'layer', id: layer });
  };
  const backdropFromFile = async (): Promise<void> => {
    const [file] = await chooseFiles(PICTURE_TYPES, false);
    if (!file) return;
    const known = toast.loading(`Reading “${file.name}” …`);
    try {
      const media = await uploadMedia('picture', file);
      run(
        'Bring in a backdrop',
        setBackdrop(scene.id, {
          kind: 'picture',
          media: media.hash,
          width: Number(media.facts.width),
          height: Number(media.facts.height),
          fit: 'fill',
          name: media.name.slice(0, 120),
        }),
      );
      choose({ kind: 'layer', id: 'backdrop' });
      toast.success('The picture is the backdrop now.', { id: known });
    } catch (thrown) {
      toast.error(sentenceOf(thrown), { id: known });
    }
  };
  const item = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft';
  const head = 'px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3';
  const sets: Backdrop[] = SETS.map(({ id }) => ({ kind: 'set', set: id, light: 0.5 }));
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="mt-1 inline-flex h-[28px] items-center gap-1.5 self-start rounded-[7px] border border-edge bg-paper px-2.5 text-[13px] font-semibold hover:bg-bench">
        <Plus size={14} strokeWidth={1.8} />
        Bring on stage
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" side="right" className="raised scrolls z-40 max-h-[420px] min-w-52 overflow-y-auto rounded-[9px] border border-line bg-paper p-1">
          {offStage.length > 0 && <div className={head}>From the cast</div>}
          {offStage.map((character) => (
            <DropdownMenu.Item key={character.id} className={item} onSelect={() => bringOn(character, undefined)}>
              {character.name}
            </DropdownMenu.Item>
          ))}
          <div className={head}>Somebody new</div>
          {(Object.keys(DESIGNS) as DesignId[]).map((design) => (
            <DropdownMenu.Item key={design} className={item} onSelect={() => bringOn(designed(design, makeId('character'), orderAtEnd(document_.characters)), design)}>
              {DESIGNS[design].name}
            </DropdownMenu.Item>
          ))}
          <div className={head}>Props</div>
          {PROPS.map((prop) => (
            <DropdownMenu.Item
              key={prop.id}
              className={item}
              onSelect={() => {
                const layer = makeId('layer');
                run(
                  `Bring on ${prop.name.toLowerCase()}`,
                  addLayer(scene.id, layer, {
                    kind: 'prop',
                    name: prop.name,
                    prop: prop.id,
                    x: 0,
                    y: floorOf(scene.scene.backdrop, frame) - 30,
                    scale: 1,
                    locked: false,
                    hidden: false,
                  } as never),
                );
                choose({ kind: 'layer', id: layer });
              }}
            >
              {prop.name}
            </DropdownMenu.Item>
          ))}
          <div className={head}>Backdrop</div>
          {sets.map((backdrop) => (
            <DropdownMenu.Item key={backdrop.kind === 'set' ? backdrop.set : ''} className={item} onSelect={() => run('Change the backdrop', setBackdrop(scene.id, backdrop))}>
              {SETS.find(({ id }) => backdrop.kind === 'set' && id === backdrop.set)?.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item className={item} onSelect={() => run('Change the backdrop', setBackdrop(scene.id, { kind: 'colour', colour: '#cfe0dc' }))}>
            Plain colour
          </DropdownMenu.Item>
          <DropdownMenu.Item className={item} onSelect={() => void backdropFromFile()}>
            Your own picture …
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
