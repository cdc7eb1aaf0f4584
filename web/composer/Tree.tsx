import { ChevronRight, Eye, EyeOff, GripVertical, Lock, LockOpen, Plus, Sun } from 'lucide-react';
import { ContextMenu } from 'radix-ui';
import { memo, type ReactNode, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Layer } from '#core/document/schema';
import { childrenOf } from '#core/document/tree';
import type { Recipe } from '#core/edit/change';
import { thingOf } from '#core/edit/commands/kept';
import { changeLayer, flipLayers, groupLayers, orderLayer, outermost, removeLayers, reparent, ungroup } from '#core/edit/commands/layers';
import { renameCharacter } from '#core/edit/commands/stage';
import { entranceOf } from '#core/stage/entrances/index';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { hintOf, useHint } from '../state/boundKeys.ts';
import { preview, run, useProduction, useStanding } from '../state/production.ts';
import { keep } from '../state/shelf.ts';
import { choose, chooseLayer, chosenLayers, useView, view } from '../state/view.ts';
import { CutTag, Tip } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { useDrag } from '../ui/useDrag.ts';
import { backdropName } from './backdropName.ts';
import { layerColour, type PlacedScene, sameSet, unlessScene } from './film.ts';
import { BackdropPicture, LayerPicture } from './LayerPicture.tsx';
import { nameOfLayer, nameOfStaged } from './lanes.ts';
import { type Landing, landingAt, type TreeRow, treeRows } from './treeRows.ts';

/** Pixels: a row with the space below it, how far a level lies to the right, a row's picture. */
const ROW = 31;
const LEVEL = 14;
const PICTURE = { width: 26, height: 22 } as const;
/** A folded group opens when something is held over it so long, milliseconds. */
const OPENS_AFTER = 500;

/** Who and what is on the stage, front first: chosen, ordered, grouped, hidden, locked and named here. */
export const Tree = memo(function Tree({ scene }: { scene: PlacedScene }) {
  const document = useStanding();
  const folds = useView((state) => state.folds);
  const chosen = useView((state) => state.layer);
  const layers = useView((state) => state.layers);
  const together = chosenLayers({ layer: chosen, layers });
  const rows = useMemo(() => treeRows(scene.scene, folds), [scene.scene, folds]);
  const door = useView((state) => state.door);
  const hint = useHint('bring', 'B');
  const someSolo = rows.some(({ layer }) => layer.solo);
  const [naming, setNaming] = useState<string>();
  const [landing, setLanding] = useState<{ id: string; gap: number; depth: number }>();
  const list = useRef<HTMLDivElement>(null);
  const active = chosen !== undefined && (chosen === 'backdrop' || rows.some(({ id }) => id === chosen)) ? chosen : (rows[0]?.id ?? 'backdrop');
  const { backdrop } = scene.scene;

  const focusRow = (id: string): void => list.current?.querySelector<HTMLElement>(`[data-layer="${id}"]`)?.focus();
  const go = (id: string): void => {
    choose({ kind: 'layer', id });
    requestAnimationFrame(() => focusRow(id));
  };
  const fold = (id: string, open: boolean): void => view({ folds: { ...folds, [id]: open } });
  const actions = rowActions(scene, together);

  const onKeyDown = (event: React.KeyboardEvent<HTMLDivElement>): void => {
    if (naming !== undefined) return;
    const ids = [...rows.map(({ id }) => id), 'backdrop'];
    const at = ids.indexOf(active);
    const row = rows[at];
    const act =
      KEYS[
        `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${event.shiftKey ? 'Shift+' : ''}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`
      ];
    if (!act) return;
    if (act !== 'up' && act !== 'down' && act !== 'fields' && !row) return;
    event.preventDefault();
    event.stopPropagation();
    const to: Record<KeyAct, () => void> = {
      up: () => go(ids[Math.max(0, at - 1)] as string),
      down: () => go(ids[Math.min(ids.length - 1, at + 1)] as string),
      open: () => (row?.holds && !row.open ? fold(row.id, true) : row?.open && go(rows[at + 1]?.id ?? row.id)),
      fold: () => (row?.open ? fold(row.id, false) : row?.layer.parent && go(row.layer.parent)),
      fields: () => globalThis.document.querySelector<HTMLElement>('[data-inspector] input, [data-inspector] [role="spinbutton"]')?.focus(),
      name: () => setNaming(active),
      ...actions,
    };
    to[act]();
  };

  return (
    <aside className="flex h-full min-h-0 flex-col bg-bench" aria-label="On stage">
      <div className="flex items-baseline justify-between px-3.5 pt-2.5 pb-1.5">
        <h2 className="m-0 text-[13px] font-[680]">On stage</h2>
        <span className="text-[11.5px] text-ink-3">front first</span>
      </div>
      <div
        ref={list}
        role="tree"
        aria-label="Layers, front first"
        aria-multiselectable="true"
        tabIndex={-1}
        className="scrolls relative min-h-0 flex-1 overflow-y-auto px-1.5 !outline-none"
        onKeyDown={onKeyDown}
      >
        {rows.map((row, index) => (
          <Row
            key={row.id}
            row={row}
            index={index}
            rows={rows}
            scene={scene}
            name={nameOfStaged(document, row.layer)}
            colour={layerColour(document, scene.id, row.id)}
            chosen={together.includes(row.id)}
            active={active === row.id}
            faint={someSolo && !row.layer.solo}
            dragged={landing?.id === row.id}
            naming={naming === row.id}
            onName={setNaming}
            onLanding={setLanding}
            onFold={fold}
            menu={
              <RowMenu actions={rowActions(scene, together.includes(row.id) ? together : [row.id])} onName={() => setNaming(row.id)} layer={row.layer} many={together.length > 1} />
            }
          />
        ))}
        <button
          type="button"
          role="treeitem"
          aria-selected={chosen === 'backdrop'}
          tabIndex={active === 'backdrop' ? 0 : -1}
          data-layer="backdrop"
          className={`flex h-[30px] w-full items-center gap-2 rounded-[7px] border-2 pr-2 pl-3 text-left text-[12.5px] ${chosen === 'backdrop' ? 'border-ink bg-act-soft font-[680]' : 'border-transparent font-[550] hover:bg-well'}`}
          onClick={() => choose({ kind: 'layer', id: 'backdrop' })}
        >
          <BackdropPicture backdrop={backdrop} size={PICTURE} />
          <span className="min-w-0 flex-1 truncate">{backdropName(backdrop)}</span>
        </button>
        {landing && (
          <span
            className="pointer-events-none absolute h-0.5 bg-ink"
            style={{ top: landing.gap * ROW - 2, left: 10 + landing.depth * LEVEL, right: 8 }}
            aria-hidden="true"
            data-landing
          />
        )}
        {rows.length === 0 && <p className="m-0 px-2 py-2 text-[12.5px] text-ink-2">Nobody is on stage yet.</p>}
      </div>
      <div className="p-2.5">
        <Tip text={`People, props, words, pictures, backdrops${hint}`} side="top">
          <button
            type="button"
            aria-expanded={door}
            data-door
            className={`flex h-[30px] w-full items-center justify-center gap-2 rounded-[7px] border text-[13px] font-semibold ${door ? 'border-ink bg-act-soft' : 'border-edge bg-paper hover:bg-white'}`}
            onClick={() => view({ door: !door })}
          >
            <Plus size={15} strokeWidth={1.8} />
            Bring on stage {hint && <kbd className="rounded-[4px] border border-line px-1 font-sans text-[11px] font-[550] text-ink-3">{hint.slice(2, -1)}</kbd>}
          </button>
        </Tip>
      </div>
    </aside>
  );
}, unlessScene(sameSet));

type ActionName = 'forward' | 'back' | 'out' | 'into' | 'group' | 'ungroup' | 'flip' | 'eye' | 'lock' | 'solo' | 'off' | 'keep';
type KeyAct = ActionName | 'up' | 'down' | 'open' | 'fold' | 'fields' | 'name';
const KEYS: Readonly<Record<string, KeyAct>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowLeft: 'fold',
  ArrowRight: 'open',
  Enter: 'fields',
  F2: 'name',
  'Alt+ArrowLeft': 'out',
  'Alt+ArrowRight': 'into',
  Delete: 'off',
  Backspace: 'off',
};

/** What is done to chosen rows, by menu and by keys. */
export function rowActions(scene: PlacedScene, ids: readonly string[]): Record<ActionName, () => void> {
  const chosen = outermost(
    scene.scene,
    ids.filter((id) => scene.scene.layers[id]),
  );
  const [first] = chosen;
  const layer = first === undefined ? undefined : scene.scene.layers[first];
  const siblings = layer ? childrenOf(scene.scene, layer.parent).map(([id]) => id) : [];
  const place = first === undefined ? -1 : siblings.indexOf(first);
  const act = (label: string, recipe: Recipe): void => void run(label, recipe);
  const flags = (label: string, values: Partial<Layer>): void =>
    act(label, (draft) => {
      for (const id of chosen) changeLayer(scene.id, id, values)(draft);
    });
  if (!layer || first === undefined) {
    const nothing = (): void => {};
    return {
      forward: nothing,
      back: nothing,
      out: nothing,
      into: nothing,
      group: nothing,
      ungroup: nothing,
      flip: nothing,
      eye: nothing,
      lock: nothing,
      solo: nothing,
      off: nothing,
      keep: nothing,
    };
  }
  return {
    forward: () => place < siblings.length - 1 && act('Bring forward', orderLayer(scene.id, first, siblings[place + 1] ?? null)),
    back: () => place > 0 && act('Send back', orderLayer(scene.id, first, siblings[place - 2] ?? null)),
    out: () => layer.parent !== undefined && act('Take it out', reparent(scene.id, first, scene.scene.layers[layer.parent]?.parent, layer.parent)),
    into: () => {
      const group = [...siblings.slice(place + 1), ...siblings.slice(0, place).reverse()].find((id) => scene.scene.layers[id]?.kind === 'group');
      if (group) act('Put it into the group', reparent(scene.id, first, group));
    },
    group: () => {
      const id = makeId('layer');
      if (run('Group', groupLayers(scene.id, chosen, id, 'Group'))) choose({ kind: 'layer', id });
    },
    ungroup: () => {
      if (layer.kind !== 'group') return;
      choose(undefined);
      act('Take the group apart', ungroup(scene.id, first));
    },
    flip: () => act('Flip', flipLayers(scene.id, chosen)),
    eye: () => flags(layer.hidden ? 'Show' : 'Hide', { hidden: !layer.hidden }),
    lock: () => flags(layer.locked ? 'Unlock' : 'Lock', { locked: !layer.locked }),
    solo: () => flags(layer.solo ? 'With the others' : 'Alone', { solo: layer.solo ? undefined : true } as Partial<Layer>),
    off: () => {
      choose(undefined);
      act('Take off stage', removeLayers(scene.id, chosen));
    },
    keep: () => void keepLayer(scene, first),
  };
}

/** Keeps a layer with all that is in it for all productions. */
async function keepLayer(scene: PlacedScene, id: string): Promise<void> {
  const { document } = useProduction.getState();
  if (!document) return;
  const name = nameOfLayer(document, scene, id);
  try {
    await keep(makeId('kept'), { kind: 'thing', name, value: thingOf(scene.scene, id) });
    toast(`“${name}” is on the shelf: every production finds it in the stage door.`);
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  }
}

const ITEM = 'flex cursor-pointer items-center justify-between gap-6 rounded-md px-2.5 py-1.5 text-[13px] outline-none data-[highlighted]:bg-act-soft';

function RowMenu({ actions, onName, layer, many }: { actions: ReturnType<typeof rowActions>; onName: () => void; layer: Layer; many: boolean }) {
  const item = (label: string, keys: string, act: () => void): ReactNode => (
    <ContextMenu.Item className={ITEM} onSelect={act}>
      {label}
      <span className="text-[11.5px] text-ink-3">{keys}</span>
    </ContextMenu.Item>
  );
  return (
    <ContextMenu.Portal>
      <ContextMenu.Content className="raised z-40 min-w-52 rounded-[9px] border border-line bg-paper p-1">
        {item('Bring forward', hintOf('forward', 'Alt+ArrowUp'), actions.forward)}
        {item('Send back', hintOf('back', 'Alt+ArrowDown'), actions.back)}
        {item(many ? 'Group them' : 'Group', hintOf('group', 'G'), actions.group)}
        {layer.kind === 'group' && item('Take apart', hintOf('ungroup', 'Shift+G'), actions.ungroup)}
        {layer.parent !== undefined && item('Take it out', 'Alt+Left', actions.out)}
        {layer.kind !== 'effect' && item('Flip', hintOf('flip', 'X'), actions.flip)}
        {item(layer.solo ? 'With the others' : 'Alone on the stage', hintOf('solo', 'Shift+S'), actions.solo)}
        {item(layer.hidden ? 'Show' : 'Hide', hintOf('eye', 'Shift+E'), actions.eye)}
        {item(layer.locked ? 'Unlock' : 'Lock', hintOf('lock', 'Shift+L'), actions.lock)}
        {!many && item('Rename', 'F2', onName)}
        {!many && layer.kind !== 'character' && layer.kind !== 'effect' && item('Keep on the shelf', '', actions.keep)}
        <div className="my-1 h-px bg-line" />
        {item('Take off', 'Delete', actions.off)}
      </ContextMenu.Content>
    </ContextMenu.Portal>
  );
}

interface RowProps {
  readonly row: TreeRow;
  readonly index: number;
  readonly rows: readonly TreeRow[];
  readonly scene: PlacedScene;
  readonly name: string;
  readonly colour: number | undefined;
  readonly chosen: boolean;
  readonly active: boolean;
  readonly faint: boolean;
  readonly dragged: boolean;
  readonly naming: boolean;
  readonly menu: ReactNode;
  onName(id: string | undefined): void;
  onLanding(landing: { id: string; gap: number; depth: number } | undefined): void;
  onFold(id: string, open: boolean): void;
}

function Row({ row, index, rows, scene, name, colour, chosen, active, faint, dragged, naming, menu, onName, onLanding, onFold }: RowProps) {
  const { id, layer, depth } = row;
  const tone = toneOf(colour);
  const staged = scene.layers.get(id);
  const over = useRef<{ id: string; since: number } | undefined>(undefined);
  const landing = useRef<Landing | undefined>(undefined);
  const recipe = ({ parent, after }: Landing): Recipe => (parent === layer.parent ? orderLayer(scene.id, id, after) : reparent(scene.id, id, parent, after));
  const drag = useDrag<readonly TreeRow[]>({
    start: () => rows,
    move(base, { dx, dy }) {
      const y = index * ROW + ROW / 2 + dy;
      // Held over a folded group for a moment, it opens.
      const under = base[Math.floor(y / ROW)];
      if (under?.layer.kind === 'group' && !under.open && under.id !== id) {
        if (over.current?.id !== under.id) over.current = { id: under.id, since: performance.now() };
        else if (performance.now() - over.current.since > OPENS_AFTER) onFold(under.id, true);
      } else over.current = undefined;
      const gap = Math.max(0, Math.min(base.length, Math.round(y / ROW)));
      const found = landingAt(scene.scene, base, id, gap, Math.max(0, Math.round(depth + dx / LEVEL)));
      landing.current = found;
      onLanding(found && { id, gap, depth: found.depth });
      preview(found && recipe(found));
    },
    end() {
      const found = landing.current;
      onLanding(undefined);
      if (found) run(found.parent === layer.parent ? 'Order layers' : 'Put it elsewhere', recipe(found));
      else preview(undefined);
    },
    cancel() {
      onLanding(undefined);
      preview(undefined);
    },
    click: () => chooseLayer(id, false),
  });
  const passages = passagesOf(layer);
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: the tree takes the keys of its rows */}
        <div
          role="treeitem"
          aria-selected={chosen}
          aria-level={depth + 1}
          aria-expanded={row.holds ? row.open : undefined}
          aria-label={`${name}${layer.hidden ? ', hidden' : ''}${layer.locked ? ', locked' : ''}`}
          tabIndex={active ? 0 : -1}
          data-layer={id}
          className={`group relative mb-px flex h-[30px] items-center gap-1.5 rounded-[7px] border-2 pr-1 ${chosen ? 'border-ink' : 'border-transparent hover:bg-well'} ${dragged ? 'opacity-40' : ''}`}
          style={{ marginLeft: depth * LEVEL, ...(chosen ? { background: colour === undefined ? '#d2efee' : tone.tint } : {}) }}
          onClick={(event) => {
            if (!event.shiftKey && !event.ctrlKey && !event.metaKey) return chooseLayer(id, false);
            if (!event.shiftKey) return chooseLayer(id, true);
            chooseUpTo(rows, id);
          }}
          onContextMenu={() => !chosen && chooseLayer(id, false)}
          onDoubleClick={() => onName(id)}
        >
          {depth > 0 && <span className="absolute top-[-2px] bottom-[-2px] -left-[6px] w-[1.5px] bg-rail" aria-hidden="true" />}
          {row.holds ? (
            <button
              type="button"
              tabIndex={-1}
              aria-label={row.open ? `Fold ${name}` : `Open ${name}`}
              className="flex w-3 shrink-0 justify-center text-ink-2"
              onClick={(event) => {
                event.stopPropagation();
                onFold(id, !row.open);
              }}
            >
              <ChevronRight size={13} strokeWidth={2} className={`transition-transform duration-[120ms] ${row.open ? 'rotate-90' : ''}`} />
            </button>
          ) : (
            <span className={`flex w-3 shrink-0 justify-center ${chosen ? '' : 'opacity-0 group-hover:opacity-100'}`} aria-hidden="true">
              <GripVertical size={13} strokeWidth={1.8} className="text-ink-2" />
            </span>
          )}
          <span className="flex min-w-0 flex-1 cursor-grab items-center gap-1.5" data-tree-grip={id} {...drag}>
            <LayerPicture layer={layer} colour={colour} size={PICTURE} />
            {colour !== undefined && <CutTag colour={colour} width={8} height={12} />}
            {naming ? (
              <NameField layer={layer} id={id} name={name} scene={scene} onDone={() => onName(undefined)} />
            ) : (
              <span className={`min-w-0 flex-1 truncate text-[12.5px] ${chosen ? 'font-[680]' : 'font-[550]'} ${layer.hidden || faint ? 'text-ink-3' : ''}`}>{name}</span>
            )}
          </span>
          {(passages.enter || passages.exit) && staged && !naming && (
            <Tip text={passages.words} side="right">
              <span className="shrink-0 group-hover:hidden" data-entrance>
                <PassageMark {...passages} stroke={colour === undefined ? '#3d5559' : tone.fine} />
              </span>
            </Tip>
          )}
          {row.layer.kind === 'group' && !naming && <span className="px-1 text-[11.5px] text-ink-3 group-hover:hidden">{childrenOf(scene.scene, id).length || ''}</span>}
          {!naming && (
            <>
              <Flag label={layer.solo ? `${name} with the others` : `${name} alone`} on={layer.solo === true} shown={chosen} lit act={() => rowActions(scene, [id]).solo()}>
                <Sun size={13} strokeWidth={1.8} />
              </Flag>
              <Flag label={layer.hidden ? `Show ${name}` : `Hide ${name}`} on={layer.hidden} shown={chosen} act={() => rowActions(scene, [id]).eye()}>
                {layer.hidden ? <EyeOff size={13} strokeWidth={1.6} /> : <Eye size={13} strokeWidth={1.6} />}
              </Flag>
              <Flag label={layer.locked ? `Unlock ${name}` : `Lock ${name}`} on={layer.locked} shown={chosen} act={() => rowActions(scene, [id]).lock()}>
                {layer.locked ? <Lock size={12} strokeWidth={1.8} /> : <LockOpen size={12} strokeWidth={1.6} />}
              </Flag>
            </>
          )}
        </div>
      </ContextMenu.Trigger>
      {menu}
    </ContextMenu.Root>
  );
}

/** Chooses all rows from the chosen one to this one. */
function chooseUpTo(rows: readonly TreeRow[], id: string): void {
  const { layer } = useView.getState();
  const ids = rows.map((row) => row.id);
  const from = layer === undefined ? -1 : ids.indexOf(layer);
  if (from < 0) return chooseLayer(id, false);
  const to = ids.indexOf(id);
  view({ layer: id, layers: ids.slice(Math.min(from, to), Math.max(from, to) + 1), last: 'layer' });
}

/** A flag that is seen while it is set, on the chosen row, and under the pointer. */
const Flag = ({ label, on, shown, lit = false, act, children }: { label: string; on: boolean; shown: boolean; lit?: boolean; act: () => void; children: ReactNode }) => (
  <button
    type="button"
    tabIndex={-1}
    aria-label={label}
    aria-pressed={on}
    title={label}
    className={`h-6 w-[18px] shrink-0 items-center justify-center rounded text-ink-2 hover:text-ink ${on || shown ? 'flex' : 'hidden group-hover:flex'} ${on && lit ? 'bg-lamp text-ink' : ''}`}
    onClick={(event) => {
      event.stopPropagation();
      act();
    }}
    onDoubleClick={(event) => event.stopPropagation()}
  >
    {children}
  </button>
);

function NameField({ layer, id, name, scene, onDone }: { layer: Layer; id: string; name: string; scene: PlacedScene; onDone: () => void }) {
  const [text, setText] = useState(name);
  const done = useRef(false);
  const leave = (keep: boolean): void => {
    if (done.current) return;
    done.current = true;
    const next = text.trim();
    if (keep && next && next !== name)
      run(`Rename ${name}`, layer.kind === 'character' && !layer.name ? renameCharacter(layer.character, next) : changeLayer(scene.id, id, { name: next }));
    onDone();
  };
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: it was asked for by F2 or a double click
      autoFocus
      aria-label={`Name of ${name}`}
      value={text}
      maxLength={120}
      className="h-6 min-w-0 flex-1 rounded-[4px] border border-edge bg-white px-1 text-[12.5px]"
      onFocus={(event) => event.target.select()}
      onChange={(event) => setText(event.target.value)}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => event.stopPropagation()}
      onBlur={() => leave(true)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') leave(true);
        if (event.key === 'Escape') leave(false);
      }}
    />
  );
}

/** How a layer comes and goes, in words. */
function passagesOf(layer: Layer): { enter: boolean; exit: boolean; words: string } {
  const say = (passage: Layer['enter'], way: string): string[] =>
    passage ? [`${(entranceOf(passage.effect)?.label ?? passage.effect).toLowerCase()} ${way} in ${(passage.ticks / TICKS_PER_SECOND).toFixed(1)} s`] : [];
  return { enter: !!layer.enter, exit: !!layer.exit, words: [...say(layer.enter, 'comes'), ...say(layer.exit, 'goes')].join(', ') };
}

/** A bar whose sides slope where the layer comes or goes by an effect. */
const PassageMark = ({ enter, exit, stroke }: { enter: boolean; exit: boolean; stroke: string }) => (
  <svg width="20" height="9" viewBox="0 0 20 9" aria-hidden="true">
    <path d={`M${enter ? 1 : 4} 8.2L${enter ? 6 : 4} 1.2H${exit ? 14 : 16}L${exit ? 19 : 16} 8.2`} fill="none" stroke={stroke} strokeWidth={1.4} strokeLinejoin="round" />
  </svg>
);
