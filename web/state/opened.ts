import { useEffect } from 'react';
import type { useFilm } from '../composer/film.ts';
import { followFilm, stop } from '../composer/transport.ts';
import { wantAnalyses } from './analyses.ts';
import { draftsSoon } from './drafts.ts';
import { openProduction, useProduction } from './production.ts';
import { useView, view } from './view.ts';

/** What every screen of a production's scenes does: opens it, chooses a scene, asks for drafts and analyses, follows the film. */
export function useOpened(production: string | undefined, sceneParam: string | undefined, found: ReturnType<typeof useFilm>): void {
  const document_ = useProduction((state) => state.document);
  useEffect(() => {
    if (production) void openProduction(production);
    return () => stop();
  }, [production]);
  const firstScene = found?.film.scenes[0]?.id;
  useEffect(() => {
    if (!document_) return;
    const wanted = sceneParam && document_.scenes[sceneParam] ? sceneParam : firstScene;
    const { scene } = useView.getState();
    if (!scene || !document_.scenes[scene] || (sceneParam && scene !== sceneParam)) view({ scene: wanted, tick: 0, line: undefined, cue: undefined, layer: undefined });
    // Another edit changes nothing here; another production or scene does.
  }, [document_?.production.id, sceneParam, firstScene]);
  useEffect(() => {
    if (!document_) return;
    wantAnalyses(document_);
    draftsSoon();
  }, [document_]);
  useEffect(() => {
    if (found) followFilm(found.film);
  }, [found]);
}
