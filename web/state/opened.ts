import { useEffect } from 'react';
import { toast } from 'sonner';
import type { useFilm } from '../composer/film.ts';
import { followFilm, stop } from '../composer/transport.ts';
import { recoverTyped } from '../typing/useTyped.ts';
import { wantAnalyses } from './analyses.ts';
import { draftsSoon } from './drafts.ts';
import { openProduction, useProduction } from './production.ts';
import { choose, useView, view } from './view.ts';
import { openWindows, windowId } from './window.ts';

/**
 * What every screen of a production's scenes does: opens it, chooses a scene, asks for drafts and analyses, follows the
 * film. Gives a sentence where the address names a scene that is not there.
 */
export function useOpened(production: string | undefined, sceneParam: string | undefined, found: ReturnType<typeof useFilm>): string | undefined {
  const document_ = useProduction((state) => state.document);
  useEffect(() => {
    if (production) void openProduction(production).then(() => recovered(production));
    return () => stop();
  }, [production]);
  const firstScene = found?.film.scenes[0]?.id;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another edit changes nothing here; another production or scene does
  useEffect(() => {
    if (!document_) return;
    const wanted = sceneParam && document_.scenes[sceneParam] ? sceneParam : firstScene;
    const { scene } = useView.getState();
    if (!scene || !document_.scenes[scene] || (sceneParam && scene !== sceneParam)) {
      choose(undefined);
      view({ scene: wanted, tick: 0 });
    }
  }, [document_?.production.id, sceneParam, firstScene]);
  useEffect(() => {
    if (!document_) return;
    wantAnalyses(document_);
    draftsSoon();
  }, [document_]);
  useEffect(() => {
    if (found) followFilm(found.film);
  }, [found]);
  const here = document_ && (!sceneParam || document_.scenes[sceneParam]);
  return document_ && !here ? 'This scene is not in the production any more, or its address is wrong. Open the production to see its scenes.' : undefined;
}

/** What was typed before a page was lost becomes an edit; what has no place any more is shown to be copied. */
async function recovered(production: string): Promise<void> {
  if (useProduction.getState().id !== production || !useProduction.getState().document) return;
  const open = await openWindows();
  const lost = await recoverTyped(production, (window) => window === windowId() || !open.has(window));
  for (const words of lost)
    toast.warning(`These words were typed in a line that is gone: “${words}”`, {
      duration: Number.POSITIVE_INFINITY,
      action: { label: 'Copy', onClick: () => void navigator.clipboard.writeText(words) },
    });
}
