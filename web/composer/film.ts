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

/** The same where a production is open and has its scenes. */
export function useOpenFilm(): NonNullable<ReturnType<typeof useFilm>> {
  const film = useFilm();
  if (!film) throw new Error('No production is open.');
  return film;
}

/** The colour of a line's speaker. */
export const colourOf = (document: Document, role: string | null): number | undefined => (role ? document.production.roles[role]?.colour : undefined);

/** Who says a line, as it is called: the role, or in a scene where somebody else plays it, whoever that is. */
export function speakerName(document: Document, sceneId: string, role: string | null): string {
  if (!role) return '';
  const scene = document.scenes[sceneId];
  const stand = scene?.recast[role];
  const name = document.production.roles[role]?.name ?? '';
  return stand && stand !== document.production.roles[role]?.character ? (document.characters[stand]?.name ?? name) : name;
}

/** The role that the character of a layer plays in its scene. */
export function roleOfLayer(document: Document, sceneId: string, layerId: string): string | undefined {
  const scene = document.scenes[sceneId];
  const layer = scene?.layers[layerId];
  if (layer?.kind !== 'character') return undefined;
  const plays = ([id, role]: [string, Document['production']['roles'][string]]): boolean => (scene?.recast[id] ?? role.character) === layer.character;
  const [role] = Object.entries(document.production.roles).find(plays) ?? [];
  return role;
}

/** The colour of a layer: that of the role its character plays. */
export function layerColour(document: Document, sceneId: string, layerId: string): number | undefined {
  const role = roleOfLayer(document, sceneId, layerId);
  return role ? document.production.roles[role]?.colour : undefined;
}

type WithScene = { readonly scene: PlacedScene };

/** Whether two states of a scene say the same, and when: what hangs beside them may differ. */
export const sameLines = (a: PlacedScene, b: PlacedScene): boolean =>
  a === b ||
  (a.id === b.id &&
    a.lines.length === b.lines.length &&
    a.lines.every((line, index) => {
      const other = b.lines[index] as (typeof b.lines)[number];
      return line.id === other.id && line.line === other.line && line.start === other.start && line.end === other.end && line.gap === other.gap;
    }));

/** Whether they are also heard the same: what was found in their recordings comes later than they do. */
export const sameVoices = (a: PlacedScene, b: PlacedScene): boolean => sameLines(a, b) && a.lines.every(({ analysis }, index) => analysis === b.lines[index]?.analysis);

/** Whether the same stands on the stage, and from when to when. */
export const sameSet = (a: PlacedScene, b: PlacedScene): boolean =>
  a === b ||
  (a.id === b.id &&
    a.scene.layers === b.scene.layers &&
    a.scene.backdrop === b.scene.backdrop &&
    a.length === b.length &&
    [...a.layers].every(([id, { start, end }]) => b.layers.get(id)?.start === start && b.layers.get(id)?.end === end));

/** For `memo`: nothing new to show where all other properties are the same and a scene is alike in what is shown of it. */
export const unlessScene =
  <P extends WithScene>(alike: (a: PlacedScene, b: PlacedScene) => boolean) =>
  (a: P, b: P): boolean =>
    alike(a.scene, b.scene) && (Object.keys(b) as (keyof P)[]).every((key) => key === 'scene' || a[key] === b[key]);
