import { Film } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import { ID_PREFIXES, type MakeId } from '#core/document/ids';
import type { Backdrop, Document, FrameShape } from '#core/document/schema';
import { shortened } from '#core/document/text';
import { toneOf } from '#core/document/tones';
import { isProposed } from '#core/edit/commands/direct';
import { fromScript, newDocument } from '#core/edit/create';
import { type ReadScript, readScript } from '#core/formats/script/read';
import { schedule } from '#core/schedule/schedule';
import { frameSize } from '#core/stage/frame';
import { SETS } from '#core/stage/sets/index';
import { formatLength } from '#core/time/format';
import { FRAME_RATES, type FrameRate, TICKS_PER_SECOND } from '#core/time/ticks';
import { sendJson } from '../api.ts';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { useKept } from '../typing/useKept.ts';
import { Choice } from '../ui/fields.tsx';
import { Button, CutTag } from '../ui/parts.tsx';
import { ribbonPath } from '../ui/speakers.ts';
import { QuickFilm } from './QuickFilm.tsx';

export const FRAME_NAMES: Readonly<Record<FrameShape, string>> = { '16:9': 'Wide 16:9', '9:16': 'Tall 9:16', '1:1': 'Square 1:1', '4:5': 'Portrait 4:5' };

const EXAMPLE = ['Tully: Somebody has let the water out of the harbour.', 'Marit: (laughs) Nobody did. It will be back by supper.', 'Tully: (worried) And if it forgets the way?'];
/** The name before the colon of a line, as it is shown and counted. */
const NAME = /^(\s*[\p{L}][\p{L}\p{N} .'’-]{0,38}?)(\s*(?:\([^)]{1,60}\))?\s*[:：])/u;
const QUIET = 600;

/** The script is the page's heart: what is written is a film beside it, before anything is stored. */
export function HomeScript({ onMade }: { onMade: (id: string) => void }) {
  const [text, setText] = useKept('kipzo new script');
  const [frame, setFrame] = useState<FrameShape>('16:9');
  const [fps, setFps] = useState<FrameRate>(25);
  const [set, setSet] = useState('study');
  const [quick, setQuick] = useState(false);
  const [busy, setBusy] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);
  const script = useMemo(() => (text.trim() ? readScript(text) : undefined), [text]);
  const backdrop: Backdrop = useMemo(() => ({ kind: 'set', set, light: 0.5 }), [set]);
  useEffect(() => {
    // On a phone the keyboard would cover the page.
    if (window.innerWidth >= 700) area.current?.focus();
  }, []);

  const make = async (empty: boolean): Promise<void> => {
    if (!empty && !script?.lines.length) {
      area.current?.focus();
      toast('Write or paste the first line, such as “Marit: Good morning.”');
      return;
    }
    setBusy(true);
    try {
      const title = empty ? 'New production' : (script?.title ?? shortened(script?.lines[0]?.text ?? 'New production', 48));
      const production = { title, slug: 'new', frame, fps };
      const document = empty ? newDocument(production, makeId, backdrop) : fromScript(script as ReadScript, production, makeId, backdrop);
      const { id } = await sendJson<{ id: string }>('POST', '/productions', { document });
      // What is typed goes into the production made of it; another one leaves it where it is.
      if (!empty) setText('');
      onMade(id);
    } catch (thrown) {
      toast.error(sentenceOf(thrown));
    } finally {
      setBusy(false);
    }
  };
  const preview = usePreview(script, frame, fps, backdrop);
  const speakers = script?.speakers ?? [];
  return (
    <section
      aria-label="New production"
      className="flex min-h-[360px] overflow-hidden rounded-[10px] border border-edge bg-paper focus-within:border-ink focus-within:shadow-[0_0_0_1px_var(--color-ink),0_0_0_4px_var(--color-lamp)] max-[860px]:flex-col"
    >
      <div className="flex min-w-0 flex-1 flex-col border-r border-line max-[860px]:border-r-0 px-6 pt-4 pb-3 max-[600px]:px-4">
        <ScriptField area={area} text={text} speakers={speakers} onChange={setText} onMake={() => void make(false)} />
        <p className="m-0 mt-2 flex flex-wrap items-center justify-between gap-2 text-[12px] text-ink-2" role="status">
          {script?.lines.length ? (
            <span>
              <b className="text-ink">{`${script.lines.length} line${script.lines.length === 1 ? '' : 's'}, ${preview ? formatLength(preview.length) : ''}`}</b>
              {` ${speakers.length === 1 ? `${speakers[0]} speaks` : `${speakers.join(', ')} speak`}${preview?.acted ? `, ${preview.acted} acted from brackets` : ''}. Each has a draft voice at once.`}
            </span>
          ) : (
            <span>Write, paste, or drop a script. A name with a colon speaks; (brackets) are acted.</span>
          )}
          <span className="text-ink-3 max-[600px]:hidden">
            next line <kbd className="rounded-[4px] border border-line px-1 font-sans">Enter</kbd> other speaker{' '}
            <kbd className="rounded-[4px] border border-line px-1 font-sans">Tab</kbd>
          </span>
        </p>
      </div>
      <div className="flex w-[444px] shrink-0 flex-col gap-2 px-4 py-3 max-[860px]:w-full">
        <Preview preview={preview} frame={frame} />
        <div className="flex gap-1.5">
          <Choice label="Backdrop" value={set} className="flex-1 bg-paper" options={SETS.map(({ id, name }) => ({ value: id, label: name }))} onChange={setSet} />
          <Choice
            label="Frame"
            value={frame}
            className="bg-paper"
            options={Object.entries(FRAME_NAMES).map(([key, name]) => ({ value: key, label: name }))}
            onChange={(value) => setFrame(value as FrameShape)}
          />
          <Choice
            label="Frames a second"
            value={String(fps)}
            className="bg-paper"
            options={FRAME_RATES.map((rate) => ({ value: String(rate), label: `${rate} a second` }))}
            onChange={(value) => setFps(Number(value) as FrameRate)}
          />
        </div>
        <div className="flex flex-wrap gap-1.5">
          <Button kind="primary" className="!h-8 flex-1" disabled={busy} onClick={() => void make(false)}>
            Make this film <kbd className="rounded-[4px] border border-white/50 px-1 font-sans text-[11px] font-[550] max-[600px]:hidden">Ctrl Enter</kbd>
          </Button>
          <Button className="!h-8" disabled={busy} onClick={() => void make(true)}>
            Start empty
          </Button>
          <Button className="!h-8" icon={<Film size={15} strokeWidth={1.6} />} onClick={() => setQuick(true)}>
            Quick film
          </Button>
        </div>
      </div>
      <QuickFilm open={quick} onClose={() => setQuick(false)} frame={frame} fps={fps} onMade={onMade} />
    </section>
  );
}

const TYPE = 'font-serif text-[18px] leading-[28px] whitespace-pre-wrap break-words';

/** The script as plain text; names and brackets are told apart by colour, each line by its speaker's cut. */
function ScriptField({
  area,
  text,
  speakers,
  onChange,
  onMake,
}: {
  area: React.RefObject<HTMLTextAreaElement | null>;
  text: string;
  speakers: readonly string[];
  onChange: (text: string) => void;
  onMake: () => void;
}) {
  const rows = text.split('\n');
  const colourOf = (name: string): number | undefined => {
    const at = speakers.findIndex((one) => one.toLowerCase() === name.trim().toLowerCase());
    return at < 0 ? undefined : (at % 8) + 1;
  };
  const write = (next: string, caret: number): void => {
    // At once: the next letter may be typed before the next frame.
    flushSync(() => onChange(next));
    area.current?.setSelectionRange(caret, caret);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTextAreaElement>): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      return onMake();
    }
    const { selectionStart: at, selectionEnd } = event.currentTarget;
    if (at !== selectionEnd || event.altKey || event.ctrlKey || event.metaKey) return;
    const from = text.lastIndexOf('\n', at - 1) + 1;
    const to = text.indexOf('\n', at) < 0 ? text.length : text.indexOf('\n', at);
    const row = text.slice(from, to);
    const named = NAME.exec(row);
    const name = named?.[1]?.trim();
    if (event.key === 'Enter' && !event.shiftKey && at === to && speakers.length) {
      event.preventDefault();
      // A line with a name and nothing said is given up.
      if (named && row.slice(named[0].length).trim() === '') return write(text.slice(0, from) + text.slice(to), from);
      if (!name) return write(`${text.slice(0, at)}\n${text.slice(at)}`, at + 1);
      const before = rows.slice(0, text.slice(0, from).split('\n').length - 1).flatMap((one) => NAME.exec(one)?.[1]?.trim() ?? []);
      const other = before.findLast((one) => one.toLowerCase() !== name.toLowerCase()) ?? name;
      const next = `\n${other}: `;
      return write(text.slice(0, at) + next + text.slice(at), at + next.length);
    }
    // Who types a name over the one that was offered means that one: somebody who speaks already, or the second of two.
    if (event.key === ':' && named && at === to) {
      const said = row.slice(named[0].length).trim();
      const known = speakers.some((one) => one.toLowerCase() === said.toLowerCase());
      if (!known && !(speakers.length === 1 && /^\p{Lu}[\p{L}\p{N}'’.-]*( \p{Lu}[\p{L}\p{N}'’.-]*)?$/u.test(said))) return;
      event.preventDefault();
      return write(`${text.slice(0, from)}${said}:${text.slice(to)}`, from + said.length + 1);
    }
    if (event.key === 'Tab' && !event.shiftKey && speakers.length > 1 && (row.trim() === '' || (named && at - from <= named[0].length + 1))) {
      event.preventDefault();
      const index = speakers.findIndex((one) => one.toLowerCase() === name?.toLowerCase());
      const next = `${speakers[(index + 1) % speakers.length]}: `;
      const rest = named ? row.slice(named[0].length).replace(/^ /, '') : row.trim();
      write(text.slice(0, from) + next + rest + text.slice(to), from + next.length);
    }
  };
  return (
    <div
      className="scrolls relative min-h-[200px] flex-1 cursor-text overflow-y-auto"
      onPointerDown={(event) => event.target === event.currentTarget && setTimeout(() => area.current?.focus())}
    >
      <div className="relative min-h-full pl-8">
        <div aria-hidden="true" className={`${TYPE} pointer-events-none`}>
          {text
            ? rows.map((row, index) => {
                const named = NAME.exec(row);
                const colour = named ? colourOf(named[1] as string) : undefined;
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a row has nothing else
                  <div key={index} className="relative min-h-[28px] text-ink">
                    {named && (
                      <span className="absolute top-[6px] -left-8">
                        <CutTag colour={colour} width={18} height={16} />
                      </span>
                    )}
                    {named ? (
                      <>
                        <span style={{ color: toneOf(colour).deep }}>{named[0]}</span>
                        <Brackets text={row.slice(named[0].length)} />
                      </>
                    ) : row.startsWith('#') ? (
                      <span className="text-act">{row}</span>
                    ) : (
                      <Brackets text={row} />
                    )}
                    {row === '' ? '\u200b' : ''}
                  </div>
                );
              })
            : EXAMPLE.map((row) => (
                <div key={row} className="min-h-[28px] text-ink-3/70">
                  {row}
                </div>
              ))}
        </div>
        <textarea
          ref={area}
          aria-label="Paste a script, or type the first line"
          value={text}
          spellCheck
          className={`${TYPE} absolute inset-0 h-full w-full resize-none overflow-hidden bg-transparent pl-8 text-transparent caret-ink !shadow-none !outline-none selection:bg-act-soft`}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={onKeyDown}
          onDrop={(event) => {
            const [file] = event.dataTransfer.files;
            if (!file) return;
            event.preventDefault();
            void file.text().then((read) => onChange(text ? `${text}\n${read}` : read));
          }}
        />
      </div>
    </div>
  );
}

/** What stands in brackets is not said. */
const Brackets = ({ text }: { text: string }) => (
  <>
    {text.split(/(\([^)]*\))/).map((part, index) => (
      // biome-ignore lint/suspicious/noArrayIndexKey: parts of one row
      <span key={index} className={part.startsWith('(') ? 'text-ink-3' : ''}>
        {part}
      </span>
    ))}
  </>
);

interface PreviewFilm {
  readonly document: Document;
  readonly length: number;
  readonly acted: number;
  readonly scene: string;
  readonly lines: readonly { readonly start: number; readonly end: number; readonly colour: number }[];
  /** Where the line begins that changed last. */
  readonly from: number;
}

/** Ids that are the same for the same script, so that what did not change stays the same on the stage. */
function countingIds(): MakeId {
  let count = 0;
  return (kind) => `${ID_PREFIXES[kind]}_${String(++count).padStart(12, '0')}`;
}

/** What is written, as a film that is not stored: of its first scene, once writing has paused. */
function usePreview(script: ReadScript | undefined, frame: FrameShape, fps: FrameRate, backdrop: Backdrop): PreviewFilm | undefined {
  const [film, setFilm] = useState<PreviewFilm>();
  const before = useRef<readonly string[]>([]);
  useEffect(() => {
    const timer = setTimeout(
      () => {
        try {
          const empty = !script?.lines.length;
          const production = { title: 'Preview', slug: 'preview', frame, fps };
          const document = empty ? newDocument(production, countingIds(), backdrop) : fromScript(script as ReadScript, production, countingIds(), backdrop);
          const [first] = schedule(document, () => undefined).scenes;
          if (!first) return;
          const texts = first.lines.map(({ line }) => `${line.role} ${line.text}`);
          const changed = texts.findIndex((text, index) => text !== before.current[index]);
          before.current = texts;
          stage().show(document, new Map());
          setFilm({
            document,
            scene: first.id,
            length: first.length,
            acted: Object.values(document.scenes).reduce((sum, scene) => sum + Object.values(scene.cues).filter(isProposed).length, 0),
            lines: first.lines.map(({ start, end, line }) => ({ start, end, colour: document.production.roles[line.role ?? '']?.colour ?? 1 })),
            from: Math.max(0, (first.lines[changed < 0 ? 0 : changed]?.start ?? 0) - TICKS_PER_SECOND / 4),
          });
        } catch {
          // A script that cannot be a film says so when it is made.
        }
      },
      script ? QUIET : 0,
    );
    return () => clearTimeout(timer);
  }, [script, frame, fps, backdrop]);
  return film;
}

/** Pictures that the preview shows in a second. */
const RATE = 12;

function Preview({ preview, frame }: { preview: PreviewFilm | undefined; frame: FrameShape }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const head = useRef<SVGRectElement>(null);
  const [playing, setPlaying] = useState(false);
  const { width, height } = frameSize(frame);
  const h = Math.round(Math.min(232, (412 * height) / width));
  const w = Math.round((h * width) / height);
  useEffect(() => {
    if (!preview) return;
    let here = true;
    const still = window.matchMedia?.('(prefers-reduced-motion: reduce)').matches || !preview.lines.length;
    const show = async (tick: number): Promise<void> => {
      const bitmap = await stage().thumb(preview.scene, Math.min(preview.length - 1, Math.round(tick)), w, preview.lines.length > 0);
      if (!here) return;
      const context = canvas.current?.getContext('2d');
      context?.drawImage(bitmap, 0, 0, w, h);
      head.current?.setAttribute('x', String((tick / preview.length) * 412));
    };
    setPlaying(!still);
    void (async () => {
      const started = performance.now();
      for (;;) {
        const tick = preview.from + ((performance.now() - started) / 1000) * TICKS_PER_SECOND;
        await show(still ? preview.from + TICKS_PER_SECOND : tick);
        if (!here || still || tick >= preview.length) break;
        await new Promise((next) => setTimeout(next, 1000 / RATE));
      }
      if (here) setPlaying(false);
    })();
    return () => {
      here = false;
    };
  }, [preview, w, h]);
  const spoken = preview?.lines.at(-1);
  return (
    <>
      <div className="relative flex h-[232px] items-center justify-center overflow-hidden rounded-[4px] bg-deep max-[600px]:h-auto">
        <canvas
          ref={canvas}
          width={w}
          height={h}
          style={{ width: w, aspectRatio: `${w} / ${h}`, maxWidth: '100%' }}
          role="img"
          aria-label={spoken ? 'The film so far' : 'The stage'}
          className="bg-deep-2"
        />
        {playing && (
          <span className="absolute top-2 left-2 flex items-center gap-1.5 bg-ink px-2 text-[12px] leading-[22px] text-paper">
            <span className="size-2 rounded-full bg-lamp" />
            plays as you write
          </span>
        )}
      </div>
      <svg viewBox="0 0 412 18" className="h-[18px] w-full" preserveAspectRatio="none" aria-hidden="true">
        {preview?.lines.map(({ start, end, colour }) => {
          const tone = toneOf(colour);
          return <path key={start} d={ribbonPath((start / preview.length) * 412, 0, Math.max(4, ((end - start) / preview.length) * 412 - 2), 18, tone.cut)} fill={tone.strong} />;
        })}
        {!preview?.lines.length && <path d={ribbonPath(1, 1, 118, 16, 'slant')} fill="none" stroke="#6f8586" strokeDasharray="4 3" strokeWidth={1.5} />}
        <rect ref={head} x={0} y={0} width={3} height={18} fill="#f8cc2f" stroke="#0f2b30" strokeWidth={0.8} opacity={preview?.lines.length ? 1 : 0} />
      </svg>
    </>
  );
}
