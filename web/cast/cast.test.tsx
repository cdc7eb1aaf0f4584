import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { Tooltip } from 'radix-ui';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Character } from '#core/document/schema';
import { edit } from '#core/edit/change';
import { addOutfit } from '#core/edit/commands/cast';
import { designed } from '#core/figure/cast';
import { sampleDocument } from '#core/testing/samples';
import { useProduction } from '../state/production.ts';
import { drag, release } from '../testing/fields.ts';
import { opened } from '../testing/opened.ts';
import { Closet } from './Closet.tsx';
import type { CastClient } from './client.ts';
import { Strip } from './Strip.tsx';
import { coloursIn, nameIn, pinOf, type RoomSlot } from './slots.ts';

vi.mock('../stage/client.ts', () => ({ stage: () => ({ show: () => {}, ground: () => new Promise(() => {}) }) }));
vi.mock('idb-keyval', () => ({ get: async () => undefined, set: async () => {}, del: async () => {}, keys: async () => [] }));

const ID = 'ch_00000000000a';
const OUTFIT = 'ou_00000000000a';
const client = { options: () => () => {} } as unknown as CastClient;
const stored = (): Character => useProduction.getState().document?.characters[ID] as Character;
const tried = (): Character | undefined => useProduction.getState().preview?.characters[ID];

/** The closet of a slot, as the cast builder shows it. */
const Panel = ({ slot, outfit }: { slot: RoomSlot; outfit?: string }) => (
  <Tooltip.Provider>
    <Closet client={client} id={ID} slot={slot} outfit={outfit} scene={undefined} locked={false} hidden={false} onLock={() => {}} onHide={() => {}} />
  </Tooltip.Provider>
);
const show = (slot: RoomSlot, changes: Partial<Character> = {}, outfit?: string): void => {
  const { document } = sampleDocument();
  let now = { ...document, characters: { ...document.characters, [ID]: { ...designed('theo', ID, 'a9'), ...changes } } };
  if (outfit) now = edit(now, 'x', 'cg_000000000001', addOutfit(ID, outfit, 'Other')).document as typeof now;
  opened(now, document.production.id);
  render(<Panel slot={slot} {...(outfit ? { outfit } : {})} />);
};
const option = (id: string): HTMLButtonElement => document.querySelector(`[data-option="${id}"]`) as HTMLButtonElement;

beforeEach(() => vi.stubGlobal('fetch', async () => Response.json({ revisions: {} })));
afterEach(cleanup);

describe('options of a slot', () => {
  it('mark what is worn, try on while pointing and change nothing until a click', () => {
    show('hair');
    expect(option('curly-crop').getAttribute('aria-pressed')).toBe('true');
    fireEvent.pointerEnter(option('bob'));
    expect(tried()?.parts.hair).toBe('bob');
    expect(stored().parts.hair).toBe('curly-crop');
    fireEvent.pointerLeave(option('bob').parentElement as HTMLElement);
    expect(tried()).toBeUndefined();
    fireEvent.click(option('bob'));
    expect(stored().parts.hair).toBe('bob');
    expect(option('bob').getAttribute('aria-pressed')).toBe('true');
  });
  it('empty a slot that may be empty, and only such a one', () => {
    show('hair');
    fireEvent.click(option('none'));
    expect(stored().parts.hair).toBeUndefined();
    cleanup();
    show('nose');
    expect(option('none')).toBeNull();
    expect(option('soft').getAttribute('aria-pressed')).toBe('true');
  });
  it('are found by their words, and say when nothing is', () => {
    show('hair');
    const find = screen.getByRole('textbox', { name: 'Find in hair' });
    fireEvent.change(find, { target: { value: 'braids' } });
    expect(option('two-braids')).toBeTruthy();
    expect(option('bob')).toBeNull();
    fireEvent.change(find, { target: { value: 'spaghetti' } });
    expect(screen.getByText('Nothing here is called “spaghetti”.')).toBeTruthy();
  });
  it('say what would come off, and why something cannot be worn at all', () => {
    show('onePiece', { parts: { top: 'jumper', bottom: 'jeans' } });
    expect(within(option('gown')).getByText('takes 2 off')).toBeTruthy();
    expect(option('gown').title).toBe('Evening gown does not go with jumper and jeans.');
    cleanup();
    show('facialHair', { figure: { ...designed('juno', ID, 'a9').figure } });
    expect(option('full-beard').disabled).toBe(true);
    expect(option('full-beard').title).toContain('older than 15');
  });
  it('of extras are put on beside each other and taken off again', () => {
    show('extras');
    fireEvent.click(option('watch'));
    fireEvent.click(option('earrings'));
    expect(Object.keys(stored().extras ?? {}).sort()).toEqual(['earrings', 'watch']);
    fireEvent.click(option('watch'));
    expect(Object.keys(stored().extras ?? {})).toEqual(['earrings']);
  });
  it('of an outfit change that outfit alone, but the face for all', () => {
    show('top', {}, OUTFIT);
    fireEvent.click(option('polo'));
    expect(stored().parts.top).toBe('hoodie');
    expect(stored().outfits?.[OUTFIT]?.parts.top).toBe('polo');
    cleanup();
    render(<Panel slot="nose" outfit={OUTFIT} />);
    fireEvent.click(option('broad'));
    expect(stored().parts.nose).toBe('broad');
    expect(stored().outfits?.[OUTFIT]?.parts.nose).toBeUndefined();
  });
});

describe('the strip under the room', () => {
  const turned = vi.fn();
  const strip = (character: Character): void => {
    turned.mockClear();
    render(
      <Tooltip.Provider>
        <Strip client={client} character={character} trying={{ action: undefined, hand: 'right', expression: undefined, mouth: undefined, turn: 1 }} onTry={turned} />
      </Tooltip.Provider>,
    );
  };
  it('turns somebody to both sides and away', () => {
    strip(designed('theo', ID, 'a9'));
    expect(screen.getByRole('button', { name: 'Turn to the right' }).getAttribute('aria-pressed')).toBe('true');
    expect(screen.getByRole('button', { name: 'Turn front' }).getAttribute('aria-pressed')).toBe('false');
    fireEvent.click(screen.getByRole('button', { name: 'Turn from behind' }));
    expect(turned).toHaveBeenLastCalledWith({ turn: 0, away: true });
    fireEvent.click(screen.getByRole('button', { name: 'Turn front' }));
    expect(turned).toHaveBeenLastCalledWith({ turn: 0, away: false });
  });
  it('has no back of a mascot', () => {
    strip(designed('tully', ID, 'a9'));
    expect(screen.getByRole('button', { name: 'Turn to the left' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Turn from behind' })).toBeNull();
  });
});

describe('colours', () => {
  it('light their area while their name is pointed at, and are taken with a click', () => {
    show('top');
    const row = document.querySelector('[data-colour="primary"]') as HTMLElement;
    fireEvent.pointerEnter(within(row).getByText('Cloth'));
    expect(tried()?.colours.primary).toBe('#f8cc2f');
    fireEvent.pointerLeave(within(row).getByText('Cloth'));
    expect(tried()).toBeUndefined();
    fireEvent.click(within(row).getByRole('button', { name: 'Cloth #2f6b6a' }));
    expect(stored().colours.primary).toBe('#2f6b6a');
  });
  it('keep their places while one is tried on: a light cloth has fewer shades beside it than a deep one', () => {
    show('top', { colours: { ...designed('theo', ID, 'a9').colours, primary: '#ece2cd' } });
    const row = document.querySelector('[data-colour="primary"]') as HTMLElement;
    const places = (): (string | null)[] =>
      within(row)
        .getAllByRole('button')
        .map((one) => one.getAttribute('aria-label'));
    const before = places();
    fireEvent.pointerEnter(within(row).getByRole('button', { name: 'Cloth #d9a93f' }));
    expect(tried()?.colours.primary).toBe('#d9a93f');
    expect(places()).toEqual(before);
    fireEvent.click(within(row).getByRole('button', { name: 'Cloth #d9a93f' }));
    expect(places().length).toBeGreaterThan(before.length);
  });
  it('that are mixed freely stay in the production’s palette, in one step', () => {
    show('top');
    const box = screen.getByLabelText('Any colour for cloth') as HTMLInputElement;
    fireEvent.input(box, { target: { value: '#123456' } });
    expect(tried()?.colours.primary).toBe('#123456');
    expect(stored().colours.primary).not.toBe('#123456');
    // The dialog is closed.
    act(() => void box.dispatchEvent(new Event('change')));
    expect(stored().colours.primary).toBe('#123456');
    expect(useProduction.getState().document?.production.palette).toEqual(['#123456']);
    expect(useProduction.getState().log).toHaveLength(1);
  });
});

describe('skin and body', () => {
  it('follow the slider while it is dragged and are one step when it is let go', () => {
    show('hair');
    const skin = screen.getByRole('slider', { name: 'Skin, light to deep' });
    drag(skin, 0.4);
    expect(tried()?.skin.position).toBe(0.4);
    expect(useProduction.getState().log).toHaveLength(0);
    release(skin);
    expect(stored().skin.position).toBe(0.4);
    expect(useProduction.getState().log).toHaveLength(1);
    const age = screen.getByRole('slider', { name: /^Age/ });
    drag(age, 70);
    expect(screen.getByText('70 years')).toBeTruthy();
    release(age);
    expect(stored().figure.age).toBe(70);
  });
  it('offer undertones and more dials', () => {
    show('hair');
    fireEvent.click(screen.getByRole('button', { name: 'Warm' }));
    expect(stored().skin.undertone).toBe(0.8);
    act(() => screen.getByRole('button', { name: 'Shoulders, hips, head, temper' }).click());
    expect(screen.getByRole('slider', { name: /^Lively/ })).toBeTruthy();
  });
});

describe('a mascot in the builder', () => {
  const show = (slot: RoomSlot): void => {
    const { document } = sampleDocument();
    useProduction.setState({
      id: document.production.id,
      document: { ...document, characters: { ...document.characters, [ID]: designed('tully', ID, 'a9') } },
      preview: undefined,
      log: [],
      save: 'saved',
    });
    render(<Panel slot={slot} />);
  };
  it('has its limbs and face tried on while pointing and taken with a click', () => {
    show('hands');
    expect(option('claws').getAttribute('aria-pressed')).toBe('true');
    fireEvent.pointerEnter(option('mittens'));
    expect(tried()?.parts.hands).toBe('mittens');
    expect(stored().parts.hands).toBeUndefined();
    fireEvent.click(option('mittens'));
    expect(stored().parts.hands).toBe('mittens');
    expect(nameIn(stored(), 'hands')).toBe('Mittens');
  });
  it('names its colours after what they paint and its dials after what they stretch', () => {
    show('body');
    expect(screen.getByText('Limbs')).toBeTruthy();
    expect(screen.queryByText('Age')).toBeNull();
    fireEvent.click(screen.getByText(/Arms, legs, eyes/));
    expect(screen.getByText('Eye size')).toBeTruthy();
  });
});

describe('what the room says', () => {
  it('names what is in every slot, and its colours', () => {
    const theo = designed('theo', ID, 'a9');
    expect(nameIn(theo, 'hair')).toBe('Short curls');
    expect(nameIn(theo, 'bottom')).toBe('Trousers');
    expect(nameIn(theo, 'glasses')).toBe('None');
    expect(nameIn({ ...theo, parts: { onePiece: 'gown' } }, 'bottom')).toBe('Evening gown');
    expect(nameIn({ ...theo, extras: { watch: true, tie: true } }, 'extras')).toBe('Tie, Watch');
    expect(coloursIn(theo, 'glasses')).toEqual([]);
    expect(coloursIn({ ...theo, parts: { top: 'polo' } }, 'top')).toEqual(['primary', 'accent']);
  });
  it('threads each card to its place, top to bottom', () => {
    const theo = designed('theo', ID, 'a9');
    const order = (['hair', 'eyes', 'mouth', 'top', 'bottom', 'shoes'] as const).map((slot) => pinOf(theo, slot, 0).y);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });
});
