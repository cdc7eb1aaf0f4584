import { Pause, Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Backdrop, PictureActor, PictureFace, PictureFigure } from '#core/document/schema';
import { Check, Slider } from '../ui/fields.tsx';
import { Button, CutTag, IconButton } from '../ui/parts.tsx';
import type { PrepareAnswer, Spoken, TalkParts } from '../workers/picture.worker.ts';
import type { PictureClient } from './client.ts';
import type { Lifted } from './useLifting.ts';

const SIZE = { width: 348, height: 196 } as const;
const PARTS: readonly (readonly [keyof TalkParts, string])[] = [
  ['talks', 'Talks'],
  ['blinks', 'Blinks'],
  ['looks', 'Looks'],
  ['nods', 'Nods'],
];

/** The picture acts beside where it is marked, in a loop: whatever is changed is seen at once. */
export function Talk({
  client,
  actor,
  face,
  backdrop,
  text,
  colour,
  onText,
}: {
  client: PictureClient;
  actor: PictureActor;
  face: PictureFace | undefined;
  backdrop: Backdrop;
  text: string;
  colour: number | undefined;
  onText: (text: string) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const attached = useRef(false);
  const head = useRef<HTMLDivElement>(null);
  const [playing, setPlaying] = useState(true);
  const [parts, setParts] = useState<TalkParts>({ talks: true, blinks: true, looks: true, nods: true });
  const [spoken, setSpoken] = useState<Spoken>();
  const [writing, setWriting] = useState(false);
  useEffect(() => {
    client.onSpoken = setSpoken;
    if (attached.current || !canvas.current) return;
    attached.current = true;
    client.attach(canvas.current, SIZE.width, SIZE.height);
  }, [client]);
  useEffect(() => {
    client.onTime = (seconds) => {
      if (head.current && spoken) head.current.style.left = `${(seconds / spoken.seconds) * 100}%`;
    };
  }, [client, spoken]);
  useEffect(
    () =>
      client.look({
        actor: {
          lifted: actor.lifted,
          ...(actor.mouth ? { mouth: actor.mouth } : {}),
          ...(actor.lids ? { lids: actor.lids } : {}),
          ...(actor.moves === undefined ? {} : { moves: actor.moves }),
          ...(actor.floats ? { floats: true as const } : {}),
        },
        backdrop,
        text,
        parts,
        playing,
        face,
      }),
    [client, actor, backdrop, text, parts, playing, face],
  );
  return (
    <section aria-label={`${actor.name} talks`} className="px-4 pt-3">
      <div className="mb-2 flex h-6 items-center gap-2">
        <CutTag colour={colour} width={11} height={16} />
        <h2 className="min-w-0 truncate text-[15px] font-[650]" title="In a loop, as you mark">
          {actor.name} talks
        </h2>
        <span className="flex-1" />
        <IconButton label={playing ? 'Hold still' : 'Go on'} onClick={() => setPlaying(!playing)}>
          {playing ? <Pause size={15} strokeWidth={1.8} /> : <Play size={15} strokeWidth={1.8} />}
        </IconButton>
      </div>
      <canvas
        ref={canvas}
        role="img"
        aria-label={`${actor.name}, acting`}
        className="block w-full rounded-[4px] bg-well"
        style={{ aspectRatio: `${SIZE.width} / ${SIZE.height}` }}
        data-talk
      />
      {writing ? (
        <input
          // biome-ignore lint/a11y/noAutofocus: it takes the place of the button that was pressed
          autoFocus
          aria-label="What it says"
          defaultValue={text}
          maxLength={200}
          className="mt-1.5 h-[30px] w-full rounded-[6px] border border-edge bg-white px-2 font-serif text-[14px]"
          onBlur={(event) => {
            setWriting(false);
            if (event.target.value.trim()) onText(event.target.value.trim());
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setWriting(false);
          }}
        />
      ) : (
        <div className="relative mt-1.5 h-[38px] overflow-hidden" aria-hidden="true">
          <div className="absolute inset-x-0 top-0 h-[21px] border-t-2 border-act bg-act-soft" />
          {spoken?.words.map(({ text: word, start, end }) => (
            <span
              key={`${start}`}
              className="absolute top-[3px] truncate text-center font-serif text-[12px] leading-[17px] tracking-[-0.02em]"
              style={{ left: `${(start / spoken.seconds) * 100}%`, width: `${((end - start) / spoken.seconds) * 100}%`, overflow: 'visible' }}
            >
              {word}
            </span>
          ))}
          {spoken?.mouths.map(({ shape, start, end }) => (
            <span
              key={`${start}`}
              className="absolute top-[30px] -translate-y-1/2 rounded-[50%] bg-[#6d2436]"
              style={{ left: `${(start / spoken.seconds) * 100}%`, width: `${Math.max(0.9, ((end - start) / spoken.seconds) * 82)}%`, height: LIPS[shape] ?? 4 }}
            />
          ))}
          <div ref={head} className="absolute top-0 bottom-0 w-[3px] -translate-x-1/2 bg-ink" style={{ boxShadow: '0 0 0 1px var(--color-lamp)' }} />
        </div>
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        {PARTS.map(([key, label]) => (
          <button
            key={key}
            type="button"
            aria-pressed={parts[key]}
            className={`h-7 rounded-[7px] border px-2.5 text-[12.5px] font-semibold ${parts[key] ? 'border-act bg-act-soft' : 'border-edge bg-paper text-ink-2'}`}
            onClick={() => setParts({ ...parts, [key]: !parts[key] })}
          >
            {label}
          </button>
        ))}
        <span className="flex-1" />
        <Button kind="quiet" className="!h-7 !px-1.5 !text-act" onClick={() => setWriting(true)}>
          Say else
        </Button>
      </div>
    </section>
  );
}
/** Height of the lips of a shape in the small ribbon. */
const LIPS: Readonly<Record<string, number>> = { rest: 2, closed: 2, bite: 3, tongue: 5, teeth: 4, mid: 6, wide: 12, spread: 6, round: 10, pucker: 7 };

/** Before and after of the mouth, close. */
export function Close({ picture, actor, lifted }: { picture: { media: string; width: number; height: number }; actor: PictureActor; lifted: Lifted }) {
  const before = useRef<HTMLCanvasElement>(null);
  const after = useRef<HTMLCanvasElement>(null);
  const { prepared, size } = lifted;
  useEffect(() => {
    const { face } = actor;
    if (!face || !prepared || !size) return;
    const [[lx, ly], , [rx, ry]] = face.mouth;
    const wide = Math.max(0.02, Math.hypot((rx - lx) * size.width, (ry - ly) * size.height) * 1.9);
    const [cx, cy] = [((lx + rx) / 2) * size.width, ((ly + ry) / 2) * size.height];
    const tall = wide * 0.44;
    const show = (canvas: HTMLCanvasElement | null, image: CanvasImageSource, dx: number, dy: number, k: number): void => {
      const context = canvas?.getContext('2d');
      if (!canvas || !context) return;
      context.fillStyle = '#dfe9e7';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.imageSmoothingQuality = 'high';
      context.drawImage(image, (cx - wide / 2 - dx) * k, (cy - tall / 2 - dy) * k, wide * k, tall * k, 0, 0, canvas.width, canvas.height);
    };
    const image = new Image();
    image.src = `/api/media/${picture.media}`;
    void image.decode().then(() => show(before.current, image, 0, 0, image.naturalWidth / size.width));
    show(after.current, prepared.mended, prepared.bounds.left, prepared.bounds.top, 1);
  }, [actor, prepared, size, picture.media]);
  if (!actor.face) return null;
  return (
    <div className="grid grid-cols-2 gap-2 px-4 pt-2.5">
      <figure>
        <canvas ref={before} width={340} height={150} className="w-full rounded-[4px] bg-well" role="img" aria-label="The mouth as it is painted" />
        <figcaption className="pt-1 text-[12px] text-ink-2">Before: painted on</figcaption>
      </figure>
      <figure>
        <canvas ref={after} width={340} height={150} className="w-full rounded-[4px] bg-well" role="img" aria-label="The mouth mended away" />
        <figcaption className="pt-1 text-[12px] text-ok">After: mended away</figcaption>
      </figure>
    </div>
  );
}

interface Numbers {
  readonly actor: PictureActor;
  readonly prepared: PrepareAnswer | undefined;
  onTry(values: Partial<PictureActor>): void;
  onTake(label: string, values: Partial<PictureActor>): void;
}

/** What can be turned of mouth, edge and head. */
export function NumbersOf({ actor, prepared, onTry, onTake }: Numbers) {
  const mouth: Partial<PictureFigure['mouth']> = actor.mouth ?? {};
  const row = (label: string, value: number, min: number, max: number, step: number, text: string, values: (value: number) => Partial<PictureActor>) => (
    <div className="flex h-7 items-center gap-3">
      <span className="w-[84px] text-[12.5px]">{label}</span>
      <Slider
        label={label}
        value={value}
        min={min}
        max={max}
        step={step}
        text={text}
        onTry={(next) => onTry(values(next))}
        onTake={(next) => onTake(label, values(next))}
        className="flex-1"
      />
      <span className="w-14 text-right text-[12.5px] font-[650]">{text}</span>
    </div>
  );
  const [width, open, line, moves] = [mouth.width ?? 0.9, mouth.open ?? prepared?.open ?? 1, mouth.line ?? 1, actor.moves ?? 1];
  const edge = actor.edge ?? { shift: 0, feather: 0 };
  return (
    <div className="px-4 pt-2">
      <h3 className="pt-1 text-[13px] font-[650]">Mouth</h3>
      {row('Width', width, 0.3, 2, 0.02, `${Math.round(width * 100)} %`, (value) => ({ mouth: { ...mouth, width: value } }))}
      {row('Opens to', open, 0.2, 1.6, 0.02, `${Math.round(open * 100)} %`, (value) => ({ mouth: { ...mouth, open: value } }))}
      {row('Line', line, 0, 3, 0.05, line.toFixed(1), (value) => ({ mouth: { ...mouth, line: value } }))}
      <h3 className="pt-1 text-[13px] font-[650]">{actor.lifted ? 'Head and edge' : 'Head'}</h3>
      {actor.lifted && row('Head moves', moves, 0, 1.5, 0.05, moves === 0 ? 'not' : moves < 0.6 ? 'gently' : moves < 1.2 ? 'freely' : 'wildly', (value) => ({ moves: value }))}
      {actor.lifted && (
        <Check
          checked={actor.floats === true}
          onChange={(on) => onTake(on ? 'It floats' : 'It stands', { floats: on ? true : undefined } as Partial<PictureActor>)}
          className="h-7 text-[12.5px]"
        >
          Floats: no shade on the floor
        </Check>
      )}
      {actor.face && row('Tilt', actor.face.tiltDeg, -45, 45, 1, `${actor.face.tiltDeg}°`, (value) => ({ face: { ...(actor.face as PictureFace), tiltDeg: value } }))}
      {actor.lifted && row('Edge', edge.shift, -6, 6, 0.5, `${edge.shift > 0 ? '+' : ''}${edge.shift} px`, (value) => ({ edge: { ...edge, shift: value } }))}
      {actor.lifted && row('Softness', edge.feather, 0, 6, 0.5, `${edge.feather} px`, (value) => ({ edge: { ...edge, feather: value } }))}
    </div>
  );
}
