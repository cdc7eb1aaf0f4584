import { AudioLines, Check, Mic2, TriangleAlert } from 'lucide-react';
import { useLayoutEffect, useRef } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { hangCue } from '#core/edit/commands/cues';
import { deleteLines, giveLine } from '#core/edit/commands/lines';
import { sidesOf } from '#core/edit/conflict';
import { type Suggested, suggestActing } from '#core/figure/suggest';
import type { ScheduledLine } from '#core/schedule/lines';
import { takeOf } from '#core/schedule/timing';
import { VOICE_PRESETS } from '#core/speech/voices';
import { formatLength, formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { colourOf, type PlacedScene, speakerName } from '../composer/film.ts';
import { playLine } from '../composer/transport.ts';
import { makeId } from '../ids.ts';
import { tellWriting } from '../state/ports.ts';
import { run, stacks, undo, useProduction } from '../state/production.ts';
import { choose, view } from '../state/view.ts';
import { TypedName } from '../typing/TypedName.tsx';
import { useTyped } from '../typing/useTyped.ts';
import { Versions } from '../typing/Versions.tsx';
import { Choice } from '../ui/fields.tsx';
import { CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { importOnLine, matchWords } from '../voices.ts';
import { castByName, pasteScript, speakerBeside, withEmphasis } from './writing.ts';

/** Lines that were begun in the last row and are not finished. */
export const fresh = new Set<string>();

export interface RowMoves {
  /** A new line is written after this one. */
  readonly onNew: (after: string) => void;
  /** To the row before or after; from its end or its beginning. */
  readonly onMove: (from: string, step: 1 | -1) => void;
}

/** Grows with its words, and with the width that it has for them. */
export function useGrowing(text: string) {
  const area = useRef<HTMLTextAreaElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other words take another height
  useLayoutEffect(() => {
    const element = area.current;
    if (!element) return;
    let wide = -1;
    const measure = (): void => {
      element.style.height = '0';
      element.style.height = `${element.scrollHeight}px`;
      wide = element.clientWidth;
    };
    measure();
    const watch = new ResizeObserver(() => element.clientWidth !== wide && measure());
    watch.observe(element);
    // Words that were measured in another font are measured anew.
    void window.document.fonts?.ready.then(measure);
    return () => watch.disconnect();
  }, [text]);
  return area;
}

/** One line of the script: who, how, what, and with which voice. It is written where it stands. */
export function LineRow({ document, scene, line, chosen, onNew, onMove }: { document: Document; scene: PlacedScene; line: ScheduledLine; chosen: boolean } & RowMoves) {
  const colour = colourOf(document, line.line.role);
  const tone = toneOf(colour);
  const { drop, over } = useFileDrop<HTMLElement>('article', ([file]) => {
    view({ line: line.id });
    if (file) void importOnLine(scene.id, line.id, file);
  });
  const words = useTyped({ kind: 'words', scene: scene.id, line: line.id }, line.line.text, (edit) => {
    // A recording that had no words finds them as they are typed.
    const used = line.line.take ? line.line.takes[line.line.take] : undefined;
    if (used && line.line.take && used.kind !== 'draft' && Object.keys(used.times).length === 0) void matchWords(scene.id, line.id, line.line.take, edit);
  });
  const { text } = words;
  const typedHere = useRef(false);
  const area = useGrowing(text);
  /** Keeps what was typed and ends the step; whoever is named before a colon in a new line joins the cast. */
  const finish = (): void => {
    const before = words.text;
    words.leave();
    if (fresh.delete(line.id)) castByName(scene.id, line.id, before, stacks().undo.at(-1));
  };
  const elsewhere = useProduction((state) => state.windows.some((window) => window.line === line.id));
  const versions = useProduction((state) => state.conflicts).filter((conflict) => sidesOf(document, conflict).some((side) => side.line?.line === line.id));
  const name = speakerName(document, scene.id, line.line.role);
  const asked = line.line.direction || line.line.staging;
  return (
    <article
      data-line={line.id}
      aria-label={`Line ${line.index + 1}, ${name}`}
      className={`grid grid-cols-[74px_30px_minmax(0,1fr)_112px] rounded-[10px] border px-2 py-1.5 ${chosen ? 'border-ink' : 'border-transparent'} ${over ? 'border-dashed !border-act bg-act-soft' : ''}`}
      style={chosen && !over ? { background: tone.tint } : undefined}
      onPointerDown={() => choose({ kind: 'line', id: line.id })}
      {...drop}
    >
      <div className="pt-0.5 pr-3 text-right text-[12px] leading-4">
        <div className="font-[650]">{formatMoment(line.start, 1)}</div>
        <div className="text-ink-2">{formatLength(line.end - line.start)}</div>
      </div>
      <div className="pt-1">
        <CutTag colour={colour} width={18} height={22} outline={!line.line.take} />
      </div>
      <div className="min-w-0">
        <div className="flex min-w-0 items-baseline gap-2 leading-[18px]">
          <Choice
            label={`Who speaks line ${line.index + 1}`}
            look="words"
            size="small"
            colour={tone.deep}
            className="-ml-1.5 !h-5 max-w-44 shrink-0 !px-1 !text-[13px] font-[680]"
            value={line.line.role ?? ''}
            options={inOrder(document.production.roles).map(([id, role]) => ({ value: id, label: role.name }))}
            onChange={(role) => run('Give the line to another speaker', giveLine(scene.id, line.id, role))}
          />
          <span className="text-[11.5px] text-ink-3">{line.index + 1}</span>
          {line.line.offStage && <span className="text-[11.5px] text-ink-2">off stage</span>}
          {(line.line.direction || chosen) && (
            <TypedName
              target={{ kind: 'direction', scene: scene.id, line: line.id }}
              value={line.line.direction ?? ''}
              shown={line.line.direction ? `(${line.line.direction})` : '(how it is said)'}
              label="How the line is said"
              className={`min-w-0 truncate font-serif text-[13px] italic ${line.line.direction ? 'text-ink-2' : 'text-ink-3 opacity-60'}`}
            />
          )}
        </div>
        <textarea
          ref={area}
          aria-label={`Words of line ${line.index + 1}`}
          data-words={line.id}
          value={text}
          rows={1}
          spellCheck
          placeholder={line.line.take ? 'Ctrl+Space plays it: type what you hear' : 'What is said'}
          className="block w-full resize-none overflow-hidden rounded-[4px] border-none bg-transparent p-0 font-serif text-[16.5px] leading-6 outline-none placeholder:text-ink-3 focus:!shadow-none"
          onFocus={() => {
            typedHere.current = false;
            choose({ kind: 'line', id: line.id });
            tellWriting(document.production.id, line.id);
          }}
          onChange={(event) => {
            typedHere.current = true;
            words.type(event.target.value);
          }}
          onBlur={() => {
            finish();
            tellWriting(document.production.id, null);
          }}
          onPaste={(event) => {
            const pasted = event.clipboardData.getData('text/plain');
            if (!/\n\s*\S/.test(pasted)) return;
            event.preventDefault();
            finish();
            try {
              pasteScript(scene.id, line.id, pasted, name);
            } catch (thrown) {
              toast.error(sentenceOf(thrown));
            }
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            const element = event.currentTarget;
            const { selectionStart: at, selectionEnd: end, value } = element;
            if (event.key === ' ' && event.ctrlKey) {
              event.preventDefault();
              playLine(line.id);
            } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'i') {
              event.preventDefault();
              const marked = withEmphasis(value, at, end);
              words.type(marked.text);
              words.keep();
              requestAnimationFrame(() => element.setSelectionRange(marked.caret, marked.caret));
            } else if (event.key === 'Enter' && !event.shiftKey) {
              event.preventDefault();
              finish();
              const following = scene.lines[line.index + 1];
              // While a recording is typed out, Enter goes on to the next line that has no words, and plays it.
              if (following && !following.line.text && following.line.take) {
                onMove(line.id, 1);
                playLine(following.id);
              } else onNew(line.id);
            } else if (event.key === 'Tab' && !event.altKey && !event.ctrlKey) {
              event.preventDefault();
              const next = speakerBeside(document, line.line.role, event.shiftKey ? -1 : 1);
              if (next) run('Give the line to another speaker', giveLine(scene.id, line.id, next));
            } else if (event.key === 'Escape') {
              element.blur();
              element.closest('li')?.querySelector('select')?.focus();
            } else if (event.key === 'ArrowUp' && at === end && !value.slice(0, at).includes('\n') && at <= firstRowEnd(element)) {
              event.preventDefault();
              onMove(line.id, -1);
            } else if (event.key === 'ArrowDown' && at === end && at >= value.length - 1) {
              event.preventDefault();
              onMove(line.id, 1);
            } else if (event.key === 'Backspace' && !value) {
              event.preventDefault();
              onMove(line.id, -1);
              run('Delete a line', deleteLines(scene.id, [line.id]));
            } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !event.shiftKey && !typedHere.current) {
              // Nothing was typed here since it was entered: the page's own undo.
              event.preventDefault();
              void undo();
            }
          }}
        />
        {elsewhere && <p className="m-0 text-[12px] text-warn">Being written in another window</p>}
        {versions.map((conflict) => (
          <Versions key={conflict.id} document={document} conflict={conflict} />
        ))}
        {document.production.shownCaptions && <CaptionText document={document} track={document.production.shownCaptions} line={line} />}
        {asked && <Suggestions document={document} scene={scene} line={line} />}
      </div>
      <VoiceState document={document} line={line} />
    </article>
  );
}

/** Where the first row of what is shown ends, by letters: good enough to know whether the caret can still go up. */
const firstRowEnd = (element: HTMLTextAreaElement): number => (element.scrollHeight < 30 ? element.value.length : Math.floor(element.clientWidth / 9));

/** The line in the captions that are shown. */
function CaptionText({ document, track, line }: { document: Document; track: string; line: ScheduledLine }) {
  const shown = document.production.captionTracks?.[track];
  if (!shown) return null;
  return <CaptionField track={track} name={shown.name} stored={shown.lines[line.id] ?? ''} line={line} />;
}

function CaptionField({ track, name, stored, line }: { track: string; name: string; stored: string; line: ScheduledLine }) {
  const words = useTyped({ kind: 'caption', track, line: line.id }, stored);
  return (
    <input
      aria-label={`${name} caption of line ${line.index + 1}`}
      data-caption={line.id}
      value={words.text}
      placeholder={`${name}: caption of this line`}
      maxLength={2000}
      className="mt-0.5 w-full rounded-[5px] border border-line bg-white/70 px-1.5 text-[13px] leading-6 placeholder:text-ink-3"
      onChange={(event) => words.type(event.target.value)}
      onBlur={() => words.leave()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') words.restore();
      }}
    />
  );
}

/** Which voice speaks a line now. */
function VoiceState({ document, line }: { document: Document; line: ScheduledLine }) {
  const take = takeOf(line.line);
  const voice = line.line.role ? document.production.roles[line.line.role]?.voice : undefined;
  const preset = VOICE_PRESETS.find((one) => JSON.stringify(one.voice) === JSON.stringify(voice));
  if (!take)
    return (
      <div className="flex items-start justify-end gap-1 pt-0.5 text-right text-[12px] leading-4 text-warn">
        <TriangleAlert size={13} className="mt-px shrink-0" /> {line.line.text ? 'Draft on its way' : 'No voice yet'}
      </div>
    );
  return (
    <div className="pt-0.5 text-right text-[12px] leading-4 text-ink-2">
      <span className="inline-flex items-center gap-1">
        {take.kind === 'draft' ? <AudioLines size={12} strokeWidth={1.6} /> : <Mic2 size={12} strokeWidth={1.6} />}
        {take.kind === 'draft' ? 'Draft voice' : take.name}
      </span>
      <div>{take.kind === 'draft' ? (preset?.name ?? 'shaped') : take.kind === 'recorded' ? 'recorded' : 'brought in'}</div>
    </div>
  );
}

/** What the directions ask for, offered with the word that asks for it; taken, it hangs from the line's first word. */
function Suggestions({ document, scene, line }: { document: Document; scene: PlacedScene; line: ScheduledLine }) {
  const found = [...suggestActing(line.line.direction ?? ''), ...suggestActing(line.line.staging ?? '')];
  const own = Object.values(scene.scene.cues).filter((cue) => cue.start.to === 'word' && line.line.words[cue.start.word]);
  const open = found.filter(
    ({ kind, id }) => !own.some((cue) => (cue.kind === 'face' && kind === 'face' && cue.expression === id) || (cue.kind === 'gesture' && kind === 'gesture' && cue.action === id)),
  );
  const word = line.words[0]?.id;
  const { layer } = line;
  if (!word || !layer || !open.length) return null;
  const take = ({ kind, id, name }: Suggested): void => {
    const last = line.words.at(-1)?.id as string;
    const start = { to: 'word', word, edge: 'start', offset: 0 } as const;
    const cue =
      kind === 'face'
        ? ({ kind: 'face', layer, expression: id, strength: 0.8, order: 'a0', start, end: { to: 'word', word: last, edge: 'end', offset: 0 } } as const)
        : ({ kind: 'gesture', layer, action: id, hand: 'right', strength: 1, order: 'a0', start, end: { ticks: toTicks(1.2) } } as const);
    run(`Hang ${name.toLowerCase()}`, hangCue(scene.id, makeId('cue'), cue));
  };
  return (
    <div className="mt-1 flex flex-wrap items-center gap-1 text-[12px]">
      {open.map((one) => (
        <button
          key={`${one.kind} ${one.id}`}
          type="button"
          data-suggested={one.id}
          title={`The script says “${one.because}”`}
          className="inline-flex h-6 items-center gap-1 rounded-[6px] border border-dashed border-edge bg-paper px-2 hover:border-ink hover:bg-act-soft"
          onClick={() => take(one)}
        >
          <Check size={12} strokeWidth={1.8} className="text-act" /> {one.name}
          <span className="text-ink-3">{one.kind === 'face' ? 'face' : 'action'}</span>
        </button>
      ))}
      <span className="sr-only">suggested for {document.production.roles[line.line.role ?? '']?.name}</span>
    </div>
  );
}
