import { useProduction } from '../state/production.ts';
import { chosenLayers, useView } from '../state/view.ts';
import { BackdropCard } from './BackdropCard.tsx';
import { CuePart } from './CueCard.tsx';
import type { PlacedScene } from './film.ts';
import { KeyCard } from './KeyCard.tsx';
import { LayerCard } from './LayerCard.tsx';
import { LinePart } from './LineCard.tsx';
import { keyAt } from './layerKeyLists.ts';
import { ManyCard } from './ManyCard.tsx';
import { SceneCard } from './SceneCard.tsx';
import { ShapePart } from './ShapePart.tsx';

/** What is chosen, with all that can be changed about it; with nothing chosen the scene. Never empty. */
export function Inspector({ scene }: { scene: PlacedScene }) {
  const document = useProduction((state) => state.document);
  if (!document) return null;
  return (
    <aside className="scrolls relative flex h-full min-w-0 flex-col overflow-y-auto border-l border-line bg-paper" aria-label="What is chosen" data-inspector>
      <Chosen scene={scene} />
    </aside>
  );
}

function Chosen({ scene }: { scene: PlacedScene }) {
  const lineId = useView((state) => state.line);
  const cueId = useView((state) => state.cue);
  const shape = useView((state) => state.shape);
  const layer = useView((state) => state.layer);
  const layers = useView((state) => state.layers);
  const keys = useView((state) => state.keys);
  const last = useView((state) => state.last);
  const byLayer = last === 'layer' || last === 'key';
  const many = chosenLayers({ layer, layers }).filter((id) => scene.scene.layers[id]);
  const staged = byLayer && layer !== undefined ? scene.layers.get(layer) : undefined;
  const line = scene.lines.find(({ id }) => id === lineId);
  const cue = cueId ? scene.scene.cues[cueId] : undefined;
  if (byLayer && layer === 'backdrop') return <BackdropCard scene={scene} />;
  if (staged && many.length > 1) return <ManyCard ids={many} scene={scene} />;
  if (staged && layer !== undefined) {
    const chosen = keys.flatMap((path) => keyAt(scene, path) ?? []);
    return (
      <>
        {last === 'key' && chosen.length > 0 && <KeyCard keys={chosen} scene={scene} />}
        <LayerCard key={layer} id={layer} staged={staged} scene={scene} />
      </>
    );
  }
  if (!line && !cue && !shape) return <SceneCard scene={scene} />;
  return (
    <>
      {line && <LinePart key={line.id} line={line} scene={scene} />}
      {cue && cueId && <CuePart key={cueId} id={cueId} cue={cue} scene={scene} />}
      {shape && <ShapePart key={`${shape.layer} ${shape.start}`} chosen={shape} scene={scene} />}
    </>
  );
}
