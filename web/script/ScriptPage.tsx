import { ClipboardPaste } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Document } from '#core/document/schema';
import { insertLine } from '#core/edit/commands/lines';
import { bringSpeaker } from '#core/edit/create';
import type { ScheduledLine } from '#core/schedule/lines';
import type { FilmSchedule } from '#core/schedule/schedule';
import { takeOf } from '#core/schedule/timing';
import { formatDuration } from '#core/time/format';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import type { PlacedScene } from '../composer/film.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { useView } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { goOnWith } from '../typing/useTyped.ts';
import { Button, Empty } from '../ui/parts.tsx';
import { BeatRow } from './BeatRow.tsx';
import { bring } from './bringing.ts';
import { CaptionsMenu } from './Captions.tsx';
import { GapsMenu } from './GapsMenu.tsx';
import { fresh, LineRow } from './LineRow.tsx';
import { NewLine, type Pending } from './NewLine.tsx';
import { PasteDialog } from './PasteDialog.tsx';
import { ScriptGap } from './ScriptGap.tsx';
import { ScriptMenu } from './ScriptMenu.tsx';
import { nextSpeaker } from './writing.ts';

/** The script of a scene: lines as they are said, the gaps between them, and the next line to write. */
export function ScriptPage({ document, film, scene }: { document: Document; film: FilmSchedule; scene: PlacedScene }) {
  const chosen = useView((state) => state.line);
  const [pending, setPending] = useState<Pending>();
  const [pasting, setPasting] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another scene has no row begun
  useEffect(() => setPending(undefined), [scene.id]);
  const ids = scene.lines.map(({ id }) => id);
  const last = ids.at(-1) ?? null;
  const focusLine = (id: string, atEnd: boolean): void => {
    const area = list.current?.querySelector<HTMLTextAreaElement>(`[data-words="${id}"]`);
    if (!area) return;
    area.focus();
    const place = atEnd ? area.value.length : 0;
    area.setSelectionRange(place, place);
  };
  const move = (from: string, step: 1 | -1): void => {
    const spoken = scene.lines.filter(({ line }) => line.kind === 'line').map(({ id }) => id);
    const next = spoken[spoken.indexOf(from) + step];
    if (next) focusLine(next, step < 0);
    else if (step > 0) setPending({ after: last, role: nextSpeaker(document, scene.scene, last) ?? '' });
  };
  const open = (after: string | null): void => setPending({ after, role: nextSpeaker(document, scene.scene, after) ?? '' });
  const atEnd: Pending | undefined = pending ?? (Object.keys(document.production.roles).length ? { after: last, role: nextSpeaker(document, scene.scene, last) ?? '' } : undefined);
  const row = (place: Pending): React.ReactNode => (
    <NewLine
      key={`new after ${place.after}`}
      document={document}
      place={place}
      focused={!!pending}
      onRole={(role) => setPending({ ...place, role })}
      onBegin={(text) => {
        const id = makeId('line');
        // The line is there with its first letter; it is written on in its own row.
        const edit = flushSync(() =>
          run('Write a line', (draft) => {
            bringSpeaker(scene.id, place.role, makeId)(draft);
            insertLine(scene.id, id, place.role, text.trim(), place.after, makeId)(draft);
          }),
        );
        if (!edit) return false;
        goOnWith({ kind: 'words', scene: scene.id, line: id }, edit);
        fresh.add(id);
        flushSync(() => setPending(undefined));
        focusLine(id, true);
        return true;
      }}
      onLeave={(step) => {
        setPending(undefined);
        if (place.after && step < 0) focusLine(place.after, true);
      }}
      onPaste={(text) => {
        setPending(undefined);
        bring(scene.id, place.after ?? undefined, text, document.production.roles[place.role]?.name);
      }}
    />
  );
  return (
    <main className="scrolls min-w-0 flex-1 overflow-y-auto bg-paper" aria-label="Script">
      <div className="mx-auto max-w-[760px] px-4 pt-4 pb-16">
        <div className="mb-3 ml-[106px] flex items-start gap-2">
          <div className="min-w-0 flex-1">
            <TypedName
              key={scene.id}
              target={{ kind: 'scene', scene: scene.id }}
              value={scene.scene.title}
              label="Name of the scene"
              className="max-w-full truncate font-serif text-[23px] leading-7 font-semibold"
            />
            <p className="m-0 text-[12px] text-ink-2">{facts(scene)}</p>
          </div>
          <GapsMenu scene={scene} />
          <CaptionsMenu document={document} film={film} />
          <ScriptMenu document={document} film={film} scene={scene} onPaste={() => setPasting(true)} />
        </div>
        <div ref={list}>
          {scene.lines.map((line, index) => (
            <div key={line.id}>
              {index > 0 && <ScriptGap scene={scene} line={line} before={scene.lines[index - 1] as ScheduledLine} document={document} />}
              {line.line.staging && <p className="my-1 mr-[112px] ml-[106px] font-serif text-[13px] leading-[18px] text-ink-2 italic">{line.line.staging}</p>}
              {line.line.kind === 'beat' ? (
                <BeatRow scene={scene} line={line} chosen={chosen === line.id} />
              ) : (
                <LineRow document={document} scene={scene} line={line} chosen={chosen === line.id} onNew={open} onMove={move} />
              )}
              {pending?.after === line.id && line.id !== last && row(pending)}
            </div>
          ))}
          {scene.lines.length === 0 && (
            <div className="mr-28 ml-[106px]">
              <Empty sentence="Write the first line below, or paste a dialogue: it speaks at once.">
                <Button kind="primary" icon={<ClipboardPaste size={14} strokeWidth={1.6} />} onClick={() => setPasting(true)}>
                  Paste a script
                </Button>
              </Empty>
            </div>
          )}
          {atEnd && (atEnd.after === last || !pending) && row(atEnd)}
        </div>
      </div>
      <PasteDialog open={pasting} onClose={() => setPasting(false)} onTake={(text) => bring(scene.id, last ?? undefined, text)} />
    </main>
  );
}

/** Lines, length, pace, overlaps and what has no voice yet, in one sentence. */
function facts(scene: PlacedScene): string {
  const spoken = scene.lines.filter(({ line }) => line.kind === 'line');
  const words = spoken.reduce((sum, { words: list }) => sum + list.length, 0);
  const talking = spoken.reduce((sum, { start, end }) => sum + end - start, 0) / TICKS_PER_SECOND;
  const over = spoken.filter(({ gap }) => gap !== undefined && gap < 0).length;
  const drafts = spoken.filter(({ line }) => takeOf(line)?.kind === 'draft').length;
  const real = spoken.filter(({ line }) => takeOf(line) && takeOf(line)?.kind !== 'draft').length;
  const expected = words / (150 / 60);
  return [
    `${spoken.length} line${spoken.length === 1 ? '' : 's'}`,
    formatDuration(scene.length),
    ...(talking > 1 ? [`${Math.round((words / talking) * 60)} words a minute`] : []),
    ...(real < spoken.length && words > 3 ? [`${Math.round(expected)} s of talk expected, ${talking.toFixed(0)} s now`] : []),
    ...(over ? [`${over} overlap${over === 1 ? '' : 's'}`] : []),
    ...(drafts ? [`${drafts} with a draft voice`] : spoken.length ? ['all recorded'] : []),
  ].join(', ');
}
