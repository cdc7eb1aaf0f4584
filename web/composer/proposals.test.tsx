import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cue } from '#core/document/schema';
import { sampleDocument } from '#core/testing/samples';
import { undo, useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { opened } from '../testing/opened.ts';
import { useFilm } from './film.ts';
import { DirectButton, directScene, ProposalStrip } from './Proposals.tsx';

vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));
vi.mock('./transport.ts', () => ({ seek: (tick: number) => view({ tick }) }));

const made = sampleDocument('MARIT: Good morning, Tully. Who has stolen the sea?\nTULLY: I think it is gone!\nMARIT: It comes back.');
let lines: string[] = [];
let direct: (only?: readonly string[]) => void = () => {};
function Shown() {
  const shown = useFilm();
  if (!shown) return null;
  lines = shown.scene.lines.map(({ id }) => id);
  direct = (only) => directScene(shown.scene, only);
  return (
    <Tooltip.Provider>
      <DirectButton scene={shown.scene} />
      <ProposalStrip scene={shown.scene} room={900} />
    </Tooltip.Provider>
  );
}
const cues = (): Cue[] => Object.values(useProduction.getState().document?.scenes[made.scene]?.cues ?? {});
const press = (name: string): void => void fireEvent.click(screen.getByRole('button', { name }));

beforeEach(() => {
  vi.stubGlobal('fetch', async () => Response.json({ revisions: {} }));
  opened(made.document);
  render(<Shown />);
});
afterEach(cleanup);

describe('Direct it for me', () => {
  it('proposes a cut in one step of undo, and tells how many cues', async () => {
    expect(document.querySelector('[data-proposals]')).toBeNull();
    press('Direct it for me');
    expect(cues().length).toBeGreaterThan(3);
    expect(screen.getByText(`${cues().length} cues proposed`)).toBeTruthy();
    expect(useProduction.getState().log).toHaveLength(1);
    await act(() => undo());
    expect(cues()).toEqual([]);
  });
  it('keeps all, or takes all out', () => {
    press('Direct it for me');
    const count = cues().length;
    press('Keep all');
    expect(cues().filter(({ proposed }) => proposed)).toEqual([]);
    expect(cues()).toHaveLength(count);
    expect(document.querySelector('[data-proposals]')).toBeNull();
  });
  it('takes all out', () => {
    press('Direct it for me');
    press('Take all out');
    expect(cues()).toEqual([]);
  });
  it('makes another cut in place of the first', () => {
    press('Direct it for me');
    const first = JSON.stringify(cues().map(({ order: _, ...cue }) => cue));
    press('Another cut');
    expect(JSON.stringify(cues().map(({ order: _, ...cue }) => cue))).not.toBe(first);
    expect(cues().every(({ proposed }) => proposed)).toBe(true);
  });
  it('leads from one proposal to the next, in time', () => {
    press('Direct it for me');
    press('One by one');
    const first = useView.getState();
    press('One by one');
    const second = useView.getState();
    expect(second.cue).not.toBe(first.cue);
    expect(second.tick).toBeGreaterThanOrEqual(first.tick);
  });
  it('of one line leaves the proposals of the others', () => {
    press('Direct it for me');
    const before = cues().length;
    act(() => direct([lines[1] as string]));
    expect(Math.abs(cues().length - before)).toBeLessThan(before);
    expect(cues().length).toBeGreaterThan(1);
  });
});
