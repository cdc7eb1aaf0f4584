import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { frameSize } from '#core/stage/frame';
import { bringFiles } from '../pictures/asWhat.tsx';
import { hearBoxes } from '../stage/boxes.ts';
import { stage } from '../stage/client.ts';
import { useProduction } from '../state/production.ts';
import { useView, view } from '../state/view.ts';
import { useFileDrop } from '../ui/useFileDrop.ts';
import { usePinch } from '../ui/usePinch.ts';
import type { PlacedScene } from './film.ts';
import { Overlay } from './Overlay.tsx';
import { TriedStrip } from './StageDoor.tsx';
import { StageTools } from './StageTools.tsx';
import { lookAt, zoomStage } from './stageZoom.ts';

/** The stage on deep: the whole set while editing, with lamp corners for the shot; the shot itself while playing. */
export function StageView({ scene, bare = false }: { scene: PlacedScene; bare?: boolean }) {
  const document_ = useProduction((state) => state.document);
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 608, height: 342 });
  const throughCamera = useView((state) => state.throughCamera);
  const playing = useView((state) => state.playing);
  const shape = document_?.production.frame ?? '16:9';
  const frame = useMemo(() => frameSize(shape), [shape]);

  useEffect(() => {
    const element = room.current;
    if (!element) return;
    const measure = (): void => {
      const k = Math.min(element.clientWidth / frame.width, element.clientHeight / frame.height);
      setSize({ width: Math.floor(frame.width * k), height: Math.floor(frame.height * k) });
    };
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    measure();
    return () => watch.disconnect();
  }, [frame.width, frame.height]);

  useEffect(() => {
    const canvas = stageCanvas();
    canvas.className = 'block h-full w-full rounded-[3px]';
    canvas.setAttribute('aria-label', 'The stage');
    holder.current?.append(canvas);
    hearBoxes();
    stage().onPainted = (production) => {
      performance.mark('stage painted');
      view({ painted: production });
    };
    stage().onProblem = (sentence) => toast.error(sentence, { id: 'stage' });
  }, []);
  useEffect(() => {
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    stage().resize(Math.max(2, Math.round(size.width * ratio)), Math.max(2, Math.round(size.height * ratio)), size.width);
  }, [size]);

  const { drop, over } = useFileDrop<HTMLDivElement>('presentation', (files) => void bringFiles(files), { several: true, enabled: !bare });
  useStageWheel(room, size, frame);
  usePinch(room, ({ factor, x, y, dx, dy }) => {
    const element = room.current;
    if (!element || useView.getState().playing) return;
    const box = element.getBoundingClientRect();
    const [left, top] = [box.left + (box.width - size.width) / 2, box.top + (box.height - size.height) / 2];
    zoomStage(factor, frame, { x: (x - left) / size.width, y: (y - top) / size.height });
    const { looked } = useView.getState();
    if (!looked) return;
    const unit = looked.width / size.width;
    view({ looked: lookAt({ ...looked, x: looked.x - dx * unit, y: looked.y - dy * unit }, frame) });
  });
  const recording = useView((state) => state.recording);
  const whole = (!playing || recording) && !throughCamera;
  return (
    <div
      {...drop}
      className={`relative flex min-h-0 min-w-0 flex-1 flex-col ${over ? 'outline-3 -outline-offset-4 outline-lamp outline-dashed' : ''} ${bare ? '' : 'px-3.5 pt-3 pb-[27px]'}`}
    >
      <div ref={room} className="flex min-h-0 flex-1 items-center justify-center" data-stage-room>
        <div ref={holder} className="relative overflow-hidden rounded-[3px] bg-deep-2" style={size}>
          {whole && !bare && <Overlay scene={scene} size={size} />}
          <TriedStrip />
          <Poster scene={scene} />
        </div>
      </div>
      {whole && !bare && <StageTools />}
    </div>
  );
}

/** The poster over the stage until its first own picture: opening a production never looks at black. */
function Poster({ scene }: { scene: PlacedScene }) {
  const production = useProduction((state) => state.document?.production.id);
  const painted = useView((state) => state.painted);
  if (production === undefined || painted === production || scene.start > 0) return null;
  return <PosterPicture production={production} className="absolute inset-0 h-full w-full" />;
}

/** The kept picture of a production; nothing if none was made yet. */
export function PosterPicture({ production, className }: { production: string; className: string }) {
  const [none, setNone] = useState(false);
  return none ? null : (
    <img
      alt=""
      src={`/api/productions/${encodeURIComponent(production)}/poster.png?kept`}
      className={`object-contain ${className}`}
      onError={() => setNone(true)}
      {...{ elementtiming: 'poster' }}
    />
  );
}

/** Ctrl and the wheel zoom at the pointer; the wheel alone moves what is zoomed. */
function useStageWheel(room: React.RefObject<HTMLDivElement | null>, size: { width: number; height: number }, frame: { width: number; height: number }): void {
  useEffect(() => {
    const element = room.current;
    if (!element) return;
    const onWheel = (event: WheelEvent): void => {
      if (useView.getState().playing) return;
      const { looked } = useView.getState();
      if (event.ctrlKey || event.metaKey) {
        event.preventDefault();
        const box = element.getBoundingClientRect();
        const [left, top] = [box.left + (box.width - size.width) / 2, box.top + (box.height - size.height) / 2];
        zoomStage(Math.exp(-event.deltaY * 0.002), frame, { x: (event.clientX - left) / size.width, y: (event.clientY - top) / size.height });
      } else if (looked) {
        event.preventDefault();
        const unit = looked.width / size.width;
        const [dx, dy] = event.shiftKey ? [event.deltaY, event.deltaX] : [event.deltaX, event.deltaY];
        view({ looked: lookAt({ ...looked, x: looked.x + dx * unit, y: looked.y + dy * unit }, frame) });
      }
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [room, size, frame]);
}

let made: HTMLCanvasElement | undefined;
/** One canvas for the page: its control can be handed to the worker only once. */
function stageCanvas(): HTMLCanvasElement {
  if (!made) {
    made = document.createElement('canvas');
    made.dataset.stage = '';
    stage().attach(made);
  }
  return made;
}
