import { Search } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Character, Cue, Pin } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { changeCue, hangCue, stretchCue } from '#core/edit/commands/cues';
import { comeFrom } from '#core/edit/commands/ways';
import { actionOf } from '#core/figure/actions/index';
import { dressed } from '#core/figure/outfits';
import { characterLayers } from '#core/schedule/casting';
import { formatLength } from '#core/time/format';
import { orderAtEnd } from '#core/time/order';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { preview, run, useProduction } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { Choice, Slider } from '../ui/fields.tsx';
import { Button, CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { useDrag } from '../ui/useDrag.ts';
import { ActPicture } from './ActPicture.tsx';
import { KIND_ICONS } from './cueKinds.tsx';
import { layerColour, type PlacedScene } from './film.ts';
import { nameOfStaged } from './lanes.ts';
import { GROUP_NAMES, PALETTE_GROUPS, type PaletteGroup, type PaletteItem, paletteItems } from './paletteItems.ts';
import { seek } from './transport.ts';

export const PALETTE_WIDTH = 400;
const CARD = { width: 68, height: 52 } as const;
/** What is pointed at so long is tried on the stage, milliseconds. */
const TRIES_AFTER = 90;

/** Opens at a word: what shall hang from it, as pictures of this character doing it. Beside the stage, never over it. */
export function CuePalette({ scene }: { scene: PlacedScene }) {
  const hanging = useView((state) => state.hanging);
  const document = useProduction((state) => state.document);
  if (!hanging || !document) return null;
  const line = scene.lines.find(({ id }) => id === hanging.line);
  const word = line?.words.find(({ id }) => id === hanging.word);
  return line && word ? <Palette scene={scene} /> : null;
}

type Hand = 'left' | 'right' | 'both';
const KIND_GROUPS: Readonly<Record<string, PaletteGroup>> = {
  gesture: 'talk',
  face: 'feel',
  look: 'point',
  move: 'move',
  camera: 'camera',
  sound: 'sound',
  caption: 'caption',
  mouth: 'mouth',
};

/** Favourites of a character, in this browser. */
const FAVOURITES = 'kipzo.favourites';
const favouritesOf = (character: string): string[] => {
  try {
    return ((JSON.parse(localStorage.getItem(FAVOURITES) ?? '{}') as Record<string, string[]>)[character] ?? []).slice(0, 40);
  } catch {
    return [];
  }
};
function keepFavourites(character: string, keys: readonly string[]): void {
  try {
    const all = JSON.parse(localStorage.getItem(FAVOURITES) ?? '{}') as Record<string, readonly string[]>;
    localStorage.setItem(FAVOURITES, JSON.stringify({ ...all, [character]: keys }));
  } catch {
    // Without a store they last as long as the page.
  }
}

function Palette({ scene: shown }: { scene: PlacedScene }) {
  const hanging = useView((state) => state.hanging) as NonNullable<ReturnType<typeof useView.getState>['hanging']>;
  const document = useProduction((state) => state.document) as NonNullable<ReturnType<typeof useProduction.getState>['document']>;
  const isPreview = useProduction((state) => state.preview !== undefined);
  // What is tried is a view only: the palette is about the scene without it.
  const last = useRef(shown);
  if (!isPreview) last.current = shown;
  const scene = last.current;
  const line = scene.lines.find(({ id }) => id === hanging.line) as PlacedScene['lines'][number];
  const word = line.words.find(({ id }) => id === hanging.word) as (typeof line.words)[number];
  const people = characterLayers(scene.scene);
  const [who, setWho] = useState(hanging.layer ?? line.layer ?? people[0]?.[0]);
  const [hand, setHand] = useState<Hand>(hanging.hand ?? 'right');
  const [query, setQuery] = useState('');
  const [tried, setTried] = useState<PaletteItem>();
  /** What was hung from this word since it was opened, by kind: choosing another of its kind takes its place. */
  const [hung, setHung] = useState<Readonly<Record<string, string>>>({});
  const panel = useRef<HTMLElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const layer = who === undefined ? undefined : scene.scene.layers[who];
  const character: Character | undefined =
    layer?.kind === 'character' && document.characters[layer.character] ? dressed(document.characters[layer.character] as Character, layer.outfit) : undefined;
  const characterId = layer?.kind === 'character' ? layer.character : '';
  const [favourites, setFavourites] = useState<readonly string[]>([]);
  useEffect(() => setFavourites(favouritesOf(characterId)), [characterId]);
  const colour = who === undefined ? undefined : layerColour(document, scene.id, who);
  const tone = toneOf(colour);
  const name = layer ? nameOfStaged(document, layer) : 'Nobody';
  const at = hanging.at ?? word.start;
  const nameOf = useCallback((id: string): string => (scene.scene.layers[id] ? nameOfStaged(document, scene.scene.layers[id]) : 'someone'), [document, scene]);
  const items = useMemo(
    () => paletteItems(scene, document.production.frame, who, hand, line.words.slice(line.words.indexOf(word)), at, nameOf, character),
    [scene, document.production.frame, who, hand, line, word, at, nameOf, character],
  );
  const wanted = query.trim().toLowerCase();
  const found = wanted ? items.filter((item) => `${item.label} ${item.words}`.toLowerCase().includes(wanted)) : items;
  const first = hanging.kind ? KIND_GROUPS[hanging.kind] : undefined;

  // A word brings its own moment; another word begins anew.
  // biome-ignore lint/correctness/useExhaustiveDependencies: where it hangs is what it opens for
  useEffect(() => {
    seek(at);
    setHung({});
    setQuery('');
    search.current?.focus();
  }, [hanging.line, hanging.word, hanging.at]);
  useEffect(() => {
    if (first) requestAnimationFrame(() => scroller.current?.querySelector(`[data-group="${first}"]`)?.scrollIntoView({ block: 'start' }));
  }, [first]);

  const startPin: Pin =
    hanging.at === undefined ? { to: 'word', word: word.id, edge: 'start', offset: 0 } : { to: 'word', word: word.id, edge: 'start', offset: hanging.at - word.start };
  const recipeFor = (item: PaletteItem, id: string, start: Pin = startPin): Recipe => {
    const cue = { ...item.cue, order: orderAtEnd(scene.scene.cues), start, end: { ticks: toTicks(item.seconds) } } as Cue;
    return item.from && cue.kind === 'move' ? comeFrom(scene.id, id, cue, item.from, makeId) : hangCue(scene.id, id, cue);
  };
  const leave = useCallback((): void => {
    clearTimeout(timer.current);
    setTried(undefined);
    preview(undefined);
  }, []);
  useEffect(() => leave, [leave]);
  const tryOn = (item: PaletteItem, soon: boolean): void => {
    clearTimeout(timer.current);
    const act = (): void => {
      setTried(item);
      preview(recipeFor(item, hung[item.cue.kind] ?? 'cu_0000000tried'));
    };
    if (soon) act();
    else timer.current = setTimeout(act, TRIES_AFTER);
  };
  const close = (): void => {
    leave();
    view({ hanging: undefined });
    globalThis.document.querySelector<HTMLElement>(`[data-word="${hanging.word}"]`)?.focus();
  };
  const hang = (item: PaletteItem, andClose: boolean, start?: Pin): void => {
    leave();
    const known = start ? undefined : hung[item.cue.kind];
    const id = known && useProduction.getState().document?.scenes[scene.id]?.cues[known] ? known : makeId('cue');
    run(`Hang ${item.label.toLowerCase()}`, recipeFor(item, id, start));
    setHung({ ...hung, [item.cue.kind]: id });
    view({ line: line.id, cue: id, together: [], layer: undefined, layers: [], last: 'cue' });
    if (andClose) view({ hanging: undefined });
  };
  const toggleFavourite = (key: string): void => {
    const next = favourites.includes(key) ? favourites.filter((one) => one !== key) : [...favourites, key];
    setFavourites(next);
    keepFavourites(characterId, next);
  };

  const cards = (): HTMLElement[] => [...(scroller.current?.querySelectorAll<HTMLElement>('[data-option]') ?? [])];
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      close();
      return;
    }
    event.stopPropagation();
    const all = cards();
    const active = globalThis.document.activeElement as HTMLElement;
    const index = all.indexOf(active);
    if (index < 0 && event.key !== 'ArrowDown') return;
    if (index < 0 && active.closest('[data-foot]')) return;
    if (event.key.toLowerCase() === 'f' && index >= 0) {
      event.preventDefault();
      return toggleFavourite(active.dataset.itemKey as string);
    }
    if (/^[1-9]$/.test(event.key) && index >= 0) {
      const group = PALETTE_GROUPS[Number(event.key) - 1];
      const card = group && scroller.current?.querySelector<HTMLElement>(`[data-group="${group}"] [data-option]`);
      if (card) {
        event.preventDefault();
        card.focus();
      }
      return;
    }
    const steps: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1 };
    let next: HTMLElement | undefined;
    if (index < 0) next = all[0];
    else if (steps[event.key] !== undefined) next = all[Math.max(0, Math.min(all.length - 1, index + (steps[event.key] as number)))];
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      // The card nearest below or above.
      const from = active.getBoundingClientRect();
      const down = event.key === 'ArrowDown';
      let best = Number.POSITIVE_INFINITY;
      for (const card of all) {
        const to = card.getBoundingClientRect();
        const dy = down ? to.top - from.top : from.top - to.top;
        if (dy < 8) continue;
        const away = dy * 3 + Math.abs(to.left - from.left);
        if (away < best) {
          best = away;
          next = card;
        }
      }
      if (!next && !down) {
        event.preventDefault();
        return search.current?.focus();
      }
      next ??= down ? all[Math.min(all.length - 1, index + 1)] : undefined;
    }
    if (!next) return;
    event.preventDefault();
    next.focus();
    next.scrollIntoView({ block: 'nearest' });
  };

  const hungId = Object.values(hung).at(-1);
  const hungCue = hungId ? scene.scene.cues[hungId] : undefined;
  const groups = PALETTE_GROUPS.map((group) => ({ group, list: facesFirst(found.filter((item) => item.group === group)) })).filter(({ list }) => list.length > 0);
  const yours = wanted ? [] : favourites.flatMap((key) => items.find((item) => item.key === key) ?? []);
  const card = (item: PaletteItem, where: string) => (
    <Card
      key={`${where} ${item.key}`}
      item={item}
      character={character}
      tried={tried?.key === item.key}
      chosen={hungCue !== undefined && sameCue(hungCue, item)}
      favourite={favourites.includes(item.key)}
      onPoint={() => tryOn(item, false)}
      onFocus={() => tryOn(item, true)}
      onLeave={leave}
      onHang={(andClose) => hang(item, andClose)}
      onDrop={(x, y) => {
        const start = dropPin(scene, x, y);
        if (start) hang(item, false, start);
      }}
      onFavourite={character ? () => toggleFavourite(item.key) : undefined}
    />
  );
  return (
    <section
      ref={panel}
      role="dialog"
      aria-label={`Hang a cue from “${word.text}”`}
      className="fixed top-11 right-0 bottom-7 z-40 flex flex-col border-l border-line bg-paper"
      style={{ width: PALETTE_WIDTH }}
      onKeyDown={onKeyDown}
      data-palette
    >
      <header className="border-b border-line px-4 pt-2 pb-1.5">
        <div className="flex h-6 items-center gap-2">
          <CutTag colour={colour} width={13} height={15} />
          {people.length > 1 ? (
            <Choice
              label="Who"
              look="words"
              size="small"
              className="-ml-1.5 !text-[15px] font-[680]"
              value={who ?? ''}
              options={people.map(([id]) => ({ value: id, label: nameOf(id) }))}
              onChange={(next) => {
                leave();
                setWho(next);
                setHung({});
              }}
            />
          ) : (
            <span className="text-[15px] font-[680]">{name}</span>
          )}
          <span className="text-[12px] text-ink-2">{hanging.at === undefined ? `hangs a cue from line ${line.index + 1}` : `at ${formatLength(at)}, line ${line.index + 1}`}</span>
          <span className="flex-1" />
          <button type="button" className="flex items-center gap-1.5 rounded-sm text-[12px] text-ink-2 hover:text-ink" onClick={close}>
            close <kbd className="rounded-[4px] border border-line px-1 font-sans text-[11px]">Esc</kbd>
          </button>
        </div>
        <p className="m-0 line-clamp-2 max-h-12 overflow-hidden font-serif text-[15.5px] leading-[23px]">
          {line.words.map((one) => (
            <span key={one.id}>
              <button
                type="button"
                tabIndex={-1}
                className={one.id === word.id ? 'px-0.5 font-semibold' : 'rounded-[3px] hover:bg-act-soft'}
                style={one.id === word.id ? { background: tone.mid, borderBottom: `2.5px solid ${tone.strong}` } : undefined}
                onClick={() => view({ hanging: { line: line.id, word: one.id, x: hanging.x, y: hanging.y, ...(who ? { layer: who } : {}) } })}
              >
                {one.text}
              </button>{' '}
            </span>
          ))}
        </p>
        <div className="mt-1 flex items-center gap-2">
          <label className="flex h-7 w-[118px] items-center gap-1.5 rounded-[6px] border border-edge bg-white px-2 focus-within:border-ink focus-within:shadow-[0_0_0_1px_var(--color-ink),0_0_0_3px_var(--color-lamp)]">
            <Search size={13} className="shrink-0 text-ink-3" />
            <input
              ref={search}
              aria-label="Find"
              placeholder="Find a cue"
              className="w-full bg-transparent text-[13px] !shadow-none !outline-none"
              value={query}
              onChange={(event) => {
                leave();
                setQuery(event.target.value);
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter' && found[0]) hang(found[0], true);
              }}
            />
          </label>
          <nav aria-label="Groups" className="flex min-w-0 flex-1 gap-0.5 overflow-x-auto">
            {groups
              .filter(({ group }) => group !== 'mouth')
              .map(({ group }) => (
                <button
                  key={group}
                  type="button"
                  className="h-7 shrink-0 rounded-[6px] px-1 text-[12px] font-[550] hover:bg-well"
                  onClick={() => scroller.current?.querySelector(`[data-group="${group}"]`)?.scrollIntoView({ block: 'start', behavior: 'smooth' })}
                >
                  {GROUP_NAMES[group]}
                </button>
              ))}
          </nav>
        </div>
      </header>
      <section ref={scroller} aria-label={`Cues for ${name}`} className="scrolls min-h-0 flex-1 overflow-y-auto px-4 pb-3">
        {yours.length > 0 && (
          <section aria-label="Yours">
            <h3 className="sticky top-0 z-[2] m-0 flex h-7 items-center gap-2 bg-paper text-[12.5px] font-[680]">
              Yours <span className="text-[11.5px] font-[550] text-ink-2">{name}’s favourites</span>
            </h3>
            <div className="grid grid-cols-5 gap-x-[7px] gap-y-1">{yours.map((item) => card(item, 'yours'))}</div>
          </section>
        )}
        {groups.map(({ group, list }) => (
          <section key={group} data-group={group} aria-label={GROUP_NAMES[group]}>
            <h3 className="sticky top-0 z-[2] m-0 flex h-7 items-center gap-2 bg-paper text-[12.5px] font-[680]">
              {GROUP_NAMES[group]} <span className="text-[11.5px] font-[550] text-ink-2">{list.length}</span>
            </h3>
            <div className={list[0]?.act ? 'grid grid-cols-5 gap-x-[7px] gap-y-1' : 'grid grid-cols-2 gap-1'}>{list.map((item) => card(item, group))}</div>
          </section>
        ))}
        {found.length === 0 && <p className="m-0 pt-3 text-[13px] text-ink-2">{items.length ? `Nothing is called “${query}”.` : 'Bring somebody on stage first.'}</p>}
      </section>
      <Foot cue={hungCue} id={hungId} scene={scene} line={line} hand={hand} onHand={setHand} shown={tried} onDone={close} />
    </section>
  );
}

/** Faces go before what hands do with a feeling. */
const facesFirst = (list: readonly PaletteItem[]): PaletteItem[] => [...list.filter(({ cue }) => cue.kind === 'face'), ...list.filter(({ cue }) => cue.kind !== 'face')];

/** Whether a cue is what an item would hang. */
function sameCue(cue: Cue, item: PaletteItem): boolean {
  if (cue.kind !== item.cue.kind) return false;
  if (cue.kind === 'gesture') return cue.action === (item.cue as Extract<Cue, { kind: 'gesture' }>).action;
  if (cue.kind === 'face') return cue.expression === (item.cue as Extract<Cue, { kind: 'face' }>).expression;
  return false;
}

/** Where something that was dropped on the page hangs: from the word under it, or from the clock of a lane. */
function dropPin(scene: PlacedScene, x: number, y: number): Pin | undefined {
  for (const element of globalThis.document.elementsFromPoint(x, y)) {
    const { word, lane } = (element as HTMLElement).dataset;
    if (word !== undefined) return { to: 'word', word, edge: 'start', offset: 0 };
    if (lane !== undefined) {
      const tick = Math.round(((x - element.getBoundingClientRect().left) / useView.getState().zoom) * TICKS_PER_SECOND);
      return { to: 'scene', edge: 'start', offset: Math.max(0, Math.min(scene.length, tick)) };
    }
  }
  return undefined;
}

function Card({
  item,
  character,
  tried,
  chosen,
  favourite,
  onPoint,
  onFocus,
  onLeave,
  onHang,
  onDrop,
  onFavourite,
}: {
  item: PaletteItem;
  character: Character | undefined;
  tried: boolean;
  chosen: boolean;
  favourite: boolean;
  onPoint: () => void;
  onFocus: () => void;
  onLeave: () => void;
  onHang: (andClose: boolean) => void;
  onDrop: (x: number, y: number) => void;
  onFavourite: (() => void) | undefined;
}) {
  const drag = useDrag<true>({
    start: () => true,
    move: (_, { x, y }) => {
      for (const marked of globalThis.document.querySelectorAll('[data-drop-word]')) marked.removeAttribute('data-drop-word');
      const word = globalThis.document.elementsFromPoint(x, y).find((each) => (each as HTMLElement).dataset.word);
      word?.setAttribute('data-drop-word', '');
      globalThis.document.body.style.cursor = 'copy';
    },
    end: (_, { x, y }) => {
      for (const marked of globalThis.document.querySelectorAll('[data-drop-word]')) marked.removeAttribute('data-drop-word');
      globalThis.document.body.style.cursor = '';
      onDrop(x, y);
    },
    click: () => onHang(false),
    cancel: () => {
      globalThis.document.body.style.cursor = '';
    },
  });
  const pictured = item.act && character;
  return (
    <div className="group relative min-w-0">
      <button
        type="button"
        aria-pressed={chosen}
        aria-label={item.label}
        data-option={item.label}
        data-item-key={item.key}
        className={`block w-full rounded-[6px] text-left ${pictured ? '' : `flex h-7 items-center gap-2 px-2 ${tried || chosen ? 'bg-act-soft' : 'hover:bg-well'}`}`}
        title={item.label}
        onPointerLeave={onLeave}
        onFocus={(event) => event.currentTarget.matches(':focus-visible') && onFocus()}
        {...drag}
        // A press that came from no pointer (a screen reader's).
        onClick={(event) => event.detail === 0 && onHang(false)}
        onPointerMove={(event) => {
          drag.onPointerMove(event);
          if (!tried && (event.movementX !== 0 || event.movementY !== 0) && event.buttons === 0) onPoint();
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          event.stopPropagation();
          onHang(event.key === 'Enter');
        }}
      >
        {pictured ? (
          <>
            <span
              className={`block overflow-hidden rounded-[6px] bg-bench ${tried ? 'outline-2 outline-lamp [box-shadow:0_0_0_3px_var(--color-ink)]' : chosen ? 'outline-2 outline-ink' : ''}`}
              style={CARD}
            >
              <ActPicture character={character} act={item.act as NonNullable<typeof item.act>} seconds={Math.min(2.6, item.seconds + 0.8)} playing={tried} size={CARD} />
            </span>
            <span className="block h-[15px] overflow-hidden text-center text-[11px] leading-[15px] font-semibold text-ellipsis whitespace-nowrap">{item.label}</span>
          </>
        ) : (
          <>
            <span className="shrink-0 text-ink-2">{KIND_ICONS[item.cue.kind]}</span>
            <span className="min-w-0 truncate text-[12.5px]">{item.label}</span>
          </>
        )}
      </button>
      {pictured && onFavourite && (
        <button
          type="button"
          tabIndex={-1}
          aria-label={favourite ? `${item.label} is a favourite no more` : `${item.label} is a favourite`}
          aria-pressed={favourite}
          className={`absolute top-0 right-0 h-4 w-4 overflow-hidden rounded-tr-[6px] ${favourite ? '' : 'opacity-0 group-hover:opacity-100'}`}
          onClick={onFavourite}
        >
          <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
            <path d="M0 0H16V16Z" fill={favourite ? '#f8cc2f' : '#ffffff'} stroke="#0f2b30" strokeWidth={1} />
          </svg>
        </button>
      )}
    </div>
  );
}

/** What was hung last, with its hand, its strength and where it ends; before that, the hand that will be used. */
function Foot({
  cue,
  id,
  scene,
  line,
  hand,
  onHand,
  shown,
  onDone,
}: {
  cue: Cue | undefined;
  id: string | undefined;
  scene: PlacedScene;
  line: PlacedScene['lines'][number];
  hand: Hand;
  onHand: (hand: Hand) => void;
  shown: PaletteItem | undefined;
  onDone: () => void;
}) {
  const change = (values: Partial<Cue>): void => void (id && run('Change a cue', changeCue(scene.id, id, values)));
  const handed = cue?.kind === 'gesture' ? actionOf(cue.action)?.handed !== false : !cue;
  const now = cue?.kind === 'gesture' ? cue.hand : hand;
  const strength = cue && (cue.kind === 'gesture' || cue.kind === 'face') ? cue.strength : undefined;
  const times = id ? scene.resolved.cues.get(id) : undefined;
  const most = cue?.kind === 'gesture' ? 1.5 : 1;
  return (
    <footer className="flex min-h-[84px] flex-col justify-center gap-2 border-t border-line bg-bench px-4 py-2" data-foot>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate text-[13px] font-[680]">
          {shown?.label ?? (cue ? 'Hung. It can be changed here.' : 'Point at one to see it, click to hang it')}
        </span>
        {handed && (
          <fieldset className="m-0 flex shrink-0 rounded-[7px] border border-edge bg-white p-0">
            <legend className="sr-only">Which hand, as seen on the stage</legend>
            {(['left', 'right', 'both'] as const).map((each) => (
              <button
                key={each}
                type="button"
                aria-pressed={now === each}
                aria-label={each === 'both' ? 'Both hands' : `${each.replace(/^./, (c) => c.toUpperCase())} hand`}
                className={`h-[26px] px-2 text-[12px] first:rounded-l-[6px] last:rounded-r-[6px] ${now === each ? 'bg-act-soft font-semibold' : 'hover:bg-bench'}`}
                onClick={() => {
                  onHand(each);
                  if (cue?.kind === 'gesture') change({ hand: each } as Partial<Cue>);
                }}
              >
                {each === 'both' ? 'Both' : each.replace(/^./, (c) => c.toUpperCase())}
              </button>
            ))}
          </fieldset>
        )}
      </div>
      <div className="flex items-center gap-2 text-[12px] text-ink-2">
        {strength !== undefined ? (
          <>
            Strength
            <Slider label="Strength" min={0.2} max={most} step={0.05} value={strength} className="!w-20" onTake={(next) => change({ strength: next } as Partial<Cue>)} />
            <span className="w-11 font-semibold text-ink">{Math.round(strength * 100)} %</span>
          </>
        ) : (
          <span className="flex-1" />
        )}
        {cue && id && cue.kind !== 'camera' && times && (
          <>
            until
            <Choice
              label="Until"
              size="small"
              className="w-24 font-serif italic"
              value={'to' in cue.end && cue.end.to === 'word' ? cue.end.word : ''}
              options={[
                { value: '', label: formatLength(times.end - times.start) },
                ...line.words.filter((one) => one.end > times.start).map((one) => ({ value: one.id, label: one.text })),
              ]}
              onChange={(to) => run('Stretch a cue', stretchCue(scene.id, id, to ? { to: 'word', word: to, edge: 'end', offset: 0 } : { ticks: times.end - times.start }))}
            />
          </>
        )}
        <span className="flex-1" />
        <Button
          kind={cue ? 'primary' : 'outline'}
          onClick={() => {
            if (id) choose({ kind: 'cue', id });
            onDone();
          }}
        >
          Done
        </Button>
      </div>
    </footer>
  );
}
