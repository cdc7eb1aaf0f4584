import { Shirt } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Character, CharacterLayer } from '#core/document/schema';
import { wearOutfit } from '#core/edit/commands/cast';
import { removeLayers } from '#core/edit/commands/layers';
import { dressed } from '#core/figure/outfits';
import { inOrder } from '#core/time/order';
import { stage } from '../stage/client.ts';
import { run, useOpenDocument } from '../state/production.ts';
import { choose, chooseLayer, chosenLayers, useView } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Choice } from '../ui/fields.tsx';
import { CutTag, IconButton } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { layerColour, type PlacedScene } from './film.ts';

const portraits = new WeakMap<Character, Promise<ImageBitmap>>();

/** Whether a character's last move took it out of the frame: it is on stage no more. */
function hasLeft(scene: PlacedScene, id: string, tick: number, width: number): boolean {
  const gone = Object.entries(scene.scene.cues).flatMap(([cueId, cue]) =>
    cue.kind === 'move' && cue.layer === id ? [{ cue, end: scene.resolved.cues.get(cueId)?.end ?? 0 }] : [],
  );
  const last = gone
    .filter(({ end }) => end <= tick)
    .sort((a, b) => a.end - b.end)
    .at(-1);
  return !!last && Math.abs(last.cue.x) > width / 2 + 100;
}

/** A character on the stage: its portrait, its name, what it does now. */
export function PersonCard({ id, layer, character, scene }: { id: string; layer: CharacterLayer; character: Character; scene: PlacedScene }) {
  const document = useOpenDocument();
  const { outfit, hidden } = layer;
  const selected = useView((state) => chosenLayers(state).includes(id));
  const navigate = useNavigate();
  const speaking = useView((state) => scene.lines.find((line) => line.layer === id && state.tick >= line.start && state.tick < line.end)?.index);
  const left = useView((state) => hasLeft(scene, id, state.tick, document.production.frame === '16:9' ? 1920 : 1080));
  const colour = layerColour(document, scene.id, id);
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
    // biome-ignore lint/a11y/useSemanticElements: a button cannot hold the buttons on the card
    <div
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      data-layer={id}
      className={`flex min-h-[62px] items-start gap-2 rounded-[9px] border p-1.5 text-left ${selected ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line bg-paper hover:border-edge'} ${hidden ? 'opacity-60' : ''}`}
      style={selected ? { background: tone.tint } : undefined}
      onClick={(event) => chooseLayer(id, event.shiftKey || event.ctrlKey || event.metaKey)}
      onKeyDown={(event) => {
        if (event.target !== event.currentTarget) return;
        if (event.key === 'Enter' || event.key === ' ') choose({ kind: 'layer', id });
        if (event.key === 'Delete') {
          event.stopPropagation();
          run('Take off stage', removeLayers(scene.id, [id]));
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
              void navigate(`/p/${document.production.id}/cast/${character.id}`);
            }}
          >
            <Shirt size={14} strokeWidth={1.6} />
          </IconButton>
        )}
        {selected && character.outfits && Object.keys(character.outfits).length > 0 && (
          <Choice
            label={`Outfit of ${character.name}`}
            size="small"
            className="mt-0.5 w-[72px]"
            value={outfit ?? ''}
            options={[{ value: '', label: 'Everyday' }, ...inOrder(character.outfits).map(([key, { name }]) => ({ value: key, label: name }))]}
            onChange={(key) => run('Change the outfit', wearOutfit(scene.id, id, key || null))}
          />
        )}
        <span className="mt-0.5 block text-[12px] leading-[14px] text-ink-2">
          {hidden
            ? 'hidden'
            : speaking !== undefined
              ? `speaking, line ${speaking + 1}`
              : left
                ? 'has left'
                : scene.lines.some((line) => line.layer === id)
                  ? 'listening'
                  : 'no lines yet'}
        </span>
      </span>
    </div>
  );
}
