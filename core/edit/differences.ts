import type { Document, Line, Scene } from '../document/schema.ts';
import { inOrder } from '../time/order.ts';
import { partsApart } from './become.ts';
import { same } from './fit.ts';

/** What is not the same in one place of two versions of a production. */
export interface Difference {
  /** The scene that it lies in; undefined for the production and its cast. */
  readonly scene?: string;
  /** Where, as people call it. */
  readonly where: string;
  readonly what: readonly string[];
}

const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;
const short = (text: string): string => (text.length > 60 ? `${text.slice(0, 58).trimEnd()} …` : text);
/** Lines told word for word; of more only their number. */
const MOST_QUOTED = 4;

/** How many entries of a table came, went and changed between `then` and `now`. */
function tally(then: Readonly<Record<string, unknown>>, now: Readonly<Record<string, unknown>>): { came: string[]; went: string[]; changed: string[] } {
  return {
    came: Object.keys(now).filter((id) => !(id in then)),
    went: Object.keys(then).filter((id) => !(id in now)),
    changed: Object.keys(now).filter((id) => id in then && !same(then[id], now[id])),
  };
}

const told = (what: string, { came, went, changed }: ReturnType<typeof tally>): string[] => {
  const parts = [came.length && `${came.length} more`, went.length && `${went.length} fewer`, changed.length && `${changed.length} changed`].filter(Boolean);
  return parts.length ? [`${what}: ${parts.join(', ')}.`] : [];
};

function linesApart(then: Scene, now: Scene): string[] {
  const lines = tally(then.lines, now.lines);
  const said = (scene: Scene, id: string): string => scene.lines[id]?.text ?? '';
  const reworded = lines.changed.filter((id) => said(then, id) !== said(now, id));
  const out: string[] = [];
  for (const id of reworded.slice(0, MOST_QUOTED)) out.push(`“${short(said(then, id))}” became “${short(said(now, id))}”.`);
  for (const id of lines.came.slice(0, MOST_QUOTED)) if (said(now, id)) out.push(`New: “${short(said(now, id))}”.`);
  for (const id of lines.went.slice(0, MOST_QUOTED)) if (said(then, id)) out.push(`Gone: “${short(said(then, id))}”.`);
  const more = [reworded, lines.came, lines.went].reduce((sum, list) => sum + Math.max(0, list.length - MOST_QUOTED), 0);
  if (more) out.push(`${count(more, 'more line')} changed.`);
  const voice = (line: Line | undefined): unknown => line && { take: line.take, takes: Object.keys(line.takes).sort() };
  const voiced = lines.changed.filter((id) => !same(voice(then.lines[id]), voice(now.lines[id])));
  if (voiced.length) out.push(`${count(voiced.length, 'line')} with another voice.`);
  const timed = lines.changed.filter((id) => !same(then.lines[id]?.pin, now.lines[id]?.pin));
  if (timed.length) out.push(`${count(timed.length, 'line')} at another time.`);
  return out;
}

function sceneApart(then: Scene, now: Scene): string[] {
  const out: string[] = [];
  if (then.title !== now.title) out.push(`It was called “${then.title}”.`);
  if (then.order !== now.order) out.push('It lay at another place in the film.');
  out.push(...linesApart(then, now), ...told('Cues', tally(then.cues, now.cues)), ...told('On the stage', tally(then.layers, now.layers)));
  if (!same(then.backdrop, now.backdrop)) out.push('Another backdrop.');
  if (then.lead !== now.lead || then.tail !== now.tail || then.length !== now.length) out.push('Another lead, tail or length.');
  if (!same(then.transition, now.transition)) out.push('It follows the scene before in another way.');
  if (!same(then.markers ?? {}, now.markers ?? {})) out.push('Other markers.');
  return out.length ? out : ['Small things.'];
}

/** What became of `then` until `now`, place by place: the production, its cast, each scene in the order of the film. */
export function differences(then: Document, now: Document): Difference[] {
  const apart = new Set(partsApart(then, now));
  const out: Difference[] = [];
  if (apart.has('production')) {
    const [a, b] = [then.production, now.production];
    const what: string[] = [];
    if (a.title !== b.title) what.push(`It was called “${a.title}”.`);
    if (a.frame !== b.frame) what.push(`The frame was ${a.frame}, it is ${b.frame} now.`);
    if (a.style !== b.style) what.push('It is drawn in another style.');
    what.push(...told('Speakers', tally(a.roles, b.roles)), ...told('Music and sounds of the whole film', tally(a.sounds ?? {}, b.sounds ?? {})));
    out.push({ where: 'The production', what: what.length ? what : ['Small things.'] });
  }
  const cast = tally(then.characters, now.characters);
  const named = (document: Document, ids: readonly string[]): string => ids.map((id) => document.characters[id]?.name ?? '').join(', ');
  const casting = [
    ...(cast.came.length ? [`New: ${named(now, cast.came)}.`] : []),
    ...(cast.went.length ? [`Gone: ${named(then, cast.went)}.`] : []),
    ...(cast.changed.length ? [`Look different: ${named(now, cast.changed)}.`] : []),
  ];
  if (casting.length) out.push({ where: 'The cast', what: casting });
  const scenes = inOrder({ ...then.scenes, ...now.scenes });
  for (const [id] of scenes) {
    if (!apart.has(`scenes/${id}`)) continue;
    const [a, b] = [then.scenes[id], now.scenes[id]];
    const where = (b ?? a)?.title ?? '';
    out.push({ scene: id, where, what: a && b ? sceneApart(a, b) : [b ? 'A new scene.' : 'This scene is gone since.'] });
  }
  return out;
}
