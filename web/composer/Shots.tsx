import { Plus, Video } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { hangCue, pinAt } from '#core/edit/commands/cues';
import { frameSize } from '#core/stage/frame';
import { formatLength } from '#core/time/format';
import { orderAtEnd } from '#core/time/order';
import { ceilToFrame } from '#core/time/ticks';
import { makeId } from '../ids.ts';
import { stage } from '../stage/client.ts';
import { run, useProduction, useStanding } from '../state/production.ts';
import { choose, useView, view } from '../state/view.ts';
import { Bitmap } from '../ui/Bitmap.tsx';
import { Tip } from '../ui/parts.tsx';
import type { PlacedScene } from './film.ts';
import { cueLabel } from './lanes.ts';
import { seek } from './transport.ts';

/** The scene's shots as live pictures, the current one in lamp. */
export function Shots({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document);
  const current = useView((state) => scene.shots.findLastIndex((shot) => shot.start <= state.tick));
  const throughCamera = useView((state) => state.throughCamera);
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.querySelectorAll('[data-shot]')[current]?.scrollIntoView({ block: 'nearest' });
  }, [current]);
  if (!document_) return null;
  const add = (): void => {
    const id = makeId('cue');
    const { tick } = useView.getState();
    const line = scene.lines.findLast((l) => l.start <= tick + 4800);
    // Just before a line it hangs from that line, else from the word that is said: a shorter take brings it along.
    const start = line && line.start > tick ? ({ to: 'line', line: line.id, edge: 'start', offset: tick - line.start } as const) : pinAt(scene.scene, Math.round(tick), scene.fps);
    const subject = line?.layer;
    run(
      'New shot',
      hangCue(scene.id, id, {
        kind: 'camera',
        framing: subject ? 'medium' : 'wide',
        subjects: subject ? [subject] : [],
        x: 0,
        y: 0,
        width: frameSize(document_.production.frame).width,
        over: 0,
        push: 0,
        order: orderAtEnd(scene.scene.cues),
        start,
        end: { ticks: 48_000 },
      }),
    );
    choose({ kind: 'cue', id });
  };
  return (
    <section className="flex h-full w-[132px] shrink-0 flex-col pl-4" aria-label="Shots">
      <div className="flex items-center justify-between pt-3.5 pb-1.5 text-on-deep">
        <h2 className="m-0 text-[13px] font-[680]">Shots</h2>
        <Tip text="New shot at the playhead">
          <button type="button" aria-label="New shot at the playhead" className="rounded-md p-1 hover:bg-deep-line" onClick={add}>
            <Plus size={15} />
          </button>
        </Tip>
      </div>
      <div ref={list} className="scrolls flex min-h-0 flex-1 flex-col gap-1 overflow-y-auto pr-1 pb-2">
        {scene.shots.map((shot, index) => (
          <Shot key={shot.id} scene={scene} shot={shot} active={index === current} label={cueLabel(document_, scene, shot.cue)} />
        ))}
        {scene.shots.length === 0 && <p className="m-0 text-[12px] text-on-deep-2">One wide shot so far. Press + at a place on the ribbon to cut.</p>}
      </div>
      <button
        type="button"
        aria-pressed={throughCamera}
        className={`-ml-1 mb-2 flex h-6 items-center gap-1 self-start whitespace-nowrap rounded-[6px] px-1 text-[12px] ${throughCamera ? 'bg-lamp font-semibold text-ink' : 'text-on-deep-2 hover:bg-deep-line'}`}
        onClick={() => view({ throughCamera: !throughCamera })}
      >
        <Video size={13} strokeWidth={1.6} />
        Through camera
      </button>
    </section>
  );
}

/** Pixels. */
const SHOT_WIDTH = 108;

function Shot({ scene, shot, active, label }: { scene: PlacedScene; shot: PlacedScene['shots'][number]; active: boolean; label: string }) {
  const [bitmap, setBitmap] = useState<ImageBitmap>();
  const document_ = useStanding();
  const { width, height } = frameSize(document_.production.frame);
  const h = Math.min(110, Math.round((SHOT_WIDTH * height) / width));
  useEffect(() => {
    let here = true;
    // A moment after the cut shows the shot settled; short waits keep typing smooth.
    const timer = setTimeout(
      () =>
        void stage()
          .thumb(scene.id, Math.min(scene.length - 1, shot.start + Math.max(shot.cue.over, 4800) + 2400), SHOT_WIDTH * 2)
          .then((value) => here && setBitmap(value)),
      120,
    );
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [scene, shot]);
  return (
    <button
      type="button"
      data-shot
      aria-current={active}
      className="shrink-0 text-left"
      onClick={() => (seek(ceilToFrame(shot.start, scene.fps)), choose({ kind: 'cue', id: shot.id }))}
    >
      <span className={`block overflow-hidden rounded-[6px] ${active ? 'outline-2 outline-offset-1 outline-lamp' : ''}`} style={{ width: SHOT_WIDTH, height: h }}>
        <Bitmap bitmap={bitmap} width={SHOT_WIDTH} height={h} className="!bg-deep-2" />
      </span>
      <span className={`flex justify-between gap-1 pt-0.5 text-[11.5px] leading-4 ${active ? 'text-on-deep' : 'text-on-deep-2'}`}>
        <span className="truncate">{label}</span>
        <span className="shrink-0">{formatLength(shot.end - shot.start)}</span>
      </span>
    </button>
  );
}
