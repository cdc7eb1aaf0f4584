import { useMemo } from 'react';
import type { Document } from '#core/document/schema';
import { type FilmSchedule, schedule } from '#core/schedule/schedule';
import { useAnalyses } from '../state/analyses.ts';
import { useDocument } from '../state/production.ts';
import { useView } from '../state/view.ts';

export type PlacedScene = FilmSchedule['scenes'][number];

/** The film of what is shown now; scenes that did not change keep their schedule. */
export function useFilm(): { document: Document; film: FilmSchedule; scene: PlacedScene } | undefined {
  const document = useDocument();
  const analyses = useAnalyses((state) => state.byHash);
  const sceneId = useView((state) => state.scene);
  return useMemo(() => {
    if (!document) return undefined;
    const film = schedule(document, (hash) => analyses.get(hash));
    const scene = film.scenes.find(({ id }) => id === sceneId) ?? film.scenes[0];
    return scene ? { document, film, scene } : undefined;
  }, [document, analyses, sceneId]);
}

/** The colour of a line's speaker. */
export const colourOf = (document: Document, role: string | null): number | undefined => (role ? document.production.roles[role]?.colour : undefined);

/** The colour of a layer: that of the role its character plays. */
export function layerColour(document: Document, sceneId: string, layerId: string): number | undefined {
  const scene = document.scenes[sceneId];
  const layer = scene?.layers[layerId];
  if (layer?.kind !== 'character') return undefined;
  return Object.entries(document.production.roles).find(([id, role]) => (scene?.recast[id] ?? role.character) === layer.character)?.[1].colour;
}
