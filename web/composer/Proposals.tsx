import { Clapperboard, RotateCcw } from 'lucide-react';
import { toast } from 'sonner';
import { hangProposals, isProposed, keepProposals, takeOutProposals } from '#core/edit/commands/direct';
import { proposeCut } from '#core/edit/direct/propose';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { Button } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { seek } from './transport.ts';

/** Seeds that scenes were directed with last: another cut takes the next one. */
const seeds = new Map<string, number>();

/** Proposes a first cut of a scene, or of some of its lines: places of cues that were set by hand are left alone. */
export function directScene(scene: PlacedScene, lines?: readonly string[]): void {
  const { document } = useProduction.getState();
  if (!document) return;
  const key = lines ? lines.join(' ') : scene.id;
  const seed = (seeds.get(key) ?? 0) + 1;
  seeds.set(key, seed);
  const only = lines && new Set(lines);
  const proposals = proposeCut(document, scene, { seed, ...(only ? { lines: only } : {}) });
  const words = new Set(scene.lines.filter(({ id }) => only?.has(id)).flatMap((line) => line.words.map(({ id }) => id)));
  // Of chosen lines only what hangs from them gives way to the new cut.
  const replaced = only
    ? Object.entries(scene.scene.cues).flatMap(([id, cue]) =>
        (cue.start.to === 'word' && words.has(cue.start.word)) || (cue.start.to === 'line' && only.has(cue.start.line)) ? [id] : [],
      )
    : undefined;
  if (!proposals.length) {
    toast(scene.lines.length ? 'Nothing to propose: what could be is set by hand already.' : 'Write a line first: a cut is made from what is said.');
    return;
  }
  run(lines ? 'Direct a line' : 'Direct the scene', hangProposals(scene.id, proposals, makeId, replaced));
}

export const proposedIn = (scene: PlacedScene): string[] => Object.entries(scene.scene.cues).flatMap(([id, cue]) => (isProposed(cue) ? [id] : []));

/** What was proposed and is not kept yet, right under the words that it hangs from. */
export function ProposalStrip({ scene, room }: { scene: PlacedScene; room: number }) {
  const ids = proposedIn(scene);
  const cue = useView((state) => state.cue);
  if (!ids.length) return null;
  const first = ids.map((id) => ({ id, at: scene.resolved.cues.get(id)?.start ?? 0 })).sort((a, b) => a.at - b.at);
  const brackets = [...new Set(scene.lines.flatMap(({ line }) => (line.direction ? [`(${line.direction})`] : [])))].slice(0, 6).join(' ');
  const next = (): void => {
    const index = first.findIndex(({ id }) => id === cue);
    const to = first[(index + 1) % first.length];
    if (!to) return;
    choose({ kind: 'cue', id: to.id });
    seek(to.at);
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-cue="${to.id}"] button`)?.focus());
  };
  return (
    <div className="sticky left-0 z-[25] flex h-11 shrink-0 items-center gap-2 border-b border-proposal-line bg-proposal px-3" style={{ width: room }} data-proposals={ids.length}>
      <svg width="26" height="18" viewBox="0 0 26 18" className="shrink-0" aria-hidden="true">
        <path d="M1 1H25L20 17H1Z" fill="none" stroke="#925b0c" strokeWidth={1.4} strokeDasharray="4 3" />
      </svg>
      <span className="min-w-0 flex-1">
        <span className="block text-[13px] leading-4 font-[680]">
          {ids.length} cue{ids.length === 1 ? '' : 's'} proposed
        </span>
        <span className={`block truncate text-[12px] leading-4 text-ink-2 ${brackets ? 'font-serif italic' : ''}`}>
          {brackets || 'By simple rules from what is said. Each says why.'}
        </span>
      </span>
      <Button className="!h-7" onClick={next}>
        One by one
      </Button>
      <Button className="!h-7" icon={<RotateCcw size={13} />} onClick={() => directScene(scene)}>
        Another cut
      </Button>
      <Button className="!h-7" onClick={() => run('Take all proposals out', takeOutProposals(scene.id))}>
        Take all out
      </Button>
      <Button
        kind="primary"
        className="!h-7"
        onClick={() => {
          run('Keep all proposals', keepProposals(scene.id));
          view({ sway: Date.now() });
        }}
      >
        Keep all
      </Button>
    </div>
  );
}

export const DirectButton = ({ scene }: { scene: PlacedScene }) => (
  <Button icon={<Clapperboard size={14} strokeWidth={1.7} />} onClick={() => directScene(scene)} disabled={!scene.lines.some(({ line }) => line.kind === 'line' && line.text)}>
    Direct it for me
  </Button>
);
