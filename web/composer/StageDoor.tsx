import { ChevronRight, Search, X } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { bringFiles } from '../pictures/asWhat.tsx';
import { SHELF_FILES } from '../pictures/bringIn.ts';
import { useBoxes } from '../stage/boxes.ts';
import { preview, run, useProduction } from '../state/production.ts';
import { lookOnShelf, useShelf } from '../state/shelf.ts';
import { choose, useView, view } from '../state/view.ts';
import { IconButton } from '../ui/parts.tsx';
import { useDrag } from '../ui/useDrag.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { chooseFiles } from '../voices.ts';
import { COMINGS, type Coming, type DoorItem, SHELF_NAMES, SHELVES, type Shelf } from './doorItem.ts';
import { doorItems, searchDoor } from './doorItems.ts';
import { broughtTo, stagePlaceAt } from './dropPlace.ts';
import { type PlacedScene, useOpenFilm } from './film.ts';
import { BackdropPicture, Head, LayerPicture } from './LayerPicture.tsx';
import { nameOfStaged } from './lanes.ts';
import { landmarkOf } from './onStage.ts';

const CARD = { width: 82, height: 74 } as const;
/** What is pointed at so long is tried on the stage, milliseconds. */
const TRIES_AFTER = 150;

const COMING_NAMES: Readonly<Record<Coming, string>> = { there: 'is there', walks: 'walks in', fades: 'fades in', pops: 'pops up' };

/** The stage door: people, props, words, pictures and backdrops, each as a picture, tried on the stage while it is pointed at. */
export function StageDoor() {
  const open = useView((state) => state.door);
  return open ? <Door /> : null;
}

function Door() {
  // What is tried is a view only: the door is about the scene as it is without it.
  const { document: edited } = useProduction.getState();
  const document = useProduction((state) => state.document) ?? edited;
  const { scene: shown } = useOpenFilm();
  const settled = useSettled(shown);
  const [query, setQuery] = useState('');
  const [coming, setComing] = useState<Coming>('there');
  const [fromHere, setFromHere] = useState(false);
  const [tried, setTried] = useState<string>();
  const [shelf, setShelf] = useState<Shelf>('script');
  const search = useRef<HTMLInputElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const opener = useRef<Element | null>(globalThis.document.activeElement);
  const boxes = useBoxes(settled.id);
  /** Where everybody stood before anything was tried. */
  const present = useRef<ReturnType<typeof landmarkOf>[]>([]);
  const kept = useShelf((state) => state.kept);
  const items = useMemo(() => (document ? doorItems(document, settled, kept) : []), [document, settled, kept]);
  useEffect(() => void lookOnShelf(), []);
  const found = useMemo(() => searchDoor(items, query), [items, query]);
  const searching = query.trim().length > 0;
  const shownItems = searching ? found : items;
  if (tried === undefined && document)
    present.current = boxes.flatMap((box) => {
      const layer = settled.scene.layers[box.id];
      return layer && !layer.hidden && layer.kind !== 'group' && layer.kind !== 'mark' ? [landmarkOf(box, layer, nameOfStaged(document, layer))] : [];
    });

  const recipeOf = useCallback((item: DoorItem) => item.bring(present.current, { coming, tick: useView.getState().tick, fromHere }), [coming, fromHere]);
  const leave = useCallback((): void => {
    clearTimeout(timer.current);
    setTried(undefined);
    view({ tried: undefined });
    preview(undefined);
  }, []);
  const tryOn = useCallback(
    (item: DoorItem, soon: boolean): void => {
      clearTimeout(timer.current);
      const act = (): void => {
        setTried(item.key);
        view({ tried: item.layer });
        preview(recipeOf(item));
      };
      if (soon) act();
      else timer.current = setTimeout(act, TRIES_AFTER);
    },
    [recipeOf],
  );
  const close = useCallback((): void => {
    leave();
    view({ door: false });
    if (opener.current instanceof HTMLElement) opener.current.focus();
  }, [leave]);
  const keep = (item: DoorItem, andClose: boolean): void => {
    const recipe = recipeOf(item);
    leave();
    if (run(`Bring on ${item.name.toLowerCase()}`, recipe) && item.layer) choose({ kind: 'layer', id: item.layer });
    if (andClose) close();
  };
  /** Dragged over the stage it is tried where the pointer is, and let go there it stays there. */
  const carry = (item: DoorItem, x: number, y: number): void => {
    clearTimeout(timer.current);
    const place = stagePlaceAt(x, y);
    setTried(item.key);
    view({ tried: item.layer });
    preview(place ? broughtTo(recipeOf(item), settled.id, item.layer, place) : undefined);
  };
  const drop = (item: DoorItem, x: number, y: number): void => {
    const place = stagePlaceAt(x, y);
    const recipe = place && broughtTo(recipeOf(item), settled.id, item.layer, place);
    leave();
    if (recipe && run(`Bring on ${item.name.toLowerCase()}`, recipe) && item.layer) choose({ kind: 'layer', id: item.layer });
  };
  const bringOwnFiles = (files: readonly File[]): void => {
    close();
    void bringFiles(files);
  };
  const writeWords = (): void => {
    const item = items.find(({ key }) => key === 'words title');
    if (!item?.layer) return;
    const recipe = recipeOf(item);
    const text = query.trim();
    leave();
    if (
      run('Write words', (draft) => {
        recipe(draft);
        const layer = draft.scenes[settled.id]?.layers[item.layer as string];
        if (layer?.kind === 'text') layer.text = text;
      })
    )
      choose({ kind: 'layer', id: item.layer });
    close();
  };

  useEffect(() => search.current?.focus(), []);
  useEffect(() => leave, [leave]);
  const { drop: fileDrop, over } = useFileDrop<HTMLDivElement>('group', bringOwnFiles, { several: true });

  const cards = (): HTMLElement[] => [...(scroller.current?.querySelectorAll<HTMLElement>('[data-door-item]') ?? [])];
  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      if (tried !== undefined) {
        leave();
        search.current?.focus();
      } else close();
      return;
    }
    event.stopPropagation();
    const all = cards();
    const at = all.indexOf(globalThis.document.activeElement as HTMLElement);
    if (event.key === 'Enter' && at < 0 && searching) {
      event.preventDefault();
      const [first] = found;
      if (first) keep(first, event.shiftKey);
      else writeWords();
      return;
    }
    const rows = searching ? 1 : 2;
    const steps: Readonly<Record<string, number>> = { ArrowRight: rows, ArrowLeft: -rows, ArrowDown: at < 0 ? 1 : 1, ArrowUp: -1 };
    const step = steps[event.key];
    if (step === undefined && event.key !== 'Home' && event.key !== 'End') return;
    if (at < 0 && event.key !== 'ArrowDown') return;
    event.preventDefault();
    const next = event.key === 'Home' ? 0 : event.key === 'End' ? all.length - 1 : at < 0 ? 0 : Math.max(0, Math.min(all.length - 1, at + (step ?? 0)));
    if (event.key === 'ArrowUp' && at === 0) return search.current?.focus();
    all[next]?.focus();
    all[next]?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  };

  const shelves = SHELVES.map((id) => ({ id, items: shownItems.filter((item) => item.shelf === id) })).filter(
    ({ id, items: list }) => list.length > 0 || (id === 'own' && !searching),
  );
  const jump = (id: Shelf): void => {
    setQuery('');
    setShelf(id);
    requestAnimationFrame(() => scroller.current?.querySelector(`[data-shelf="${id}"]`)?.scrollIntoView({ inline: 'start', block: 'nearest' }));
  };
  const card = (item: DoorItem): ReactNode => (
    <DoorCard
      key={item.key}
      item={item}
      colour={
        document && 'character' in item.look
          ? Object.values(document.production.roles).find((role) => 'character' in item.look && role.character === item.look.character.id)?.colour
          : undefined
      }
      tried={tried === item.key}
      onPoint={() => tryOn(item, false)}
      onFocus={() => tryOn(item, true)}
      onLeave={leave}
      onKeep={(andClose) => keep(item, andClose)}
      onCarry={(x, y) => carry(item, x, y)}
      onDrop={(x, y) => drop(item, x, y)}
    />
  );
  return (
    <div
      {...fileDrop}
      role="dialog"
      aria-label="Bring on stage"
      className={`door-rise absolute inset-x-0 bottom-0 z-40 flex border-t border-edge bg-paper ${over ? 'outline-2 -outline-offset-2 outline-lamp' : ''}`}
      style={{ top: 86 }}
      onKeyDown={onKeyDown}
      data-stage-door
    >
      <nav aria-label="Shelves" className="flex w-[208px] shrink-0 flex-col border-r border-line bg-bench px-2 pt-2.5 pb-2">
        <h2 className="m-0 px-2 pb-1.5 text-[13px] font-[680]">Bring on stage</h2>
        <div className="scrolls min-h-0 flex-1 overflow-y-auto">
          {SHELVES.map((id) => {
            const count = items.filter((item) => item.shelf === id).length;
            if (!count && id !== 'own') return null;
            return (
              <button
                key={id}
                type="button"
                aria-current={shelf === id}
                className={`flex h-7 w-full items-center justify-between rounded-[7px] px-2 text-left text-[13px] ${shelf === id && !searching ? 'bg-act-soft font-semibold' : 'hover:bg-well'}`}
                onClick={() => jump(id)}
              >
                {SHELF_NAMES[id]}
                <span className="text-[12px] font-[550] text-ink-2">{count}</span>
              </button>
            );
          })}
        </div>
        <p className="m-0 px-2 pt-1 text-[12px] text-ink-2">
          <button
            type="button"
            className="rounded-sm font-semibold text-act hover:underline"
            onClick={() => void chooseFiles(SHELF_FILES, true).then((files) => files.length && bringOwnFiles(files))}
          >
            Choose a file
          </button>{' '}
          or drop it here
        </p>
      </nav>
      <div className="flex min-w-0 flex-1 flex-col px-4 pt-2">
        <div className="flex h-9 items-center gap-3">
          <label className="flex h-8 w-[340px] items-center gap-2 rounded-[7px] border border-edge bg-white px-2.5 focus-within:border-ink focus-within:shadow-[0_0_0_1px_var(--color-ink),0_0_0_3px_var(--color-lamp)]">
            <Search size={15} className="shrink-0 text-ink-3" />
            <input
              ref={search}
              aria-label="Find somebody or something"
              placeholder="A name, a thing, a place, or words to write"
              className="w-full bg-transparent text-[13px] !shadow-none !outline-none"
              value={query}
              onChange={(event) => {
                leave();
                setQuery(event.target.value);
              }}
            />
          </label>
          <Ways label="How it comes on" value={coming} options={COMINGS.map((id) => [id, COMING_NAMES[id]] as const)} onChange={setComing} />
          <Ways
            label="From when"
            value={fromHere ? 'here' : 'start'}
            options={[
              ['start', 'from the start'],
              ['here', 'from the playhead'],
            ]}
            onChange={(value) => setFromHere(value === 'here')}
          />
          <span className="flex-1" />
          <IconButton label="Close (Esc)" side="top" onClick={close}>
            <X size={15} strokeWidth={1.8} />
          </IconButton>
        </div>
        <div
          ref={scroller}
          className="scrolls relative mt-1 flex min-h-0 flex-1 gap-4 overflow-x-auto overflow-y-hidden pb-2"
          onWheel={(event) => !event.shiftKey && scroller.current?.scrollBy({ left: event.deltaY })}
        >
          {shelves.map(({ id, items: list }) => (
            <section key={id} aria-label={SHELF_NAMES[id]} data-shelf={id} className="shrink-0">
              <h3 className="m-0 flex h-6 items-baseline gap-2 text-[12.5px] font-[680]">
                {SHELF_NAMES[id]}
                <span className="text-[11.5px] font-[550] text-ink-2">{id === 'script' ? 'named here, not on the stage' : list.length || ''}</span>
              </h3>
              <div className={`grid grid-flow-col gap-x-1.5 gap-y-1 ${searching ? 'grid-rows-1' : 'grid-rows-2'}`}>
                {list.map(card)}
                {id === 'own' && !searching && (
                  <button
                    type="button"
                    className="flex flex-col items-center justify-center rounded-[7px] border border-dashed border-edge px-2 text-center text-[11.5px] text-ink-2 hover:bg-bench"
                    style={{ width: CARD.width + 24, height: CARD.height }}
                    onClick={() => void chooseFiles(SHELF_FILES, true).then((files) => files.length && bringOwnFiles(files))}
                  >
                    Drop a picture or clip here
                  </button>
                )}
              </div>
            </section>
          ))}
          {searching && found.length === 0 && (
            <div className="flex flex-col items-start gap-2 pt-3 text-[13px] text-ink-2">
              <span>{`No “${query.trim()}” here. Write it as words, or bring in a picture.`}</span>
              <button type="button" className="h-[30px] rounded-[7px] border border-edge bg-paper px-3 font-semibold text-ink hover:bg-bench" onClick={writeWords}>
                {`Write “${query.trim().slice(0, 40)}” as words`}
              </button>
            </div>
          )}
        </div>
      </div>
      <button
        type="button"
        tabIndex={-1}
        aria-label="Further along the shelf"
        className="raised absolute right-3 bottom-[42%] flex size-7 items-center justify-center rounded-full border border-edge bg-paper"
        onClick={() => scroller.current?.scrollBy({ left: 520, behavior: 'smooth' })}
      >
        <ChevronRight size={15} strokeWidth={2} />
      </button>
      <TriedCard item={items.find(({ key }) => key === tried)} coming={coming} fromHere={fromHere} />
      <span className="sr-only" aria-live="polite">
        {tried === undefined ? '' : `${items.find(({ key }) => key === tried)?.name ?? ''}, tried on stage`}
      </span>
    </div>
  );
}

/** In the inspector's place, while something is tried: what it is, why it is offered, how and from when it comes on. */
function TriedCard({ item, coming, fromHere }: { item: DoorItem | undefined; coming: Coming; fromHere: boolean }) {
  const place = globalThis.document.querySelector('[data-inspector]');
  if (!item || !place) return null;
  return createPortal(
    <section aria-label="What is tried" className="absolute inset-0 z-10 flex flex-col gap-3 overflow-y-auto bg-paper p-4" data-tried-card>
      <header>
        <h2 className="m-0 text-[16px] leading-[22px] font-[680]">{item.name}</h2>
        <p className="m-0 text-[12px] text-ink-2">
          {item.spoken && <i className="font-serif">{`“${item.spoken}”, `}</i>}
          {item.line}
        </p>
      </header>
      <span className="flex h-[132px] items-center justify-center overflow-hidden rounded-[8px] bg-bench" aria-hidden="true">
        <span className="block scale-[1.9]" style={CARD}>
          <Look item={item} colour={undefined} />
        </span>
      </span>
      <dl className="m-0 grid grid-cols-[96px_1fr] gap-y-1 text-[13px]">
        <dt className="text-ink-2">It comes on</dt>
        <dd className="m-0 font-semibold">{COMING_NAMES[coming]}</dd>
        <dt className="text-ink-2">From when</dt>
        <dd className="m-0 font-semibold">{fromHere ? 'the playhead' : 'the start of the scene'}</dd>
      </dl>
      <p className="m-0 text-[12px] text-ink-2">Only tried. A click or Enter keeps it where it stands, dragging puts it where you let it go, Esc takes it away.</p>
    </section>,
    place,
  );
}

/** The scene as it is edited, whatever is tried on it. */
function useSettled(shown: PlacedScene): PlacedScene {
  const tried = useView((state) => state.tried);
  const isPreview = useProduction((state) => state.preview !== undefined);
  const last = useRef(shown);
  if (!isPreview && tried === undefined) last.current = shown;
  return last.current;
}

function Ways<T extends string>({ label, value, options, onChange }: { label: string; value: T; options: readonly (readonly [T, string])[]; onChange: (value: T) => void }) {
  return (
    <fieldset className="m-0 flex rounded-[7px] border border-edge p-0">
      <legend className="sr-only">{label}</legend>
      {options.map(([id, text]) => (
        <button
          key={id}
          type="button"
          aria-pressed={value === id}
          className={`h-[28px] px-2 text-[12px] first:rounded-l-[6px] last:rounded-r-[6px] ${value === id ? 'bg-act-soft font-semibold' : 'hover:bg-bench'}`}
          onClick={() => onChange(id)}
        >
          {text}
        </button>
      ))}
    </fieldset>
  );
}

function DoorCard({
  item,
  colour,
  tried,
  onPoint,
  onFocus,
  onLeave,
  onKeep,
  onCarry,
  onDrop,
}: {
  item: DoorItem;
  colour: number | undefined;
  tried: boolean;
  onPoint: () => void;
  onFocus: () => void;
  onLeave: () => void;
  onKeep: (andClose: boolean) => void;
  onCarry: (x: number, y: number) => void;
  onDrop: (x: number, y: number) => void;
}) {
  const drag = useDrag<true>({
    start: () => true,
    move: (_, { x, y }) => onCarry(x, y),
    end: (_, { x, y }) => onDrop(x, y),
    click: (_, { shift }) => onKeep(shift),
    cancel: onLeave,
  });
  return (
    <button
      type="button"
      data-door-item={item.key}
      data-person={item.person || undefined}
      className="w-[82px] touch-none rounded-[7px] text-left"
      {...drag}
      onPointerMove={(event) => {
        drag.onPointerMove(event);
        if (!tried && (event.movementX !== 0 || event.movementY !== 0) && event.buttons === 0) onPoint();
      }}
      onPointerLeave={(event) => event.buttons === 0 && onLeave()}
      onFocus={(event) => event.currentTarget.matches(':focus-visible') && onFocus()}
      // A press that came from no pointer (a screen reader's).
      onClick={(event) => event.detail === 0 && onKeep(event.shiftKey)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return;
        event.preventDefault();
        onKeep(event.shiftKey);
      }}
    >
      <span
        className={`block overflow-hidden rounded-[7px] bg-bench ${tried ? 'outline-2 -outline-offset-1 outline-lamp [box-shadow:0_0_0_1px_var(--color-ink)]' : ''}`}
        style={CARD}
        aria-hidden="true"
      >
        <Look item={item} colour={colour} />
      </span>
      <span className="block truncate pt-0.5 text-[11.5px] leading-[14px] font-semibold">{item.name}</span>{' '}
      <span className="block truncate text-[11px] leading-[14px] text-ink-2">
        {item.spoken && <i className="font-serif text-ink">{item.spoken}</i>}
        {item.spoken && ', '}
        {item.line}
        <span className="sr-only">{`${item.person ? ', person' : ''}${tried ? ', tried on stage' : ''}`}</span>
      </span>
    </button>
  );
}

function Look({ item, colour }: { item: DoorItem; colour: number | undefined }) {
  const { look } = item;
  if ('character' in look) return <Head character={look.character} colour={colour} size={CARD} />;
  if ('backdrop' in look) return <BackdropPicture backdrop={look.backdrop} size={CARD} />;
  if ('letters' in look)
    return (
      <span
        className={`flex size-full items-center justify-center ${look.letters === 'label' ? 'text-[17px] font-semibold' : 'font-serif font-bold'} ${look.letters === 'title' ? 'text-[24px]' : look.letters === 'caption' ? 'text-[16px] !font-normal italic' : ''}`}
      >
        {look.letters === 'caption' ? '“Aa”' : 'Aa'}
      </span>
    );
  if ('effect' in look)
    return (
      <span className="flex size-full items-center justify-center text-ink-2">
        <svg width="34" height="34" viewBox="0 0 24 24" fill="none" stroke="currentColor" strokeWidth={1.5} strokeLinecap="round" strokeLinejoin="round" aria-hidden="true">
          <path d={look.effect} />
        </svg>
      </span>
    );
  return <LayerPicture layer={look.layer} colour={colour} size={CARD} />;
}

/** Says on the stage that what is seen is only tried. */
export function TriedStrip() {
  const tried = useView((state) => state.tried);
  const door = useView((state) => state.door);
  const scene = useView((state) => state.scene);
  const shown = useProduction((state) => state.preview);
  if (!door || !shown) return null;
  // It keeps to the side where what is tried is not.
  const layer = tried === undefined ? undefined : shown.scenes[scene ?? '']?.layers[tried];
  const toLeft = !!layer && layer.kind !== 'effect' && (layer.x ?? 0) > 0;
  return (
    <span className={`pointer-events-none absolute bottom-2 ${toLeft ? 'left-2' : 'right-2'} z-20 bg-ink px-2 text-[12px] leading-[22px] text-paper`} role="status">
      Only tried: <b className="text-lamp">Enter</b> or a click keeps, <b className="text-lamp">Esc</b> takes away
    </span>
  );
}
