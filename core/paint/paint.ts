import { type Matrix, meanScale, transform } from '../draw/matrix.ts';
import { CLOSE, CUBIC, LINE, MOVE, QUAD } from '../draw/path.ts';
import { type Blend, type Group, type Item, isGroup, type Node, type Paint } from '../draw/picture.ts';
import type { Context2D, PaintHost, Surface } from './context.ts';
import { boxOf, intersection, isEmpty, prepare, snapped } from './geometry.ts';

/** Part of every cache key: a picture painted by another version may differ. */
export const PAINTER_VERSION = 3;

const COMPOSITE: Readonly<Record<Blend, string>> = { normal: 'source-over', multiply: 'multiply', screen: 'screen' };

const MOST_SCRATCH = 160;
const sizeClass = (pixels: number): number => {
  const step = pixels <= 64 ? 16 : pixels <= 256 ? 32 : pixels <= 768 ? 64 : 256;
  return Math.ceil(pixels / step) * step;
};

/** Paints nodes on surfaces by the rules of rendering.md: identity matrix, points to 1/64 px, no curved clips. */
export class Painter {
  private readonly host: PaintHost;
  /** Small surfaces for groups, by nesting depth. */
  private readonly scratch = new Map<number, Surface>();
  /** Pictures that were asked for and are not decoded yet. */
  readonly missing = new Set<string>();

  constructor(host: PaintHost) {
    this.host = host;
  }

  /** Paints `node` with its output's (offsetX, offsetY) at the surface's origin; both whole pixels. */
  paint(target: Surface, node: Node, view: Matrix, offsetX: number, offsetY: number): void {
    this.node(target, node, view, offsetX, offsetY, 'source-over', 0);
  }

  private node(target: Surface, node: Node, view: Matrix, ox: number, oy: number, operation: string, depth: number): void {
    if (isGroup(node)) this.group(target, node, view, ox, oy, operation, depth);
    else this.item(target.context, node, view, ox, oy, operation);
  }

  private group(target: Surface, group: Group, view: Matrix, ox: number, oy: number, operation: string, depth: number): void {
    const room = { left: ox, top: oy, right: ox + target.width, bottom: oy + target.height };
    let box = boxOf(group, view);
    if (isEmpty(intersection(box, room))) return;
    // A group larger than the output is cut to a margin round it, the same for whole and partial repaints.
    const most = 8192;
    box = { left: Math.max(box.left, -most / 2), top: Math.max(box.top, -most / 2), right: Math.min(box.right, most), bottom: Math.min(box.bottom, most) };
    const width = box.right - box.left;
    const height = box.bottom - box.top;
    if (width <= 0 || height <= 0) return;
    const small = this.surface(depth, width, height);
    small.context.clearRect(0, 0, width, height);
    const part: Surface = { canvas: small.canvas, context: small.context, width, height };
    if (group.base) this.item(small.context, group.base, view, box.left, box.top, 'source-over');
    for (const item of group.items) this.node(part, item, view, box.left, box.top, group.base ? 'source-atop' : 'source-over', depth + 1);
    if (group.mask) this.item(small.context, group.mask, view, box.left, box.top, 'destination-in');
    const context = target.context;
    context.globalAlpha = group.alpha ?? 1;
    context.globalCompositeOperation = group.blend && group.blend !== 'normal' ? COMPOSITE[group.blend] : operation;
    if (group.blur) context.filter = `blur(${snapped(group.blur * meanScale(view))}px)`;
    context.drawImage(small.canvas as never, 0, 0, width, height, box.left - ox, box.top - oy, width, height);
    if (group.blur) context.filter = 'none';
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }

  /**
   * A scratch surface that holds width x height. Kept in size classes: drawing from a canvas and then painting on it
   * again copies the whole canvas, so a small group must not be painted on a large one.
   */
  private surface(depth: number, width: number, height: number): Surface {
    const w = sizeClass(width);
    const h = sizeClass(height);
    const key = (depth * 8192 + w) * 8192 + h;
    let known = this.scratch.get(key);
    if (!known) {
      if (this.scratch.size > MOST_SCRATCH) this.scratch.clear();
      known = this.host.surface(w, h);
      this.scratch.set(key, known);
    }
    return known;
  }

  private item(context: Context2D, item: Item, view: Matrix, ox: number, oy: number, operation: string): void {
    const { points, outline, full } = prepare(item, view);
    context.globalCompositeOperation = item.blend && item.blend !== 'normal' ? COMPOSITE[item.blend] : operation;
    context.globalAlpha = item.alpha ?? 1;
    if (item.blur) context.filter = `blur(${snapped(item.blur * meanScale(view))}px)`;
    if (points.length) {
      trace(context, points, ox, oy);
      if (item.fill !== undefined) {
        context.fillStyle = paintStyle(context, item.fill, full, ox, oy);
        context.fill(item.evenOdd ? 'evenodd' : 'nonzero');
      }
      if (item.stroke && outline) {
        trace(context, outline, ox, oy);
        context.fillStyle = paintStyle(context, item.stroke.paint, full, ox, oy);
        context.fill('nonzero');
      }
    }
    if (item.image) this.image(context, item, full, ox, oy);
    if (item.blur) context.filter = 'none';
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }

  /** Upright pictures only; their rectangle is rounded to 1/64 px. */
  private image(context: Context2D, item: Item, full: Matrix, ox: number, oy: number): void {
    const image = item.image as NonNullable<Item['image']>;
    const found = this.host.image(image.media);
    if (!found) {
      this.missing.add(image.media);
      return;
    }
    const x = snapped(full[0] * image.x + full[4]);
    const y = snapped(full[3] * image.y + full[5]);
    context.drawImage(found.source as never, 0, 0, found.width, found.height, x - ox, y - oy, snapped(full[0] * image.width), snapped(full[3] * image.height));
  }
}

function trace(context: Context2D, p: Float64Array, ox: number, oy: number): void {
  context.beginPath();
  for (let i = 0; i < p.length; ) {
    switch (p[i]) {
      case MOVE:
        context.moveTo((p[i + 1] as number) - ox, (p[i + 2] as number) - oy);
        i += 3;
        break;
      case LINE:
        context.lineTo((p[i + 1] as number) - ox, (p[i + 2] as number) - oy);
        i += 3;
        break;
      case QUAD:
        context.quadraticCurveTo((p[i + 1] as number) - ox, (p[i + 2] as number) - oy, (p[i + 3] as number) - ox, (p[i + 4] as number) - oy);
        i += 5;
        break;
      case CUBIC:
        context.bezierCurveTo(
          (p[i + 1] as number) - ox,
          (p[i + 2] as number) - oy,
          (p[i + 3] as number) - ox,
          (p[i + 4] as number) - oy,
          (p[i + 5] as number) - ox,
          (p[i + 6] as number) - oy,
        );
        i += 7;
        break;
      default:
        if (p[i] === CLOSE) context.closePath();
        i += 1;
    }
  }
}

function paintStyle(context: Context2D, paint: Paint, full: Matrix, ox: number, oy: number): unknown {
  if (typeof paint === 'string') return paint;
  const at = (x: number, y: number): [number, number] => {
    const point = transform(full, x, y);
    return [snapped(point.x) - ox, snapped(point.y) - oy];
  };
  let gradient: ReturnType<Context2D['createLinearGradient']>;
  if (paint.kind === 'linear') gradient = context.createLinearGradient(...at(...paint.from), ...at(...paint.to));
  else {
    const [x, y] = at(...paint.centre);
    gradient = context.createRadialGradient(x, y, 0, x, y, snapped(paint.radius * meanScale(full)));
  }
  for (const stop of paint.stops) gradient.addColorStop(stop.at, stop.alpha === undefined ? stop.colour : withAlpha(stop.colour, stop.alpha));
  return gradient;
}

const withAlpha = (colour: string, alpha: number): string =>
  `${colour}${Math.round(Math.max(0, Math.min(1, alpha)) * 255)
    .toString(16)
    .padStart(2, '0')}`;
