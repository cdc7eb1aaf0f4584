import type { Document, Scene } from '../../document/schema.ts';
import { inOrder } from '../../time/order.ts';
import { tidyName } from '../script/script.ts';

/** A cue row: capitals where the name comes back from them as it is, else forced by an @. */
function cueOf(name: string): string {
  const upper = name.toUpperCase();
  return tidyName(upper) === name && /^[^\p{Ll}]*\p{Lu}[^\p{Ll}]*$/u.test(upper) && !/[():^@!>.]/.test(upper) ? upper : `@${name.replace(/[()^]/g, '')}`;
}

const safe = (text: string): string => text.replace(/([*_])/g, '\\$1');

/** Words of a speech, kept from reading as a parenthetical or a note. */
const rowOf = (text: string): string => safe(text.replace(/\s+/g, ' ').trim()).replace(/\[\[/g, '[ [');

/** A production as Fountain: title page, forced headings for scenes, cues, parentheticals, dual dialogue for overlaps. */
export function writeFountain(document: Document): string {
  const out: string[] = [`Title: ${document.production.title}`, ''];
  for (const [, scene] of inOrder(document.scenes)) out.push(...sceneRows(document, scene));
  return `${out.join('\n').trimEnd()}\n`;
}

function sceneRows(document: Document, scene: Scene): string[] {
  const out = [`.${scene.title}`, ''];
  for (const [, line] of inOrder(scene.lines)) {
    if (line.staging) out.push(/^[.@!>#=~]|^[^\p{Ll}]*$/u.test(line.staging) ? `!${safe(line.staging)}` : safe(line.staging), '');
    if (line.kind === 'beat') continue;
    const role = line.role ? document.production.roles[line.role] : undefined;
    const together = line.pin.to === 'previous' && line.pin.offset < 0;
    out.push(`${cueOf(role?.name ?? 'Presenter')}${line.offStage ? ' (V.O.)' : ''}${together ? ' ^' : ''}`);
    if (line.direction) for (const one of line.direction.split(/\s*;\s*/)) out.push(`(${one.replace(/[()]/g, '')})`);
    out.push(rowOf(line.text) || '…', '');
  }
  return out;
}
