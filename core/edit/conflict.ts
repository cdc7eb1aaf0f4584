import type { MakeId } from '../document/ids.ts';
import type { Document, Line } from '../document/schema.ts';
import { shortened } from '../document/text.ts';
import { inOrder } from '../time/order.ts';
import type { PartChange, PatchOperation, Recipe } from './change.ts';
import { insertLine, setLineText } from './commands/lines.ts';
import { same } from './fit.ts';

/** An edit that met another window's at the same place: stored beside the document until somebody decides. */
export interface Conflict {
  readonly id: string;
  readonly label: string;
  /** The window that made it. */
  readonly window: string;
  /** When it came in, ISO 8601. */
  readonly at: string;
  readonly parts: readonly PartChange[];
  /** The changes that it met, oldest first: what they took away can be brought back. */
  readonly theirs: readonly { readonly label: string; readonly parts: readonly PartChange[] }[];
}

/** One place on which the two versions differ, as it is shown. */
export interface Side {
  readonly what: string;
  readonly mine: string;
  readonly theirs: string;
  /** Both can be kept: they are words. */
  readonly text: boolean;
  /** Where words of a line are at stake. */
  readonly line?: { readonly scene: string; readonly line: string };
}

const GONE = 'deleted';
const LINE = /^scenes\/(sc_\w+)\/lines\/(ln_\w+)(\/.*)?$/;

interface Place {
  readonly path: string;
  readonly operation: PatchOperation;
}
const places = (parts: readonly PartChange[]): Place[] =>
  parts.flatMap(({ part, forward }) => forward.map((operation) => ({ path: operation.path === '' ? part : part + operation.path, operation })));

const keysOf = (path: string): string[] => path.split('/').map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'));

/** What stands at a path of a document; undefined where nothing does. */
function valueAt(document: Document, path: string): unknown {
  let at: unknown = document;
  for (const key of keysOf(path)) at = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[key] : undefined;
  return at;
}

/** The words that an edit gives to a line, by `scene line`; null where it deletes the line. */
function linesOf(parts: readonly PartChange[]): Map<string, string | null> {
  const out = new Map<string, string | null>();
  for (const { path, operation } of places(parts)) {
    const [, scene, line, rest] = LINE.exec(path) ?? [];
    if (!scene || !line) continue;
    if (rest === undefined) out.set(`${scene} ${line}`, operation.op === 'remove' ? null : (operation.value as Line).text);
    else if (rest === '/text') out.set(`${scene} ${line}`, String(operation.value));
  }
  return out;
}

function shown(value: unknown): string {
  if (value === undefined) return GONE;
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string') return value;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const { text, title, name, label } = value as { text?: string; title?: string; name?: string; label?: string };
  return text ?? title ?? name ?? label ?? 'changed';
}

const WORDS: Readonly<Record<string, string>> = {
  pin: 'when it starts',
  backdrop: 'backdrop',
  x: 'place across',
  y: 'place in depth',
  take: 'take in use',
  order: 'place in the order',
};

function nameOf(document: Document, path: string): string {
  const [kind, id = '', ...rest] = keysOf(path);
  if (kind === 'production') return rest.length || id ? `the production’s ${WORDS[id] ?? id}` : 'the production';
  if (kind === 'characters') return `${document.characters[id]?.name ?? 'a character'}${rest[0] ? `: ${WORDS[rest[0]] ?? rest[0]}` : ''}`;
  const scene = document.scenes[id];
  const [group, member = '', field] = rest;
  const title = scene ? `“${scene.title}”` : 'a scene';
  if (!group) return title;
  const thing =
    group === 'layers'
      ? (() => {
          const layer = scene?.layers[member];
          return layer?.kind === 'character' ? (document.characters[layer.character]?.name ?? 'a figure') : (layer?.name ?? 'a layer');
        })()
      : group === 'cues'
        ? `a ${scene?.cues[member]?.kind ?? ''} cue`.replace('  ', ' ')
        : group === 'lines'
          ? `line ${inOrder(scene?.lines ?? {}).findIndex(([line]) => line === member) + 1 || ''}`.trim()
          : (WORDS[group] ?? group);
  return `${thing}${field ? `, ${WORDS[field] ?? field}` : ''} in ${title}`;
}

/** The two versions of a conflict, place by place; places that are alike by now are left out. */
export function sidesOf(document: Document, conflict: Pick<Conflict, 'parts'>): Side[] {
  const out: Side[] = [];
  const lines = linesOf(conflict.parts);
  for (const [key, mine] of lines) {
    const [scene, line] = key.split(' ') as [string, string];
    const stored = document.scenes[scene]?.lines[line];
    const role = stored?.role ? document.production.roles[stored.role]?.name : undefined;
    if ((stored?.text ?? null) === mine) continue;
    out.push({ what: role ? `A line of ${role}` : 'A line', mine: mine ?? GONE, theirs: stored?.text ?? GONE, text: mine !== null, line: { scene, line } });
  }
  const last = new Map(places(conflict.parts).map(({ path, operation }) => [path, operation]));
  for (const [path, operation] of last) {
    const [, scene, line] = LINE.exec(path) ?? [];
    if (scene && lines.has(`${scene} ${line}`)) continue;
    const mine = operation.op === 'remove' ? undefined : operation.value;
    const theirs = valueAt(document, path);
    if (same(mine, theirs)) continue;
    out.push({ what: nameOf(document, path), mine: shown(mine), theirs: shown(theirs), text: typeof mine === 'string' && /\/(title|name|text|lines\/ln_\w+)$/.test(path) });
  }
  return out;
}

/** Writes a value at a path of a draft where what holds it is there; says whether it was. */
function put(draft: Document, path: string, operation: PatchOperation): boolean {
  const keys = keysOf(path);
  const last = keys.pop() as string;
  const holder = keys.length ? valueAt(draft, keys.join('/')) : draft;
  if (typeof holder !== 'object' || holder === null) return false;
  if (operation.op === 'remove') delete (holder as Record<string, unknown>)[last];
  else (holder as Record<string, unknown>)[last] = JSON.parse(JSON.stringify(operation.value));
  return true;
}

/** Brings back what the others deleted and mine is about: whole lines, layers, cues, scenes. */
function broughtBack(draft: Document, conflict: Conflict): void {
  const wanted = places(conflict.parts).map(({ path }) => path);
  for (const { parts } of conflict.theirs.toReversed())
    for (const { part, inverse } of parts)
      for (const operation of inverse) {
        const path = part + operation.path;
        if (operation.op !== 'remove' && wanted.some((one) => one.startsWith(`${path}/`)) && valueAt(draft, path) === undefined) put(draft, path, operation);
      }
}

/**
 * Ways to make mine the version that counts, the fullest first: run them in turn until one gives a valid document.
 * Words go through the line's own command, so that what hangs from them finds its place.
 */
export function keepMine(conflict: Conflict, makeId: MakeId): Recipe[] {
  const lines = linesOf(conflict.parts);
  const words = (path: string): boolean => {
    const [, scene, line, rest] = LINE.exec(path) ?? [];
    return rest !== undefined && lines.has(`${scene} ${line}`) && /^\/(text|words|take|takes)(\/|$)/.test(rest);
  };
  const recipe =
    (wanted: (path: string) => boolean): Recipe =>
    (draft) => {
      broughtBack(draft, conflict);
      for (const { path, operation } of places(conflict.parts)) if (!words(path) && wanted(path)) put(draft, path, operation);
      for (const [key, text] of lines) {
        const [scene, line] = key.split(' ') as [string, string];
        if (text !== null && draft.scenes[scene]?.lines[line]) setLineText(scene, line, text, makeId)(draft);
      }
    };
  return [recipe(() => true), recipe((path) => !path.includes('/cues/')), recipe(() => false)];
}

/** Both versions: mine of a line's words becomes a line after it, a name or caption stands behind theirs. */
export function keepBoth(conflict: Conflict, makeId: MakeId): Recipe[] {
  const lines = linesOf(conflict.parts);
  return [
    (draft) => {
      for (const [key, text] of lines) {
        const [scene, line] = key.split(' ') as [string, string];
        const stored = draft.scenes[scene]?.lines[line];
        if (text && stored?.role) insertLine(scene, makeId('line'), stored.role, text, line, makeId)(draft);
      }
      for (const [path, operation] of new Map(places(conflict.parts).map((place) => [place.path, place.operation]))) {
        const theirs = valueAt(draft, path);
        if (LINE.test(path) || operation.op === 'remove' || typeof operation.value !== 'string' || typeof theirs !== 'string') continue;
        put(draft, path, { ...operation, value: shortened(`${theirs} / ${operation.value}`, path.includes('captionTracks') ? 2000 : 120) });
      }
    },
    ...keepMine(conflict, makeId),
  ];
}
