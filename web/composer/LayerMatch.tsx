import { useEffect, useState } from 'react';
import { setProperty } from '#core/edit/commands/layers';
import { type Matched, UNMATCHED } from '#core/picture/match';
import { newKey } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { preview, run, useStanding } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { NamedSlider } from '../ui/fields.tsx';
import type { Matching } from '../workers/stage.worker.ts';
import type { PlacedScene } from './film.ts';
import { nameOfLayer } from './lanes.ts';
import { SmallButton } from './layerFields.tsx';

/** So far apart (core/picture/match.ts) is seen at a glance. */
export const STICKS_OUT = 0.3;

const times = ({ brightness, contrast, saturation, temperature }: Matched, by: number): Matched => ({
  brightness: brightness * by,
  contrast: contrast * by,
  saturation: saturation * by,
  temperature: temperature * by,
});

/** How far a layer's colours are from what is behind it, and what brings them there. */
export function MatchPart({ id, scene }: { id: string; scene: PlacedScene }) {
  const tick = useView((state) => (state.playing ? undefined : state.tick));
  const [found, setFound] = useState<Matching>();
  const [strength, setStrength] = useState(1);
  const layer = scene.scene.layers[id];
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the layer looks like decides, not which object it is
  useEffect(() => {
    if (tick === undefined) return;
    let here = true;
    const timer = setTimeout(() => {
      void stage()
        .matching(scene.id, tick, [id])
        .then(([one]) => here && setFound(one));
    }, 350);
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [id, scene.id, scene.scene, tick]);
  if (!found || !layer) return <p className="m-0 mt-2 min-h-[34px] text-[12px] text-ink-3">Looking at what is behind …</p>;
  const recipe = (values: Matched) => setProperty(scene.id, id, values, Math.round(useView.getState().tick), newKey);
  const far = Math.round(found.apart * 100);
  return (
    <div className="mt-2" data-match>
      <p className="m-0 text-[12px] text-ink-2">
        {found.apart < STICKS_OUT ? `Fits what is behind it: ${far} % apart.` : `Sticks out: ${far} % apart from what is behind it, ${found.word}.`}
      </p>
      <div className="mt-1.5">
        <NamedSlider
          label={`Match by ${Math.round(strength * 100)} %`}
          min={0}
          max={1}
          step={0.05}
          value={strength}
          onTry={(value) => {
            setStrength(value);
            preview(recipe(times(found.matched, value)));
          }}
          onTake={(value) => {
            setStrength(value);
            run('Match what is behind', recipe(times(found.matched, value)));
          }}
        />
      </div>
      <div className="mt-2 flex items-center gap-2">
        <SmallButton onClick={() => run('Match what is behind', recipe(times(found.matched, strength)))}>Match what is behind</SmallButton>
        <button
          type="button"
          className="h-6 rounded-[6px] border border-edge bg-paper px-2 text-[12px] hover:bg-bench"
          onPointerDown={() => preview(recipe(UNMATCHED))}
          onPointerUp={() => preview(undefined)}
          onPointerLeave={() => preview(undefined)}
          onKeyDown={(event) => event.key === ' ' && !event.repeat && (event.preventDefault(), preview(recipe(UNMATCHED)))}
          onKeyUp={() => preview(undefined)}
        >
          Before
        </button>
      </div>
    </div>
  );
}

/** Which layers of a scene stick out by their colours. */
export function Harmony({ scene }: { scene: PlacedScene }) {
  const document = useStanding();
  const [found, setFound] = useState<readonly Matching[]>();
  const look = async (): Promise<void> => {
    const ids = Object.entries(scene.scene.layers)
      .filter(
        ([, layer]) =>
          !layer.hidden &&
          layer.parent === undefined &&
          layer.kind !== 'effect' &&
          layer.kind !== 'text' &&
          layer.kind !== 'balloon' &&
          layer.kind !== 'chart' &&
          layer.kind !== 'mark',
      )
      .map(([id]) => id);
    setFound([...(await stage().matching(scene.id, useView.getState().tick, ids))].sort((a, b) => b.apart - a.apart));
  };
  const out = found?.filter(({ apart }) => apart >= STICKS_OUT) ?? [];
  return (
    <div data-harmony>
      <SmallButton onClick={() => void look()}>Look who sticks out</SmallButton>
      {found && !out.length && <p className="m-0 mt-1.5 text-[12px] text-ink-2">Everything fits what is behind it.</p>}
      {out.map(({ id, apart, word, matched }) => (
        <div key={id} className="mt-1.5 flex items-center gap-2 text-[12.5px]">
          <span className="min-w-0 flex-1 truncate">
            <b className="font-[650]">{nameOfLayer(document, scene, id)}</b> {word}, {Math.round(apart * 100)} % apart
          </span>
          <SmallButton onClick={() => run('Match what is behind', setProperty(scene.id, id, matched, Math.round(useView.getState().tick), newKey)) && void look()}>
            Match
          </SmallButton>
        </div>
      ))}
    </div>
  );
}
