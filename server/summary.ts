import type { Summary } from '#core/document/answers';
import type { Document } from '#core/document/schema';
import { schedule } from '#core/schedule/schedule';
import { takeOf } from '#core/schedule/timing';
import { inOrder } from '#core/time/order';

/** What the list of productions shows of one; timing alone, no analysis is read. */
export function summaryOf(document: Document): Summary {
  const film = schedule(document, () => undefined);
  const roles = document.production.roles;
  const lines = film.scenes.flatMap((scene) =>
    scene.lines.filter(({ line }) => line.kind === 'line').map(({ line, start, end }) => ({ line, start: scene.start + start, end: scene.start + end })),
  );
  const draft = (line: (typeof lines)[number]['line']): boolean => (takeOf(line)?.kind ?? 'draft') === 'draft';
  return {
    id: document.production.id,
    slug: document.production.slug,
    title: document.production.title,
    frame: document.production.frame,
    scenes: film.scenes.length,
    length: film.length,
    cast: inOrder(roles).map(([, role]) => ({ name: role.name, colour: role.colour })),
    ribbon: lines.map(({ line, start, end }) => ({ start, end, colour: line.role ? (roles[line.role]?.colour ?? 1) : 1, draft: draft(line) })),
    drafts: lines.filter(({ line }) => draft(line)).length,
    lines: lines.length,
    texts: lines.map(({ line }) => line.text),
  };
}
