import { create } from 'zustand';
import type { Document } from '#core/document/schema';
import { takeOf } from '#core/schedule/timing';
import type { Analysis } from '#core/speech/analysis';
import { mediaUrl } from '../api.ts';

interface AnalysisState {
  readonly byHash: ReadonlyMap<string, Analysis>;
}

/** Analyses of the takes in use, fetched as they are needed. */
export const useAnalyses = create<AnalysisState>(() => ({ byHash: new Map() }));

const asked = new Set<string>();

/** Fetches what the document's takes name and is not here yet. */
export function wantAnalyses(document: Document): void {
  for (const scene of Object.values(document.scenes))
    for (const line of Object.values(scene.lines)) {
      const hash = takeOf(line)?.analysis;
      if (!hash || asked.has(hash)) continue;
      asked.add(hash);
      fetch(mediaUrl(hash))
        .then((response) => (response.ok ? (response.json() as Promise<Analysis>) : Promise.reject(new Error('missing'))))
        .then((analysis) => useAnalyses.setState((state) => ({ byHash: new Map(state.byHash).set(hash, analysis) })))
        .catch(() => asked.delete(hash));
    }
}
