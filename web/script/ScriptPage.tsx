import { ClipboardPaste, FileDown, FileUp } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { deleteLines, insertBeat, insertLine, setGap } from '#core/edit/commands/lines';
import { setWordTimes } from '#core/edit/commands/takes';
import { setBeat } from '#core/edit/commands/turns';
import { bringSpeaker } from '#core/edit/create';
import { writeFountain } from '#core/formats/fountain/write';
import { readTextGrid } from '#core/formats/textgrid/textgrid';
import { filmTextGrid, filmWordsCsv, wordTimesFrom } from '#core/formats/times/film';
import type { ScheduledLine } from '#core/schedule/lines';
import type { FilmSchedule } from '#core/schedule/schedule';
import { takeOf } from '#core/schedule/timing';
import { formatDuration, formatLength, formatMoment, parseTime } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND, toTicks } from '#core/time/ticks';
import { colourOf, type PlacedScene } from '../composer/film.ts';
import { playJoin } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { run } from '../state/production.ts';
import { choose, useView } from '../state/view.ts';
import { readTextFile } from '../textFile.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { goOnWith } from '../typing/useTyped.ts';
import { Button, Empty, Popover, PopoverPanel, ValueField } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { chooseFiles } from '../voices.ts';
import { CaptionsMenu } from './Captions.tsx';
import { GapsMenu } from './GapsMenu.tsx';
import { fresh, LineRow } from './LineRow.tsx';
import { NewLine, type Pending } from './NewLine.tsx';
import { PasteDialog } from './PasteDialog.tsx';
import { saveStem, saveText } from './saving.ts';
import { nextSpeaker, pasteScript } from './writing.ts';

/** The script of a scene: lines as they are said, the gaps between them, and the next line to write. */
export function ScriptPage({ document, film, scene }: { document: Document; film: FilmSchedule; scene: PlacedScene }) {
  const chosen = useView((state) => state.line);
  const [pending, setPending] = useState<Pending>();
  const [pasting, setPasting] = useState(false);
  const list = useRef<HTMLUListElement>(null);
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
        <ul ref={list} className="m-0 list-none p-0">
          {scene.lines.map((line, index) => (
            <div key={line.id}>
              {index > 0 && <Gap scene={scene} line={line} before={scene.lines[index - 1] as ScheduledLine} document={document} />}
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
        </ul>
      </div>
      <PasteDialog open={pasting} onClose={() => setPasting(false)} onTake={(text) => bring(scene.id, last ?? undefined, text)} />
    </main>
  );
}

function bring(scene: string, after: string | undefined, text: string, fallback?: string): void {
  let made: ReturnType<typeof pasteScript>;
  try {
    made = pasteScript(scene, after, text, fallback);
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
    return;
  }
  if (!made) {
    toast.error('No spoken line was found in it. Paste rows such as “MARIT: Good morning.”');
    return;
  }
  const fresh = made.speakers.length ? ` ${made.speakers.join(' and ')} ${made.speakers.length > 1 ? 'are' : 'is'} new in the cast.` : '';
  toast.success(`${made.lines} line${made.lines === 1 ? '' : 's'}${made.scenes > 1 ? ` in ${made.scenes} scenes` : ''} came in.${fresh}`);
}

/** Word times from a TextGrid: the tier of a speaker's name, or the only one, for all lines whose words are in it. */
function bringTimes(film: FilmSchedule, text: string): void {
  try {
    const { tiers } = readTextGrid(text);
    let count = 0;
    let first: string | undefined;
    for (const scene of film.scenes)
      for (const line of scene.lines) {
        const name = line.line.role ? film.document.production.roles[line.line.role]?.name : undefined;
        const tier = tiers.find((one) => name && one.name.toLowerCase().startsWith(name.toLowerCase()) && !/phone/i.test(one.name)) ?? (tiers.length === 1 ? tiers[0] : undefined);
        if (!tier || !line.line.take) continue;
        const times = wordTimesFrom(line, scene.start, tier.spans);
        const found = Object.keys(times).length;
        if (!found) continue;
        count += found;
        const edit = run('Bring word times in', setWordTimes(scene.id, line.id, line.line.take, times), first ? { follows: first } : {});
        first ??= edit;
      }
    if (count) toast.success(`${count} words took their times from it.`);
    else toast.error('None of its words are said at those times. Its tiers need the speakers’ names, and times from the film’s start.');
  } catch (thrown) {
    toast.error(sentenceOf(thrown));
  }
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

/** The silence before a line; a click changes it and plays the join again and again meanwhile. */
function Gap({ scene, line, before, document }: { scene: PlacedScene; line: ScheduledLine; before: ScheduledLine; document: Document }) {
  const gap = line.gap ?? 0;
  const over = gap < 0;
  const [open, setOpen] = useState(false);
  const set = (value: number): void => void run('Change a turn gap', setGap(scene.id, line.id, value));
  useEffect(() => {
    if (open) return playJoin(line.id);
  }, [open, line.id]);
  const colours = [toneOf(colourOf(document, before.line.role)).strong, toneOf(colourOf(document, line.line.role)).strong];
  return (
    <div className="grid h-[22px] grid-cols-[82px_30px_minmax(0,1fr)] items-center px-0.5">
      <span />
      <span className="flex h-full justify-start pl-[7px]">
        {over ? (
          <span className="h-[18px] w-2 self-center" style={{ background: `repeating-linear-gradient(135deg, ${colours[0]} 0 3px, ${colours[1]} 3px 6px)` }} />
        ) : (
          <span className={`my-0.5 w-[2px] ${gap > toTicks(2) ? 'bg-warn' : 'bg-line'}`} />
        )}
      </span>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <button
            type="button"
            data-gap={line.id}
            className={`justify-self-start rounded-sm px-0.5 text-[12px] leading-[18px] hover:underline ${over || gap > toTicks(2) ? 'font-semibold text-warn' : 'text-ink-2'}`}
          >
            {over ? `starts ${formatLength(-gap)} before the line above ends` : line.line.aside ? 'aside, at its own time' : `${formatLength(gap)} gap`}
          </button>
        </Popover.Trigger>
        <PopoverPanel className="w-64" align="start">
          <ValueField
            label="Silence before this line (minus: it overlaps)"
            value={`${(gap / TICKS_PER_SECOND).toFixed(2)} s`}
            step={(direction, large) => set(gap + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps))}
            onCommit={(text) => {
              const value = parseTime(text, scene.fps);
              if (value === undefined) return false;
              set(value);
              return true;
            }}
          />
          <div className="mt-2 flex flex-wrap gap-1">
            {([-0.4, 0, 0.3, 0.6, 1] as const).map((seconds) => (
              <button key={seconds} type="button" className="h-6 rounded-[6px] border border-line px-2 text-[12px] hover:border-ink" onClick={() => set(toTicks(seconds))}>
                {seconds < 0 ? 'overlap' : `${seconds} s`}
              </button>
            ))}
          </div>
          <Button
            className="mt-2 !h-7 w-full"
            onClick={() => {
              const id = makeId('line');
              setOpen(false);
              if (run('Put a beat in', insertBeat(scene.id, id, toTicks(0.8), before.id))) choose({ kind: 'line', id });
            }}
          >
            Put a beat here, 0.8 s without words
          </Button>
          <p className="mt-2 mb-0 text-[12px] text-ink-2">The join plays again and again while this is open.</p>
        </PopoverPanel>
      </Popover.Root>
    </div>
  );
}

function BeatRow({ scene, line, chosen }: { scene: PlacedScene; line: ScheduledLine; chosen: boolean }) {
  return (
    <li
      data-line={line.id}
      className={`grid grid-cols-[74px_30px_minmax(0,1fr)] items-center rounded-[10px] border px-2 py-1 ${chosen ? 'border-ink bg-bench' : 'border-transparent'}`}
      onPointerDown={() => choose({ kind: 'line', id: line.id })}
    >
      <span className="pr-3 text-right text-[12px] font-[650]">{formatMoment(line.start, 1)}</span>
      <span className="ml-[2px] h-[14px] w-[14px] rounded-full border-2 border-edge" />
      <span className="flex items-center gap-2 text-[12px] text-ink-2">
        <span className="font-serif text-[14px] italic">beat</span>
        <ValueField
          label=""
          value={`${(line.line.beat / TICKS_PER_SECOND).toFixed(2)} s`}
          className="w-20"
          step={(direction, large) => run('Change a beat', setBeat(scene.id, line.id, line.line.beat + direction * (large ? 10 : 1) * (TICKS_PER_SECOND / scene.fps)))}
          onCommit={(text) => {
            const value = parseTime(text, scene.fps);
            if (value === undefined || value < 0) return false;
            run('Change a beat', setBeat(scene.id, line.id, value));
            return true;
          }}
        />
        <button type="button" className="text-act hover:underline" onClick={() => run('Delete a beat', deleteLines(scene.id, [line.id]))}>
          Delete
        </button>
      </span>
    </li>
  );
}

const ITEM = 'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-act-soft';

function ScriptMenu({ document, film, scene, onPaste }: { document: Document; film: FilmSchedule; scene: PlacedScene; onPaste: () => void }) {
  const { title } = document.production;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button icon={<ClipboardPaste size={14} strokeWidth={1.6} />}>Script</Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="raised z-40 min-w-56 rounded-[9px] border border-line bg-paper p-1 text-[13px]">
          <DropdownMenu.Item className={ITEM} onSelect={onPaste}>
            <ClipboardPaste size={14} strokeWidth={1.6} /> Paste a script
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() =>
              void chooseFiles('.fountain,.txt,.md,.csv,.tsv,text/*', false).then(async ([file]) => {
                if (!file) return;
                if (file.size > 4_000_000) return void toast.error('This file is too large for a script. Choose a text of up to 4 MB.');
                bring(scene.id, scene.lines.at(-1)?.id, await readTextFile(file));
              })
            }
          >
            <FileUp size={14} strokeWidth={1.6} /> Open a script file
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title}.fountain`, writeFountain(document))}>
            <FileDown size={14} strokeWidth={1.6} /> Save as Fountain
          </DropdownMenu.Item>
          <div className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title}.TextGrid`, filmTextGrid(film))}>
            <FileDown size={14} strokeWidth={1.6} /> Words and phones as TextGrid
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => saveText(`${title} words.csv`, filmWordsCsv(film))}>
            <FileDown size={14} strokeWidth={1.6} /> Word times as CSV
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() =>
              void chooseFiles('.TextGrid,.textgrid', false).then(async ([file]) => {
                if (file) bringTimes(film, await readTextFile(file));
              })
            }
          >
            <FileUp size={14} strokeWidth={1.6} /> Bring word times in (TextGrid)
          </DropdownMenu.Item>
          <div className="my-1 h-px bg-line" />
          {inOrder(document.production.roles).map(([role, { name }]) => (
            <DropdownMenu.Item key={role} className={ITEM} onSelect={() => void saveStem(film, role, `${title}, ${name}.wav`).catch((thrown) => toast.error(sentenceOf(thrown)))}>
              <FileDown size={14} strokeWidth={1.6} /> Voice of {name} as WAV
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
