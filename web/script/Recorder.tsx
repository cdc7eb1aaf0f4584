import { Mic, Square, X } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import type { ScheduledLine } from '#core/schedule/lines';
import { takeOf } from '#core/schedule/timing';
import { formatDuration, formatMoment } from '#core/time/format';
import { toTicks } from '#core/time/ticks';
import { colourOf, type PlacedScene } from '../composer/film.ts';
import { playLine, stop as stopPlaying } from '../composer/transport.ts';
import { takesKeys } from '../state/undoKeys.ts';
import { view } from '../state/view.ts';
import { Check, Choice } from '../ui/fields.tsx';
import { Button, CutTag, IconButton } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { importForSpeaker, recordOnLine } from '../voices.ts';
import { type Device, devices, LONGEST_SECONDS, Microphone, SIMULATED } from './microphone.ts';

const wait = (ms: number): Promise<void> => new Promise((next) => setTimeout(next, ms));

/** What is recorded: one line, or all lines of one speaker read in one go. */
export type Recording = { readonly kind: 'line'; readonly line: string } | { readonly kind: 'through'; readonly role: string };

type Step = 'opening' | 'ready' | 'before' | 'count' | 'recording' | 'keeping';
const COUNT = 3;
const COUNT_MS = 640;

const remembered = (key: string, fallback: string): string => localStorage.getItem(`kipzo-${key}`) ?? fallback;

/** The prompter: the line large on screen, a level, a count-in; the recording becomes a take. */
export function Recorder({ document, scene, recording, onClose }: { document: Document; scene: PlacedScene; recording: Recording; onClose: () => void }) {
  const spoken = scene.lines.filter(({ line }) => line.kind === 'line');
  const wanted = recording.kind === 'line' ? spoken.filter(({ id }) => id === recording.line) : spoken.filter(({ line }) => line.role === recording.role);
  const line = wanted[0];
  const before = line && spoken[spoken.indexOf(line) - 1];
  const [step, showStep] = useState<Step>('opening');
  const [problem, setProblem] = useState<string>();
  const [list, setList] = useState<readonly Device[]>([]);
  const [device, setDevice] = useState(() => remembered('microphone', 'default'));
  const [answering, setAnswering] = useState(() => remembered('answering', 'yes') === 'yes');
  const [beat, setBeat] = useState(0);
  const microphone = useRef<Microphone>(undefined);
  // What happens next is decided by this, not by what was drawn last: a slow page must not lose a recording.
  const now = useRef<Step>('opening');
  const setStep = useCallback((next: Step): void => {
    now.current = next;
    showStep(next);
  }, []);
  const isAt = useCallback((one: Step): boolean => now.current === one, []);
  const take = line ? takeOf(line.line) : undefined;
  const role = line?.line.role ? document.production.roles[line.line.role] : undefined;

  // Which sound the simulated one says: the voice of the line, as it is when it is asked. A take that is listened to and
  // trimmed meanwhile must not open the microphone anew.
  const draft = useRef<{ media: string; from: number; length: number }>(undefined);
  draft.current = take && recording.kind === 'line' ? { media: take.media, from: take.from, length: take.length } : undefined;
  useEffect(() => {
    let here = true;
    setProblem(undefined);
    setStep('opening');
    Microphone.open(device, () => draft.current)
      .then(async (opened) => {
        if (!here) return opened.close();
        microphone.current = opened;
        setList(await devices());
        setStep('ready');
      })
      .catch(async (thrown) => {
        if (!here) return;
        setProblem(sentenceOf(thrown));
        setList(await devices());
      });
    return () => {
      here = false;
      microphone.current?.close();
      microphone.current = undefined;
      stopPlaying();
    };
  }, [device, setStep]);

  const begin = useCallback(async (): Promise<void> => {
    const own = microphone.current;
    if (!own || now.current !== 'ready') return;
    if (answering && before && recording.kind === 'line') {
      setStep('before');
      playLine(before.id);
      await wait(((before.end - before.start) / toTicks(1)) * 1000 + 400);
      stopPlaying();
      if (!isAt('before')) return;
    }
    setStep('count');
    for (let n = COUNT; n > 0; n--) {
      setBeat(n);
      own.click(n === 1);
      await wait(COUNT_MS);
      if (!isAt('count')) return;
    }
    own.start();
    setStep('recording');
  }, [answering, before, recording.kind, setStep, isAt]);

  const end = useCallback(
    async (again: boolean): Promise<void> => {
      const own = microphone.current;
      if (!own || now.current !== 'recording' || !line) return;
      const { seconds, clipped } = own;
      const file = own.stop(`${role?.name ?? 'Voice'} ${line.index + 1}`);
      if (again) {
        setStep('ready');
        setTimeout(() => void begin(), 80);
        return;
      }
      if (seconds < 0.4) {
        setStep('ready');
        toast('That was too short to keep. Speak after the third beat.');
        return;
      }
      setStep('keeping');
      if (clipped) toast.warning('The recording was too loud in places and is distorted there. Move back a little and take it again.');
      try {
        if (recording.kind === 'line') {
          await recordOnLine(scene.id, line.id, file);
          view({ line: line.id });
        } else await importForSpeaker(scene.id, recording.role, [file], 'recorded');
        onClose();
      } catch (thrown) {
        setProblem(sentenceOf(thrown));
        setStep('ready');
      }
    },
    [begin, line, onClose, recording, role, scene.id, setStep],
  );

  // At the longest that a recording may be it is kept by itself.
  useEffect(() => {
    if (step !== 'recording') return;
    const timer = setInterval(() => (microphone.current?.seconds ?? 0) >= LONGEST_SECONDS && void end(false), 500);
    return () => clearInterval(timer);
  }, [step, end]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (takesKeys(event.target)) return;
      const key = event.key.toLowerCase();
      if (!['r', ' ', 'escape', 't'].includes(key) || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (key === 'escape') {
        if (now.current === 'recording') setStep('ready');
        onClose();
      } else if (key === 't' && now.current === 'recording') void end(true);
      else if (now.current === 'recording') void end(false);
      else void begin();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [begin, end, onClose, setStep]);

  if (!line) return null;
  const tone = toneOf(role?.colour);
  return (
    <section role="dialog" aria-modal="true" aria-label="Record" data-recorder={step} className="fixed inset-0 z-50 flex flex-col bg-deep text-on-deep">
      <header className="flex h-14 shrink-0 items-center gap-3 px-5">
        <CutTag colour={role?.colour} width={14} height={18} />
        <span className="text-[16px] font-[680]">{recording.kind === 'line' ? `${role?.name}, line ${line.index + 1}` : `${role?.name}, all ${wanted.length} lines`}</span>
        <span className="flex-1" />
        <span className="flex items-center gap-2 text-[13px] text-on-deep-2">
          Microphone
          <Choice
            label="Microphone"
            look="deep"
            size="large"
            className="max-w-56"
            value={device}
            options={[...(list.some(({ id }) => id === device) ? [] : [{ value: device, label: 'Default' }]), ...list.map(({ id, name }) => ({ value: id, label: name }))]}
            onChange={(id) => {
              localStorage.setItem('kipzo-microphone', id);
              setDevice(id);
            }}
          />
        </span>
        <IconButton label="Close without keeping (Esc)" className="!text-on-deep hover:!bg-deep-line" onClick={onClose}>
          <X size={18} />
        </IconButton>
      </header>
      <div className="scrolls flex min-h-0 flex-1 flex-col items-center justify-center overflow-y-auto px-[8vw] text-center">
        {recording.kind === 'line' ? (
          <>
            {before && <Cue document={document} line={before} />}
            <p className="m-0 mt-5 max-w-[22em] font-serif text-[40px] leading-[1.3]" style={{ color: '#fff' }}>
              {line.line.direction && <span className="mb-2 block text-[22px] text-on-deep-2 italic">({line.line.direction})</span>}
              {line.line.text || '…'}
            </p>
          </>
        ) : (
          <ol className="m-0 max-w-[34em] list-none p-0 text-left">
            {spoken.map((one) => (
              <li key={one.id} className="mb-4">
                {one.line.role === recording.role ? (
                  <p className="m-0 border-l-4 pl-4 font-serif text-[28px] leading-[1.35] text-white" style={{ borderColor: tone.mid }}>
                    {one.line.text}
                  </p>
                ) : (
                  <Cue document={document} line={one} small />
                )}
              </li>
            ))}
          </ol>
        )}
      </div>
      <footer className="flex shrink-0 flex-col items-center gap-3 px-6 pt-3 pb-7">
        {problem ? <p className="m-0 max-w-xl rounded-[9px] bg-err-soft px-4 py-2 text-center text-[14px] text-err">{problem}</p> : <Meter microphone={microphone} step={step} />}
        <div className="flex items-center gap-4">
          <button
            type="button"
            disabled={step !== 'ready' && step !== 'recording'}
            aria-label={step === 'recording' ? 'Stop and keep (R)' : 'Record (R)'}
            className={`flex size-16 items-center justify-center rounded-full border-4 ${step === 'recording' ? 'border-white bg-err' : 'border-deep-line bg-err hover:border-white'} text-white disabled:opacity-50`}
            onClick={() => void (step === 'recording' ? end(false) : begin())}
          >
            {step === 'count' ? (
              <span className="text-[26px] font-[680]">{beat}</span>
            ) : step === 'recording' ? (
              <Square size={24} fill="currentColor" />
            ) : (
              <Mic size={26} strokeWidth={1.8} />
            )}
          </button>
          <div className="w-64 text-[13px] leading-5 text-on-deep-2" aria-live="polite">
            {
              {
                opening: problem ? 'Choose another microphone above.' : 'Opening the microphone …',
                ready: `Press R, speak after ${COUNT} beats.`,
                before: 'The line before is played: answer it.',
                count: 'Ready …',
                recording: 'Recording. R keeps it, T takes it again.',
                keeping: 'Keeping the take …',
              }[step]
            }
          </div>
          {step === 'recording' && (
            <Button kind="deep" onClick={() => void end(true)}>
              Again from the start
            </Button>
          )}
        </div>
        {recording.kind === 'line' && before && (
          <Check
            className="text-[13px] text-on-deep-2"
            checked={answering}
            onChange={(on) => {
              localStorage.setItem('kipzo-answering', on ? 'yes' : 'no');
              setAnswering(on);
            }}
          >
            Play the line before first, so that I answer it
          </Check>
        )}
        {device === SIMULATED && <p className="m-0 text-[12px] text-on-deep-2">The simulated microphone speaks the line with its draft voice.</p>}
      </footer>
    </section>
  );
}

function Cue({ document, line, small }: { document: Document; line: ScheduledLine; small?: boolean }) {
  const role = line.line.role ? document.production.roles[line.line.role] : undefined;
  return (
    <p className={`m-0 font-serif text-on-deep-2 ${small ? 'text-[16px] leading-6' : 'text-[20px] leading-7'}`}>
      <span className="mr-2 inline-flex items-center gap-1.5 align-middle">
        <CutTag colour={colourOf(document, line.line.role)} width={10} height={12} />
        <span className="font-sans text-[13px] font-[650]">{role?.name}</span>
      </span>
      {line.line.text}
    </p>
  );
}

/** Level as a bar in decibels, the loudest so far, what is wrong, how long and how long still. */
function Meter({ microphone, step }: { microphone: { readonly current: Microphone | undefined }; step: Step }) {
  const bar = useRef<HTMLDivElement>(null);
  const top = useRef<HTMLDivElement>(null);
  const [told, setTold] = useState<{ text: string; wrong: boolean }>({ text: '', wrong: false });
  useEffect(() => {
    let frame = 0;
    let held = 0;
    let last = '';
    const show = (): void => {
      frame = requestAnimationFrame(show);
      const own = microphone.current;
      if (!own) return;
      const share = (level: number): number => Math.max(0, Math.min(1, (20 * Math.log10(Math.max(level, 1e-5)) + 60) / 60));
      held = Math.max(own.level, held * 0.985);
      if (bar.current) {
        bar.current.style.width = `${share(own.level) * 100}%`;
        bar.current.style.background = own.level >= 0.9 ? '#e8563f' : own.level > 0.6 ? '#f8cc2f' : '#5fbf86';
      }
      if (top.current) top.current.style.left = `${share(held) * 100}%`;
      const db = held > 0.001 ? `${Math.round(20 * Math.log10(held))} dB peak`.replace('-', '\u2212') : 'quiet';
      const text = own.clipped
        ? 'Too loud: it is distorted. Move back from the microphone.'
        : own.silent
          ? 'Nothing is heard from this microphone. Check that it is on, or choose another above.'
          : step === 'recording'
            ? `${formatMoment(toTicks(own.seconds), 1)}, ${db}, ${formatDuration(toTicks(LONGEST_SECONDS - own.seconds))} left`
            : db;
      if (text !== last) {
        last = text;
        setTold({ text, wrong: own.clipped || own.silent });
      }
    };
    frame = requestAnimationFrame(show);
    return () => cancelAnimationFrame(frame);
  }, [microphone, step]);
  return (
    <div className="w-full max-w-xl">
      <div className="relative h-2.5 overflow-hidden rounded-full bg-deep-line">
        <div ref={bar} className="h-full w-0 rounded-full" data-level />
        <div ref={top} className="absolute top-0 h-full w-[2px] bg-white" />
      </div>
      <p className={`m-0 mt-1.5 text-center text-[13px] ${told.wrong ? 'font-semibold text-lamp' : 'text-on-deep-2'}`} role="status" data-microphone>
        {told.text}
      </p>
    </div>
  );
}
