import { Check, TriangleAlert } from 'lucide-react';
import { useEffect, useState } from 'react';
import { restValue } from '#core/document/properties';
import type { Character, Document } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { setColours, setSkin } from '#core/edit/commands/cast';
import { placesFor, scaleFor } from '#core/edit/create';
import { betterShade, betterSkin, contrastOf, type Ground } from '#core/figure/contrast';
import { frameSize } from '#core/stage/frame';
import { stage } from '../stage/client.ts';
import { preview, run } from '../state/production.ts';

/** The change to the nearest shade that stands off: a cloth's along its ramp, skin along the ramp of skin. */
function betterFor(character: Character, slot: string | undefined, colour: string, ground: string, outfit: string | undefined): Recipe | undefined {
  if (slot) return setColours(character.id, { [slot]: betterShade(colour, ground) }, outfit);
  const position = betterSkin(character.skin, ground);
  return position === undefined ? undefined : setSkin(character.id, { position });
}

const ZONE_NAMES = { head: 'Face', trunk: 'Upper body', legs: 'Legs' } as const;

/** How a figure stands off from the backdrop before which it stands, as numbers, with a better shade at hand. */
export function Contrast({ document, character, outfit, scene }: { document: Document; character: Character; outfit: string | undefined; scene: string | undefined }) {
  const [ground, setGround] = useState<Ground>();
  const place = (scene && document.scenes[scene]) || Object.values(document.scenes)[0];
  const backdrop = place?.backdrop;
  const id = place?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another backdrop makes another ground
  useEffect(() => {
    if (!id || !backdrop) return;
    let here = true;
    stage().show(document, new Map());
    void stage()
      .ground(id, 96)
      .then((found) => here && setGround(found));
    return () => {
      here = false;
    };
  }, [id, backdrop]);
  if (!place || !ground || !backdrop) return null;
  const { frame } = document.production;
  const layer = Object.values(place.layers).find((one) => one.kind === 'character' && one.character === character.id);
  const spot = placesFor(1, frame, backdrop)[0] as { x: number; y: number; room: number };
  const at = {
    x: layer ? restValue(layer, 'x') : spot.x,
    y: layer ? restValue(layer, 'y') : spot.y,
    scale: layer ? restValue(layer, 'scaleY') : scaleFor(character, frame, spot.room),
    frame: frameSize(frame),
  };
  const found = contrastOf(character, ground, at);
  return (
    <section aria-label="Contrast" className="border-t border-line px-4 py-2.5">
      <div className="mb-1 flex items-baseline justify-between">
        <h2 className="m-0 text-[13px] font-[680]">Contrast</h2>
        <span className="truncate pl-2 text-[12px] text-ink-2">against “{place.title}”</span>
      </div>
      {found.map(({ zone, colour, slot, ground: back, ratio, enough }) => (
        <div key={zone} className="flex h-6 items-center gap-2 text-[12px]" data-contrast={zone}>
          <span className="w-[70px] text-ink-2">{ZONE_NAMES[zone]}</span>
          <span className="flex overflow-hidden rounded-[5px] border border-line" aria-hidden="true">
            <span className="size-4" style={{ background: colour }} />
            <span className="size-4" style={{ background: back }} />
          </span>
          <span className="w-12 font-[650]">{ratio.toFixed(1)} : 1</span>
          {enough ? (
            <Check size={13} className="text-ok" aria-label="stands off" />
          ) : (
            <>
              <TriangleAlert size={13} className="text-warn" />
              <span className="text-warn">drowns</span>
            </>
          )}
          <span className="flex-1" />
          {!enough && betterFor(character, slot, colour, back, outfit) && (
            <button
              type="button"
              className="font-semibold text-act hover:underline"
              onPointerEnter={() => preview(betterFor(character, slot, colour, back, outfit))}
              onPointerLeave={() => preview(undefined)}
              onClick={() => run('A better shade', betterFor(character, slot, colour, back, outfit) as Recipe)}
            >
              Better shade
            </button>
          )}
        </div>
      ))}
    </section>
  );
}
