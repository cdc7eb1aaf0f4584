import { createCanvas, loadImage } from '@napi-rs/canvas';
import type { Node, Plane } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { designed } from '#core/figure/cast';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { posed } from '#core/figure/pose';
import { ownStance } from '#core/figure/rests';
import { paintFully } from '#core/paint/incremental';
import { backdropPlanes } from '#core/stage/backdrop';
import { EFFECTS } from '#core/stage/effects/index';
import { valuesAt } from '#core/stage/values';
import { toTicks } from '#core/time/ticks';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';

const CELL = { width: 432, height: 243 } as const;
const COLUMNS = 4;
const FRAME = { width: 1920, height: 1080 } as const;
/** A moment at which every effect is in full swing. */
const AT = toTicks(0.35);

/** Every effect at its gentle start, over two who stand in a harbour. */
export async function effectSheet(): Promise<Buffer> {
  const painter = nodePainter();
  const { back, background } = backdropPlanes({ kind: 'set', set: 'harbour-low-tide', light: 0.5 }, '16:9', { x: 0, y: 0, width: 1920 }, { depth: 0, blur: 0 }, 0);
  const people = (['marit', 'tully'] as const).map((id, n): Plane => {
    const k = 1.5;
    const character = designed(id, 'ch_000000000000', 'a0');
    return { id, view: [k, 0, 0, k, 960 + (n ? 300 : -260), 540 + 410], nodes: drawFigure(character, posed(ownStance(character)), MOUTH_CHART.rest).nodes };
  });
  const rows = Math.ceil((EFFECTS.length + 1) / COLUMNS);
  const canvas = createCanvas(COLUMNS * (CELL.width + 12) + 12, rows * (CELL.height + 34) + 12);
  const context = canvas.getContext('2d');
  context.fillStyle = '#eef3f1';
  context.fillRect(0, 0, canvas.width, canvas.height);
  for (const [n, effect] of [undefined, ...EFFECTS].entries()) {
    const own = { id: 'effect', values: valuesAt(effect?.fields ?? [], { values: {} }, AT), strength: 1, scale: 1, frame: FRAME, tick: AT };
    const below = [...back, ...people];
    const planes = effect ? (effect.on === 'layer' ? [...back, ...people.slice(0, 1), ...effect.apply(people.slice(1), own)] : effect.apply(below, own)) : below;
    const surface = paintFully(painter, { ...FRAME, background, planes }, CELL.width, CELL.height);
    const [x, y] = [(n % COLUMNS) * (CELL.width + 12) + 12, Math.floor(n / COLUMNS) * (CELL.height + 34) + 12];
    context.drawImage(await loadImage(toPng(surface)), x, y);
    surface.dispose();
    const label = layoutLine(effect?.label ?? 'As it is', filmFonts().label, 15);
    const nodes: readonly Node[] = [{ id: 'label', path: label.path, matrix: [1, 0, 0, 1, 0, 16], fill: '#24403f' }];
    const name = paintFully(painter, { width: CELL.width, height: 24, background: '#eef3f1', planes: [{ id: 'label', view: [1, 0, 0, 1, 0, 0], nodes }] }, CELL.width, 24);
    context.drawImage(await loadImage(toPng(name)), x, y + CELL.height + 4);
    name.dispose();
  }
  return canvas.encode('png');
}
