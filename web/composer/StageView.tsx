import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { frameSize } from '#core/stage/frame';
import { hearBoxes } from '../stage/boxes.ts';
import { stage } from '../stage/client.ts';
import { useProduction } from '../state/production.ts';
import { useView } from '../state/view.ts';
import type { PlacedScene } from './film.ts';
import { Overlay } from './Overlay.tsx';

/** The stage on deep: the whole set while editing, with lamp corners for the shot; the shot itself while playing. */
export function StageView({ scene }: { scene: PlacedScene }) {
  const document_ = useProduction((state) => state.document);
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 608, height: 342 });
  const throughCamera = useView((state) => state.throughCamera);
  const playing = useView((state) => state.playing);
  const shape = document_?.production.frame ?? '16:9';
  const frame = frameSize(shape);

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
    stage().onProblem = (sentence) => toast.error(sentence, { id: 'stage' });
  }, []);
  useEffect(() => {
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    stage().resize(Math.max(2, Math.round(size.width * ratio)), Math.max(2, Math.round(size.height * ratio)));
  }, [size]);

  const recording = useView((state) => state.recording);
  const whole = (!playing || recording) && !throughCamera;
  return (
    <div className="relative flex min-w-0 flex-1 flex-col px-3.5 pt-4 pb-4">
      <div ref={room} className="flex min-h-0 flex-1 items-center justify-center">
        <div ref={holder} className="relative overflow-hidden rounded-[3px] bg-deep-2" style={size}>
          {whole && <Overlay scene={scene} size={size} />}
        </div>
      </div>
    </div>
  );
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
