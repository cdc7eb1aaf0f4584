import { Play, Square, X } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { sentenceOf } from '#core/document/failure';
import type { Document } from '#core/document/schema';
import { splitWords } from '#core/formats/script/read';
import { takeOf } from '#core/schedule/timing';
import { formatLength, formatMoment } from '#core/time/format';
import { inOrder } from '#core/time/order';
import { toTicks } from '#core/time/ticks';
import { uploadMedia } from '../api.ts';
import type { PlacedScene } from '../composer/film.ts';
import { audition, stop } from '../composer/transport.ts';
import { takesKeys } from '../state/undoKeys.ts';
import { Choice } from '../ui/fields.tsx';
import { Button, CutTag, IconButton } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { layParts, partStored, warnOfClipping } from '../voices.ts';
import { asLine, dropOrKeep, given, giveTo, joinNext, type Piece, splitAtQuietest, unsaidLines } from './pieces.ts';
import { usePeaks } from './Waveform.tsx';

interface Props {
  readonly document: Document;
  readonly scene: PlacedScene;
  readonly file: File;
  readonly onClose: () => void;
}

/** One recording of everybody, parted into lines and given to speakers: heard, mended by keys, and taken in one step. */
export function Review({ document, scene, file, onClose }: Props) {
  const roles = useMemo(() => inOrder(document.production.roles), [document.production.roles]);
  const lines = useMemo(() => scene.lines.filter(({ line }) => line.kind === 'line'), [scene]);
  const [step, setStep] = useState<'reading' | 'parting' | 'ready' | 'taking'>('reading');
  const [problem, setProblem] = useState<string>();
  const [media, setMedia] = useState<{ hash: string; total: number }>();
  const [pieces, setPieces] = useState<readonly Piece[]>([]);
  const [past, setPast] = useState<readonly (readonly Piece[])[]>([]);
  const [at, setAt] = useState(0);
  const [heard, setHeard] = useState<number>();
  const [count, setCount] = useState(0);
  const next = useRef(1);

  const part = useCallback(
    async (hash: string, speakers: number): Promise<void> => {
      setStep('parting');
      const known = lines.filter(({ line }) => line.role && splitWords(line.text).length);
      const open = known.filter(({ line }) => (takeOf(line)?.kind ?? 'draft') === 'draft');
      const script = (list: typeof known) => list.map(({ id, line }) => ({ id, role: line.role as string, words: splitWords(line.text) }));
      const scripts = speakers ? [] : open.length && open.length < known.length ? [script(open), script(known)] : [script(known)];
      const { parts } = await partStored(hash, { scripts, likely: new Set(lines.flatMap(({ line }) => (line.role ? [line.role] : []))).size, ...(speakers ? { speakers } : {}) });
      if (!parts.length) throw new Error(`No voice was found in “${file.name}”. Choose a recording in which somebody speaks.`);
      setPieces(
        given(
          parts,
          roles.map(([id]) => id),
          lines,
        ),
      );
      setPast([]);
      setAt(0);
      setStep('ready');
    },
    [file.name, lines, roles],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file is read once; what is changed on the page meanwhile does not part it anew
  useEffect(() => {
    let here = true;
    (async () => {
      const stored = await uploadMedia('sound', file);
      warnOfClipping(stored);
      if (!here) return;
      setMedia({ hash: stored.hash, total: toTicks(Number(stored.facts.seconds)) });
      await part(stored.hash, 0);
    })().catch((thrown) => here && setProblem(sentenceOf(thrown)));
    return () => {
      here = false;
      stop();
    };
  }, [file]);

  const change = (make: (list: readonly Piece[]) => readonly Piece[]): void => {
    setPast((old) => [...old.slice(-60), pieces]);
    setPieces(make(pieces));
  };
  const play = (index: number): void => {
    const piece = pieces[index];
    if (!piece || !media) return;
    if (heard === index) return stop();
    setHeard(index);
    audition({ media: media.hash, from: toTicks(Math.max(0, piece.start - 0.06)), length: toTicks(piece.end - piece.start + 0.2) }, () =>
      setHeard((now) => (now === index ? undefined : now)),
    );
  };
  const give = (index: number, role: string): void => change((list) => giveTo(list, index, role));
  const drop = (index: number): void => change((list) => dropOrKeep(list, index));
  const join = (index: number): void => change((list) => joinNext(list, index));
  const split = (index: number): void => change((list) => splitAtQuietest(list, index, peaksOf(list[index] as Piece), next.current++ + 10_000));
  const overview = usePeaks(media?.hash ?? '', 0, media?.total ?? 1, 1180);
  const seconds = (media?.total ?? 0) / 48_000;
  const peaksOf = (piece: Piece): readonly number[] => {
    if (!overview || !seconds) return [];
    return overview.slice(Math.floor((piece.start / seconds) * overview.length), Math.ceil((piece.end / seconds) * overview.length));
  };
  const kept = pieces.filter(({ dropped }) => !dropped);
  const unsaid = unsaidLines(pieces, lines);
  const take = async (): Promise<void> => {
    if (!media || !kept.length) return;
    setStep('taking');
    try {
      await layParts(scene.id, media.hash, media.total, kept);
      toast.success(`${kept.length} line${kept.length === 1 ? '' : 's'} took their voices. Words and mouths follow.`);
      onClose();
    } catch (thrown) {
      setProblem(sentenceOf(thrown));
      setStep('ready');
    }
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (takesKeys(event.target)) return;
      const key = event.key;
      const digit = /^[1-9]$/.test(key) ? roles[Number(key) - 1]?.[0] : undefined;
      const acts: Record<string, () => void> = {
        ArrowDown: () => setAt((n) => Math.min(pieces.length - 1, n + 1)),
        ArrowUp: () => setAt((n) => Math.max(0, n - 1)),
        ' ': () => play(at),
        s: () => split(at),
        j: () => join(at),
        x: () => drop(at),
        Delete: () => drop(at),
        Escape: onClose,
        Enter: () => void take(),
      };
      const undoing = (event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z';
      const act = undoing
        ? () => {
            const before = past.at(-1);
            if (!before) return;
            setPast(past.slice(0, -1));
            setPieces(before);
          }
        : digit
          ? () => give(at, digit)
          : acts[key.length === 1 ? key.toLowerCase() : key];
      if (!act || (!undoing && (event.ctrlKey || event.metaKey)) || step !== 'ready') {
        if (key === 'Escape') onClose();
        return;
      }
      event.preventDefault();
      event.stopImmediatePropagation();
      act();
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  });
  useEffect(() => {
    window.document.querySelector(`[data-piece="${at}"]`)?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  return (
    <section role="dialog" aria-modal="true" aria-label="Review a recording" data-own-undo data-review={step} className="fixed inset-0 z-50 flex flex-col bg-paper">
      <header className="flex h-12 shrink-0 items-center gap-3 border-b border-line px-5">
        <h2 className="m-0 text-[16px] font-[680]">{file.name}</h2>
        <span className="text-[12px] text-ink-2">
          {step === 'ready' || step === 'taking' ? `${formatMoment(media?.total ?? 0, 1)}, ${kept.length} of ${pieces.length} parts kept` : ''}
        </span>
        {step === 'ready' && unsaid.length > 0 && (
          <span className="min-w-0 truncate text-[12px] text-ink-2" data-unsaid={unsaid.length} title={unsaid.map(({ index, line }) => `${index + 1} ${line.text}`).join('\n')}>
            not in it: line{unsaid.length === 1 ? '' : 's'} {unsaid.map(({ index }) => index + 1).join(', ')}
          </span>
        )}
        <span className="flex-1" />
        <span className="flex items-center gap-2 text-[12px] text-ink-2">
          Part it
          <Choice
            label="Part it"
            value={String(count)}
            disabled={step !== 'ready'}
            options={[
              { value: '0', label: 'along the script, else by voice' },
              ...[1, 2, 3, 4, 5].map((n) => ({ value: String(n), label: `by voice, ${n} speaker${n === 1 ? '' : 's'}` })),
            ]}
            onChange={(next) => {
              const wanted = Number(next);
              setCount(wanted);
              if (media) void part(media.hash, wanted).catch((thrown) => setProblem(sentenceOf(thrown)));
            }}
          />
        </span>
        <Button kind="primary" disabled={step !== 'ready' || !kept.length} onClick={() => void take()}>
          Take {kept.length} line{kept.length === 1 ? '' : 's'} (Enter)
        </Button>
        <IconButton label="Leave the recording (Esc)" onClick={onClose}>
          <X size={17} />
        </IconButton>
      </header>
      {problem ? (
        <div className="m-8 rounded-[10px] border border-err bg-err-soft p-4 text-[14px] text-err">
          {problem}
          <div className="mt-3">
            <Button onClick={onClose}>Back to the script</Button>
          </div>
        </div>
      ) : step === 'reading' || step === 'parting' ? (
        <div className="m-8 flex flex-col gap-3" aria-busy="true">
          <p className="m-0 text-[14px] text-ink-2">{step === 'reading' ? `Reading “${file.name}” …` : 'Finding who says what …'}</p>
          {[0, 1, 2, 3, 4].map((n) => (
            <div key={n} className="h-12 rounded-[9px] bg-well" />
          ))}
        </div>
      ) : (
        <>
          <svg
            viewBox="0 0 1180 84"
            className="mx-auto mt-3 block h-[84px] w-[calc(100%-40px)] shrink-0"
            preserveAspectRatio="none"
            aria-label="The whole recording, its parts in their speakers’ colours"
          >
            {pieces.map((piece, index) => {
              const tone = toneOf(document.production.roles[piece.role]?.colour);
              const x = (piece.start / seconds) * 1180;
              return (
                <rect
                  key={piece.key}
                  x={x}
                  y={2}
                  width={Math.max(2, ((piece.end - piece.start) / seconds) * 1180)}
                  height={80}
                  fill={piece.dropped ? '#dfe9e7' : tone.mid}
                  stroke={index === at ? '#0f2b30' : 'none'}
                  strokeWidth={2}
                  className="cursor-pointer"
                  onPointerDown={() => setAt(index)}
                />
              );
            })}
            {overview && (
              <path
                className="pointer-events-none"
                d={overview.map((peak, n) => `M${n} ${42 - Math.max(0.6, peak * 40)}V${42 + Math.max(0.6, peak * 40)}`).join('')}
                stroke="#3d5559"
                strokeWidth={0.9}
              />
            )}
          </svg>
          <p className="m-0 px-5 py-2 text-[12px] text-ink-2">
            <Keys>↑ ↓</Keys> part <Keys>Space</Keys> hear <Keys>1</Keys>…<Keys>{Math.max(1, roles.length)}</Keys> who speaks <Keys>S</Keys> split at its quietest <Keys>J</Keys>{' '}
            join with the next <Keys>X</Keys> drop or keep <Keys>Ctrl Z</Keys> back
          </p>
          <ol className="scrolls m-0 min-h-0 flex-1 list-none overflow-y-auto px-5 pb-6">
            {pieces.map((piece, index) => (
              <Row
                key={piece.key}
                index={index}
                piece={piece}
                chosen={index === at}
                heard={heard === index}
                document={document}
                lines={lines}
                roles={roles}
                peaks={peaksOf(piece)}
                onChoose={() => setAt(index)}
                onPlay={() => (setAt(index), play(index))}
                onRole={(role) => give(index, role)}
                onLine={(line) => change((list) => asLine(list, index, line, lines.find(({ id }) => id === line)?.line.role))}
                onSplit={() => split(index)}
                onJoin={() => join(index)}
                onDrop={() => drop(index)}
              />
            ))}
          </ol>
        </>
      )}
    </section>
  );
}

const Keys = ({ children }: { children: React.ReactNode }) => (
  <kbd className="ml-2 rounded-[5px] border border-edge bg-white px-1.5 font-sans text-[11.5px] font-[650] text-ink">{children}</kbd>
);

function Row({
  index,
  piece,
  chosen,
  heard,
  document,
  lines,
  roles,
  peaks,
  onChoose,
  onPlay,
  onRole,
  onLine,
  onSplit,
  onJoin,
  onDrop,
}: {
  index: number;
  piece: Piece;
  chosen: boolean;
  heard: boolean;
  document: Document;
  lines: PlacedScene['lines'];
  roles: readonly (readonly [string, Document['production']['roles'][string]])[];
  peaks: readonly number[];
  onChoose: () => void;
  onPlay: () => void;
  onRole: (role: string) => void;
  onLine: (line: string | undefined) => void;
  onSplit: () => void;
  onJoin: () => void;
  onDrop: () => void;
}) {
  const role = document.production.roles[piece.role];
  const tone = toneOf(role?.colour);
  const line = lines.find(({ id }) => id === piece.line);
  const doubt = piece.confidence < 0.3 && !piece.dropped;
  const bars = peaks.map((peak, n) => `M${n + 0.5} ${14 - Math.max(0.7, peak * 13)}V${14 + Math.max(0.7, peak * 13)}`).join('');
  return (
    <li
      data-piece={index}
      aria-current={chosen}
      className={`mb-1 grid grid-cols-[30px_64px_26px_140px_200px_minmax(0,1fr)_auto] items-center gap-2 rounded-[9px] border px-2 py-1 ${chosen ? 'border-ink [box-shadow:0_0_0_1px_var(--color-ink)]' : 'border-line'} ${piece.dropped ? 'opacity-45' : ''}`}
      style={{ background: piece.dropped ? undefined : tone.tint }}
      onPointerDown={onChoose}
    >
      <button
        type="button"
        aria-label={`Hear part ${index + 1}`}
        className={`flex size-[26px] items-center justify-center rounded-full border ${heard ? 'border-act bg-act text-white' : 'border-edge bg-paper'}`}
        onClick={onPlay}
      >
        {heard ? <Square size={11} fill="currentColor" /> : <Play size={11} fill="currentColor" />}
      </button>
      <span className="text-[12px] leading-4">
        <span className="block font-[650]">{formatMoment(toTicks(piece.start), 1)}</span>
        <span className="text-ink-2">{formatLength(toTicks(piece.end - piece.start))}</span>
      </span>
      <CutTag colour={role?.colour} width={16} height={20} />
      <span>
        <Choice
          label={`Who speaks part ${index + 1}`}
          size="small"
          colour={tone.deep}
          className="w-full font-[650]"
          value={piece.role}
          options={roles.map(([id, { name }], n) => ({ value: id, label: `${n + 1} ${name}` }))}
          onChange={onRole}
        />
        {doubt && <span className="block text-[11.5px] font-semibold text-warn">in doubt: listen</span>}
      </span>
      <svg viewBox={`0 0 ${Math.max(1, peaks.length)} 28`} preserveAspectRatio="none" className="h-7 w-full rounded-[4px] bg-paper/70" aria-hidden="true">
        <path d={bars} stroke={tone.fine} strokeWidth={0.9} fill="none" vectorEffect="non-scaling-stroke" />
      </svg>
      <Choice
        label={`Which line part ${index + 1} is`}
        className="w-full font-serif !text-[14px]"
        value={piece.line ?? ''}
        options={[
          { value: '', label: 'a new line' },
          ...lines.map(({ id, index: n, line: one }) => ({ value: id, label: `${n + 1} ${document.production.roles[one.role ?? '']?.name}: ${one.text || 'without words'}` })),
        ]}
        onChange={(id) => onLine(id || undefined)}
      />
      <span className="flex gap-1">
        <span className="sr-only">{line ? `Line ${line.index + 1}` : 'A new line'}</span>
        <Button className="!h-7 !px-2" onClick={onSplit}>
          Split
        </Button>
        <Button className="!h-7 !px-2" onClick={onJoin}>
          Join
        </Button>
        <Button className="!h-7 !px-2" aria-pressed={piece.dropped} onClick={onDrop}>
          {piece.dropped ? 'Keep' : 'Drop'}
        </Button>
      </span>
    </li>
  );
}
