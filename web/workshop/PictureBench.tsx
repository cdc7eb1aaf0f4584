import { type PointerEvent as ReactPointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { OwnPicture, PictureActor, PictureFace } from '#core/document/schema';
import { thinned } from '#core/picture/outline';
import { mediaUrl } from '../api.ts';
import { useDrag } from '../ui/useDrag.ts';
import { useSize } from '../ui/useSize.ts';
import { type Mark, type MarkTool, marksOf, tiltPin } from './marks.ts';
import type { Lifted } from './useLifting.ts';

export type Tool = 'this' | 'not' | 'lasso' | 'arm' | 'mend' | MarkTool | 'pipette' | 'look';
type Spot = readonly [number, number];
type Stroke = PictureActor['strokes'][number];

export interface BenchProps {
  readonly picture: OwnPicture;
  readonly actor: PictureActor | undefined;
  readonly lifted: Lifted;
  readonly tool: Tool;
  /** Thickness of strokes, as a share of the longer side. */
  readonly thick: number;
  readonly after: boolean;
  readonly face: PictureFace | undefined;
  readonly tone: string;
  onStroke(stroke: Stroke): void;
  onDraft(stroke: Stroke | undefined): void;
  onLasso(points: readonly Spot[]): void;
  onArm(outline: readonly Spot[]): void;
  onHinge(limb: number, hinge: Spot, done: boolean): void;
  onMend(line: PictureActor['mends'][number]): void;
  onFace(face: PictureFace, done: boolean): void;
  onPick(x: number, y: number): void;
  /** A click on a picture without a face: between the eyes. */
  onPlaceFace(x: number, y: number): void;
}

const MOST_ZOOM = 12;
const ROOM = 24;

/** The picture on the bench: strokes, the lifted edge and the marks lie over it at any zoom. */
export function PictureBench(props: BenchProps) {
  const { picture, actor, lifted, tool, thick, after, face, tone } = props;
  const box = useRef<HTMLDivElement>(null);
  const room = useSize(box, { width: 732, height: 424 });
  const [view, setView] = useState({ zoom: 1, x: 0, y: 0 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: another picture is seen whole
  useEffect(() => setView({ zoom: 1, x: 0, y: 0 }), [picture.media]);
  const aspect = picture.width / picture.height;
  const fit = Math.min((room.width - ROOM * 2) / picture.width, (room.height - ROOM * 2) / picture.height);
  const [w, h] = [picture.width * fit * view.zoom, picture.height * fit * view.zoom];
  const [left, top] = [room.width / 2 - w / 2 + view.x, room.height / 2 - h / 2 + view.y];
  const at = (event: { clientX: number; clientY: number }): Spot => {
    const bounds = (box.current as HTMLDivElement).getBoundingClientRect();
    return [(event.clientX - bounds.left - left) / w, (event.clientY - bounds.top - top) / h];
  };

  // The wheel zooms where the pointer is; React's own wheel handlers cannot hold the page still.
  const zooming = useRef((_: WheelEvent) => {});
  zooming.current = (event) => {
    event.preventDefault();
    const bounds = (box.current as HTMLDivElement).getBoundingClientRect();
    const [px, py] = [event.clientX - bounds.left - room.width / 2, event.clientY - bounds.top - room.height / 2];
    setView((old) => {
      if (!event.ctrlKey && old.zoom > 1 && event.shiftKey) return { ...old, x: old.x - event.deltaY };
      const zoom = Math.min(MOST_ZOOM, Math.max(1, old.zoom * Math.exp(-event.deltaY / 420)));
      if (zoom === 1) return { zoom, x: 0, y: 0 };
      const k = zoom / old.zoom;
      return { zoom, x: px - (px - old.x) * k, y: py - (py - old.y) * k };
    });
  };
  useEffect(() => {
    const element = box.current;
    const onWheel = (event: WheelEvent): void => zooming.current(event);
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, []);

  const [line, setLine] = useState<{ readonly points: readonly Spot[]; readonly keep: boolean }>();
  const [pan, setPan] = useState<{ x: number; y: number; from: typeof view }>();
  const drawing = tool === 'this' || tool === 'not' || tool === 'lasso' || tool === 'arm' || tool === 'mend';
  const onPointerDown = (event: ReactPointerEvent): void => {
    if (event.button === 1 || (event.button === 0 && tool === 'look')) {
      event.currentTarget.setPointerCapture(event.pointerId);
      return setPan({ x: event.clientX, y: event.clientY, from: view });
    }
    if (tool === 'pipette' && event.button === 0) return props.onPick(...at(event));
    if (!drawing) {
      if (event.button === 0 && !face && actor) props.onPlaceFace(...at(event));
      return;
    }
    if (event.button !== 0 && event.button !== 2) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const other = event.button === 2 || event.altKey;
    setLine({ points: [at(event)], keep: (tool === 'this') !== other });
  };
  const onPointerMove = (event: ReactPointerEvent): void => {
    if (pan) return setView({ ...pan.from, x: pan.from.x + event.clientX - pan.x, y: pan.from.y + event.clientY - pan.y });
    if (!line) return;
    const spots = (event.nativeEvent.getCoalescedEvents?.() ?? [event.nativeEvent]).map(at);
    const points = [...line.points, ...spots];
    setLine({ ...line, points });
    if (tool === 'this' || tool === 'not') props.onDraft({ keep: line.keep, thick, points: simple(points, w, h) });
  };
  const onPointerUp = (): void => {
    setPan(undefined);
    if (!line) return;
    const points = simple(line.points, w, h);
    setLine(undefined);
    props.onDraft(undefined);
    if (tool === 'lasso') {
      if (points.length > 2) props.onLasso(points);
    } else if (tool === 'arm') {
      if (points.length > 2) props.onArm(points);
    } else if (tool === 'mend') props.onMend({ points, thick: thick * 1.6 });
    else props.onStroke({ keep: line.keep, thick, points });
  };
  useEffect(() => {
    if (!line) return;
    const onEscape = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      event.stopPropagation();
      setLine(undefined);
      props.onDraft(undefined);
    };
    window.addEventListener('keydown', onEscape, true);
    return () => window.removeEventListener('keydown', onEscape, true);
  }, [line, props.onDraft]);

  const path = (points: readonly Spot[], closed = false): string =>
    points.map(([x, y], n) => `${n ? 'L' : 'M'}${(x * w).toFixed(1)} ${(y * h).toFixed(1)}`).join('') + (closed ? 'Z' : '');
  const edges = lifted.outlines.map((outline) => path(outline, true)).join('');
  const marking = tool === 'eyes' || tool === 'brows' || tool === 'mouth' || tool === 'chin';
  const long = Math.max(w, h);
  return (
    <div
      ref={box}
      className="relative min-h-0 flex-1 overflow-hidden bg-deep"
      style={{ cursor: pan ? 'grabbing' : tool === 'look' ? 'grab' : drawing || tool === 'pipette' ? 'crosshair' : 'default', touchAction: 'none' }}
      data-picture-bench
      role="application"
      aria-label={`${picture.name}, ${Math.round(view.zoom * 100)} per cent`}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={onPointerUp}
      onContextMenu={(event) => event.preventDefault()}
    >
      <div className="absolute chequered" style={{ left, top, width: w, height: h }}>
        <img src={mediaUrl(picture.media)} alt={picture.name} draggable={false} className="absolute inset-0 size-full select-none" />
        {after && lifted.preview && <Preview bitmap={lifted.prepared ? undefined : lifted.preview} lifted={lifted} width={w} height={h} />}
        {!after && actor?.lifted && edges && (
          <svg width={w} height={h} className="pointer-events-none absolute inset-0" aria-hidden="true">
            <defs>
              <pattern id="outside" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <rect width="8" height="8" fill="#0f2126" fillOpacity="0.34" />
                <rect width="1.6" height="8" fill="#f8fcfb" fillOpacity="0.2" />
              </pattern>
            </defs>
            <path d={`M0 0H${w}V${h}H0Z${edges}`} fillRule="evenodd" fill="url(#outside)" />
            <path d={edges} fill="none" stroke="#fff" strokeWidth={6} strokeLinejoin="round" />
            <path d={edges} fill="none" stroke={tone} strokeWidth={3} strokeLinejoin="round" strokeDasharray={lifted.rough || lifted.busy === 'lift' ? '7 5' : undefined} />
          </svg>
        )}
      </div>
      <svg width={room.width} height={room.height} className="pointer-events-none absolute inset-0 overflow-visible">
        <title>Strokes and marks</title>
        <g transform={`translate(${left} ${top})`}>
          {(tool === 'this' || tool === 'not') &&
            [...(actor?.strokes ?? []), ...(line ? [{ ...line, thick }] : [])].map(({ keep, points, thick: wide }, n) => {
              const width = Math.max(7.5, wide * long);
              const [sx, sy] = points[0] as Spot;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: strokes have no names; they are only added at the end
                <g key={n}>
                  <path d={path(points)} fill="none" stroke="#fff" strokeOpacity={0.9} strokeWidth={width + 3.5} strokeLinecap="round" strokeLinejoin="round" />
                  <path
                    d={path(points)}
                    fill="none"
                    stroke={keep ? 'var(--color-ok)' : 'var(--color-err)'}
                    strokeWidth={width}
                    strokeLinecap={keep ? 'round' : 'butt'}
                    strokeDasharray={keep ? undefined : '9 5'}
                    strokeLinejoin="round"
                  />
                  <circle cx={sx * w} cy={sy * h} r={9} fill={keep ? 'var(--color-ok)' : 'var(--color-err)'} stroke="#fff" strokeWidth={2} />
                  <path d={keep ? `M${sx * w - 4} ${sy * h}h8M${sx * w} ${sy * h - 4}v8` : `M${sx * w - 4} ${sy * h}h8`} stroke="#fff" strokeWidth={2} />
                </g>
              );
            })}
          {tool === 'lasso' && (line || actor?.lasso) && (
            <path d={path(line?.points ?? (actor?.lasso as readonly Spot[]), true)} fill="#f8cc2f" fillOpacity={0.12} stroke="#f8cc2f" strokeWidth={2.4} strokeDasharray="6 4" />
          )}
          {tool === 'arm' && line && <path d={path(line.points, true)} fill="#f8cc2f" fillOpacity={0.12} stroke="#f8cc2f" strokeWidth={2.4} strokeDasharray="6 4" />}
          {tool === 'arm' &&
            (actor?.limbs ?? []).map(({ outline, hinge, side }, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: arms have no names; they are only added at the end
              <g key={n}>
                <path d={path(outline, true)} fill={tone} fillOpacity={0.14} stroke="#fff" strokeWidth={5} strokeLinejoin="round" />
                <path d={path(outline, true)} fill="none" stroke={tone} strokeWidth={2.4} strokeLinejoin="round" />
                <Hinge hinge={hinge} name={`Hinge of the ${side} arm`} width={w} height={h} tone={tone} picture={picture} onMove={(next, done) => props.onHinge(n, next, done)} />
              </g>
            ))}
          {tool === 'mend' &&
            [...(actor?.mends ?? []), ...(line ? [{ points: line.points, thick: thick * 1.6 }] : [])].map(({ points, thick: wide }, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines have no names; they are only added at the end
              <path key={n} d={path(points)} fill="none" stroke="#ee6114" strokeOpacity={0.45} strokeWidth={wide * long} strokeLinecap="round" strokeLinejoin="round" />
            ))}
          {marking && face && <Marks face={face} aspect={aspect} width={w} height={h} tool={tool} tone={tone} picture={picture} onFace={props.onFace} />}
        </g>
      </svg>
      {view.zoom > 1.01 && <span className="absolute top-2 left-3 rounded-md bg-deep-2 px-1.5 text-[11.5px] text-on-deep">{Math.round(view.zoom * 100)} %</span>}
      {!face && actor && marking && (
        <p className="absolute bottom-3 left-1/2 -translate-x-1/2 rounded-md bg-deep-2 px-3 py-1.5 text-[12.5px] text-on-deep">No face found here. Click between the eyes.</p>
      )}
    </div>
  );
}

/** Points near enough to be the same line, as shares. */
const simple = (points: readonly Spot[], w: number, h: number): [number, number][] =>
  thinned(
    points.map(([x, y]) => [x * w, y * h] as const),
    0.9,
  )
    .slice(0, 600)
    .map(([x, y]) => [Math.min(1.5, Math.max(-0.5, Math.round((x / w) * 1e4) / 1e4)), Math.min(1.5, Math.max(-0.5, Math.round((y / h) * 1e4) / 1e4))]);

/** What is left of the picture, in its place. */
function Preview({ bitmap, lifted, width, height }: { bitmap: ImageBitmap | undefined; lifted: Lifted; width: number; height: number }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    const { size, preview, prepared } = lifted;
    if (!element || !size) return;
    element.width = size.width;
    element.height = size.height;
    const context = element.getContext('2d');
    if (prepared) {
      const { mended } = prepared;
      const { left, top } = prepared.bounds;
      context?.drawImage(mended, left, top);
    } else if (bitmap ?? preview) context?.drawImage((bitmap ?? preview) as ImageBitmap, 0, 0);
  }, [lifted, bitmap]);
  return (
    <div className="absolute inset-0 chequered">
      <canvas ref={canvas} style={{ width, height }} className="absolute inset-0" />
    </div>
  );
}

interface MarksProps {
  readonly face: PictureFace;
  readonly aspect: number;
  readonly width: number;
  readonly height: number;
  readonly tool: MarkTool;
  readonly tone: string;
  readonly picture: OwnPicture;
  onFace(face: PictureFace, done: boolean): void;
}

/** A face's marks: what the tool is for with its handles, the rest as thin lines. */
function Marks({ face, aspect, width: w, height: h, tool, tone, picture, onFace }: MarksProps) {
  const marks = useMemo(() => marksOf(face, aspect), [face, aspect]);
  const [tx, ty] = tiltPin(face, aspect);
  const curve = ([a, b, c]: readonly [Spot, Spot, Spot]): string =>
    `M${a[0] * w} ${a[1] * h}Q${(2 * b[0] - (a[0] + c[0]) / 2) * w} ${(2 * b[1] - (a[1] + c[1]) / 2) * h} ${c[0] * w} ${c[1] * h}`;
  const drawn = (d: string, key: string, dashed = false): React.ReactNode => (
    <g key={key}>
      <path d={d} fill="none" stroke="#fff" strokeWidth={5} strokeLinecap="round" />
      <path d={d} fill="none" stroke={tone} strokeWidth={2.4} strokeLinecap="round" strokeDasharray={dashed ? '5 4' : undefined} />
    </g>
  );
  const eye = ({ x, y, halfWidth: a, halfHeight: b }: PictureFace['left']): string => {
    const [cx, cy, rx, ry] = [x * w, y * h, a * w, b * h];
    return `M${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}Z`;
  };
  return (
    <>
      {drawn(`M${tx * w} ${ty * h}L${face.chin[0] * w} ${face.chin[1] * h}`, 'axis', true)}
      {drawn(eye(face.left), 'left')}
      {drawn(eye(face.right), 'right')}
      {face.brows && drawn(curve(face.brows.left), 'brow left')}
      {face.brows && drawn(curve(face.brows.right), 'brow right')}
      {drawn(curve(face.mouth), 'mouth')}
      {marks.map((mark) => (
        <MarkPin key={mark.id} mark={mark} width={w} height={h} tone={tone} shown={mark.tool === tool} picture={picture} onFace={onFace} />
      ))}
    </>
  );
}

/** Where an arm is hinged, to be dragged. */
function Hinge({
  hinge: [x, y],
  name,
  width: w,
  height: h,
  tone,
  picture,
  onMove,
}: {
  hinge: Spot;
  name: string;
  width: number;
  height: number;
  tone: string;
  picture: OwnPicture;
  onMove: (hinge: Spot, done: boolean) => void;
}) {
  const drag = useDrag<Spot>({
    slack: 0,
    start: () => [x, y],
    move: ([fx, fy], { dx, dy }) => onMove([fx + dx / w, fy + dy / h], false),
    end: ([fx, fy], { dx, dy }) => onMove([fx + dx / w, fy + dy / h], true),
    cancel: (from) => onMove(from, false),
    nudge: (dx, dy) => {
      onMove([x + dx / picture.width, y + dy / picture.height], true);
      return true;
    },
  });
  return (
    // biome-ignore lint/a11y/useSemanticElements: a handle of a drawing cannot be a button
    <g
      role="button"
      tabIndex={0}
      aria-label={`${name}, x ${Math.round(x * picture.width)}, y ${Math.round(y * picture.height)}`}
      data-hinge
      className="pointer-events-auto cursor-grab outline-none [&:focus-visible>circle:first-of-type]:stroke-lamp [&:focus-visible>circle:first-of-type]:[stroke-width:8]"
      {...drag}
    >
      <circle cx={x * w} cy={y * h} r={9} fill="#fff" stroke="#fff" strokeWidth={2} />
      <circle cx={x * w} cy={y * h} r={7} fill="#fff" stroke={tone} strokeWidth={3} />
      <path d={`M${x * w - 4} ${y * h}h8M${x * w} ${y * h - 4}v8`} stroke={tone} strokeWidth={1.6} />
    </g>
  );
}

function MarkPin({
  mark,
  width: w,
  height: h,
  tone,
  shown,
  picture,
  onFace,
}: {
  mark: Mark;
  width: number;
  height: number;
  tone: string;
  shown: boolean;
  picture: OwnPicture;
  onFace: MarksProps['onFace'];
}) {
  const [held, setHeld] = useState(false);
  const drag = useDrag<Mark>({
    slack: 0,
    start: () => {
      setHeld(true);
      return mark;
    },
    move: (from, { dx, dy }) => onFace(from.moved(from.x + dx / w, from.y + dy / h), false),
    end: (from, { dx, dy }) => {
      setHeld(false);
      onFace(from.moved(from.x + dx / w, from.y + dy / h), true);
    },
    click: () => setHeld(false),
    cancel: (from) => {
      setHeld(false);
      onFace(from.moved(from.x, from.y), false);
    },
    nudge: (dx, dy) => {
      onFace(mark.moved(mark.x + dx / picture.width, mark.y + dy / picture.height), true);
      return true;
    },
  });
  const [x, y] = [mark.x * w, mark.y * h];
  if (!shown && !held) return <circle cx={x} cy={y} r={3} fill={tone} stroke="#fff" strokeWidth={1.5} />;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a handle of a drawing cannot be a button
    <g
      role="button"
      tabIndex={0}
      aria-label={`${mark.name}, x ${Math.round(mark.x * picture.width)}, y ${Math.round(mark.y * picture.height)}`}
      data-mark={mark.id}
      className="pointer-events-auto cursor-grab outline-none [&:focus-visible>circle:first-of-type]:stroke-lamp [&:focus-visible>circle:first-of-type]:[stroke-width:8]"
      {...drag}
    >
      <circle cx={x} cy={y} r={7} fill="#fff" stroke={held ? 'var(--color-lamp)' : '#fff'} strokeWidth={held ? 8 : 2} />
      <circle cx={x} cy={y} r={6} fill="#fff" stroke={tone} strokeWidth={3} />
      <circle cx={x} cy={y} r={12} fill="transparent" />
    </g>
  );
}
