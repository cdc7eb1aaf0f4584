import { useView, view } from '../state/view.ts';

/** The widest and the narrowest that is looked at, in widths of the frame. */
const WIDEST = 2.5;
const NARROWEST = 0.08;

/** What is looked at, held so that some of the frame stays in view; the frame itself is undefined. */
export function lookAt(next: { x: number; y: number; width: number }, frame: { width: number; height: number }): { x: number; y: number; width: number } | undefined {
  const width = Math.min(frame.width * WIDEST, Math.max(frame.width * NARROWEST, next.width));
  const within = (value: number, half: number): number => Math.max(-half, Math.min(half, value));
  const [x, y] = [within(next.x, frame.width / 2), within(next.y, frame.height / 2)];
  const isFrame = Math.abs(width - frame.width) < frame.width * 0.01 && Math.abs(x) < 2 && Math.abs(y) < 2;
  return isFrame ? undefined : { x, y, width };
}

/** Zooms by so much about a place of the stage (shares of what is shown). */
export function zoomStage(factor: number, frame: { width: number; height: number }, at: { x: number; y: number } = { x: 0.5, y: 0.5 }): void {
  const now = useView.getState().looked ?? { x: 0, y: 0, width: frame.width };
  const width = Math.min(frame.width * WIDEST, Math.max(frame.width * NARROWEST, now.width / factor));
  const ratio = frame.height / frame.width;
  const [dx, dy] = [(at.x - 0.5) * (now.width - width), (at.y - 0.5) * (now.width - width) * ratio];
  view({ looked: lookAt({ x: now.x + dx, y: now.y + dy, width }, frame) });
}
