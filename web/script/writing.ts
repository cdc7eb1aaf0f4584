import type { Document, Scene } from '#core/document/schema';
import type { Recipe } from '#core/edit/change';
import { setDirection, setLineText } from '#core/edit/commands/lines';
import { insertScript } from '#core/edit/commands/script';
import { addScene, emptyScene } from '#core/edit/commands/stage';
import { addSpeaker, bringSpeaker, checkSpeakers, designsFor, freePlace, voiceFor } from '#core/edit/create';
import { designed } from '#core/figure/cast';
import { marked, readScript } from '#core/formats/script/read';
import { tidyName, withoutDirections } from '#core/formats/script/script';
import { inOrder, orderAtEnd } from '#core/time/order';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';

const now = (): Document | undefined => useProduction.getState().document;

/** The role of a name; where nobody has it yet, it is cast with a draft voice and stands on the scene's stage. */
export function roleNamed(name: string, scene: string, follows?: string): string | undefined {
  const document = now();
  if (!document) return undefined;
  const tidy = tidyName(name);
  const known = Object.entries(document.production.roles).find(([, role]) => role.name.toLowerCase() === tidy.toLowerCase());
  if (known) return known[0];
  const role = makeId('role');
  const others = Object.values(document.production.roles);
  const design = designsFor([...others.map((one) => one.name), tidy]).at(-1);
  if (!design) return undefined;
  const character = { ...designed(design, makeId('character'), orderAtEnd(document.characters)), name: tidy };
  const stage = document.scenes[scene];
  const voice = voiceFor(
    design,
    others.length,
    others.map((one) => one.voice),
  );
  run(
    `Cast ${tidy}`,
    addSpeaker({
      role,
      character,
      colour: (others.length % 8) + 1,
      name: tidy,
      voice,
      ...(stage ? { scene, layer: makeId('layer'), place: freePlace(stage, document.production.frame) } : {}),
    }),
    follows ? { follows } : {},
  );
  return role;
}

/** Who is likely to speak after a line: whoever spoke before it, else the next in the cast. */
export function nextSpeaker(document: Document, scene: Scene, after: string | null): string | undefined {
  const lines = inOrder(scene.lines).filter(([, line]) => line.kind === 'line');
  const index = lines.findIndex(([id]) => id === after);
  const current = lines[index]?.[1].role;
  const before = lines
    .slice(0, Math.max(0, index))
    .reverse()
    .find(([, line]) => line.role !== current)?.[1].role;
  const roles = inOrder(document.production.roles).map(([id]) => id);
  return before ?? roles.find((id) => id !== current) ?? roles[0];
}

/** The speaker before or after one in the order of the cast. */
export function speakerBeside(document: Document, role: string | null, step: 1 | -1): string | undefined {
  const roles = inOrder(document.production.roles).map(([id]) => id);
  if (!roles.length) return undefined;
  const at = role ? roles.indexOf(role) : -1;
  return roles[(at + step + roles.length) % roles.length];
}

/** What was typed in a row: `name: ` at its head changes the speaker, if it is one, brackets are how it is said. */
export function typed(text: string, isSpeaker: (name: string) => boolean = () => true): { speaker?: string; text: string; direction?: string } {
  const flat = text.replace(/\s+/g, ' ').trim();
  const named = /^([\p{L}][\p{L}\p{N} .'’-]{0,28}?)\s*[:：]\s+(.*)$/u.exec(flat);
  const speaker = named && (named[1] as string).split(' ').length <= 3 && isSpeaker(named[1] as string) ? (named[1] as string) : undefined;
  const { text: said, directions } = withoutDirections(speaker ? (named?.[2] ?? '') : flat);
  return { ...(speaker ? { speaker } : {}), text: said, ...(directions.length ? { direction: directions.join('; ') } : {}) };
}

/** What was typed in a line that is there: words, how they are said, and who says them if somebody of the cast stands before a colon. */
export function wordsAsTyped(document: Document, scene: string, lineId: string, text: string): Recipe {
  // A colon is a colon, unless somebody of the cast stands before it: nobody is cast by a pause in typing.
  const roles = new Map(Object.entries(document.production.roles).map(([id, { name }]) => [name.toLowerCase(), id]));
  const { speaker, text: said, direction } = typed(text, (name) => roles.has(tidyName(name).toLowerCase()));
  const role = speaker ? roles.get(tidyName(speaker).toLowerCase()) : undefined;
  return (draft) => {
    const message = setLineText(scene, lineId, said, makeId)(draft);
    const line = draft.scenes[scene]?.lines[lineId];
    if (line && direction) setDirection(scene, lineId, { direction: [line.direction, direction].filter(Boolean).join('; ') })(draft);
    if (line && role) line.role = role;
    return message;
  };
}

/** A line just written whose text begins with a name that is not in the cast: whoever it is is cast and says it. Gives their role. */
export function castByName(scene: string, lineId: string, text: string, follows: string | undefined): string | undefined {
  const { speaker, text: said } = typed(text);
  const known = Object.values(now()?.production.roles ?? {}).some(({ name }) => name.toLowerCase() === tidyName(speaker ?? '').toLowerCase());
  if (!speaker || known) return undefined;
  const role = roleNamed(speaker, scene, follows);
  if (!role) return undefined;
  run(
    'Write a line',
    (draft) => {
      setLineText(scene, lineId, said, makeId)(draft);
      const line = draft.scenes[scene]?.lines[lineId];
      if (!line) return;
      line.role = role;
      if (!line.offStage) bringSpeaker(scene, role, makeId)(draft);
    },
    follows ? { follows } : {},
  );
  return role;
}

/** Puts a pasted dialogue after a line; headings in it begin scenes of their own. Gives how many lines came in. @throws Failure `too-many-speakers` */
export function pasteScript(
  scene: string,
  after: string | undefined,
  source: string,
  fallback?: string,
): { lines: number; scenes: number; speakers: readonly string[] } | undefined {
  const script = readScript(source, fallback);
  if (!script.lines.length) return undefined;
  const fresh = script.speakers.filter((name) => !Object.values(now()?.production.roles ?? {}).some((role) => role.name.toLowerCase() === name.toLowerCase()));
  checkSpeakers(fresh, Object.keys(now()?.production.roles ?? {}).length);
  let first: string | undefined;
  const roles: Record<string, string> = {};
  for (const name of script.speakers) {
    const before = useProduction.getState().log.at(-1)?.id;
    const role = roleNamed(name, scene, first);
    if (role) roles[name] = role;
    const made = useProduction.getState().log.at(-1)?.id;
    if (made !== before) first ??= made;
  }
  let target = scene;
  let scenes = 0;
  for (const { title, lines } of script.scenes) {
    const document = now();
    if (!document) break;
    if (title !== undefined && (scenes > 0 || Object.keys(document.scenes[target]?.lines ?? {}).length > 0)) {
      const id = makeId('scene');
      const back = document.scenes[scene]?.backdrop;
      if (back) {
        const edit = run('A scene', addScene(emptyScene(id, orderAtEnd(document.scenes), title, back)), first ? { follows: first } : {});
        first ??= edit;
        target = id;
      }
    }
    const spoken = lines.flatMap(({ speaker, offStage }) => (offStage ? [] : (roles[speaker] ?? [])));
    const into = target;
    const edit = run(
      'Paste a script',
      (draft) => {
        for (const role of new Set(spoken)) bringSpeaker(into, role, makeId)(draft);
        return insertScript(into, { lines }, roles, makeId, into === scene ? after : undefined)(draft);
      },
      first ? { follows: first } : {},
    );
    first ??= edit;
    scenes++;
  }
  return { lines: script.lines.length, scenes, speakers: fresh };
}

/** Puts marks of emphasis round the words that a selection touches, or takes them off where they stand. */
export function withEmphasis(text: string, from: number, to: number): { text: string; caret: number } {
  let start = from;
  let end = Math.max(from, to);
  while (start < end && /\s/.test(text[start] ?? '')) start++;
  while (end > start && /\s/.test(text[end - 1] ?? '')) end--;
  while (start > 0 && /\S/.test(text[start - 1] as string)) start--;
  while (end < text.length && /\S/.test(text[end] as string)) end++;
  const words = text.slice(start, end);
  if (!/[\p{L}\p{N}]/u.test(words)) return { text, caret: to };
  const bare = words.replace(/(^|[^\p{L}\p{N}])[*_]+/gu, '$1').replace(/(?<![*_])[*_]+(?=[^\p{L}\p{N}]*$)/u, '');
  const next = bare === words ? marked(words) : bare;
  return { text: text.slice(0, start) + next + text.slice(end), caret: start + next.length };
}
