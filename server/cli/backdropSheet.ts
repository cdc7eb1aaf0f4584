import { FRAMES, type FrameShape } from '#core/document/schema';
import { moved, type Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { designed } from '#core/figure/cast';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { posed } from '#core/figure/pose';
import { ownStance } from '#core/figure/rests';
import { paintFully } from '#core/paint/incremental';
import { backdropNodes, floorOf } from '#core/stage/backdrop';
import { SETS } from '#core/stage/sets/index';
import { inLight } from '#core/stage/world/planes';
import { daylight, isDay } from '#core/stage/world/tones';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';

const WIDE = 560;
const GAP = 34;

/** Every drawn backdrop with two who stand in it, in a light and a shape of frame. */
export function backdropSheet({ light = 0.5, frame = '16:9' as FrameShape, only }: { light?: number | undefined; frame?: FrameShape; only?: string | undefined } = {}): Buffer {
  const [width, height] = FRAMES[frame];
  const columns = frame === '16:9' ? 3 : frame === '9:16' ? 6 : 4;
  const wide = frame === '16:9' ? WIDE : (WIDE * 3) / columns;
  const k = wide / width;
  const tall = height * k;
  const sets = SETS.filter(({ id }) => !only || only.split(',').includes(id));
  const nodes: Node[] = [];
  const people = (['noor', 'marit'] as const).map((id) => designed(id, 'ch_000000000000', 'a0'));
  sets.forEach((set, index) => {
    const [x, y] = [(index % columns) * (wide + 12) + 12, Math.floor(index / columns) * (tall + GAP) + 12];
    const backdrop = { kind: 'set' as const, set: set.id, light };
    const { nodes: drawn } = backdropNodes(backdrop, frame);
    const day = daylight(light);
    const floor = floorOf(backdrop, frame);
    const figures =
      set.place === 'ground'
        ? []
        : people.flatMap((character, n) => {
            const scale = frame === '9:16' ? 1.3 : 1;
            const at = [scale, 0, 0, scale, n ? 150 : -130, floor] as const;
            return drawFigure(character, posed(ownStance(character)), MOUTH_CHART.rest).nodes.map((node) => moved(isDay(day) ? node : inLight(node, day), at, `p${n} `));
          });
    nodes.push({
      id: `cell${index}`,
      mask: { id: 'mask', path: new Float32Array([0, x, y, 1, x + wide, y, 1, x + wide, y + tall, 1, x, y + tall, 4]), fill: '#000000', matrix: [1, 0, 0, 1, 0, 0] },
      items: [...drawn, ...figures].map((node) => moved(node, [k, 0, 0, k, x + wide / 2, y + tall / 2], `${index} `)),
    });
    const label = layoutLine(set.name, filmFonts().label, 15);
    nodes.push({ id: `label${index}`, path: label.path, matrix: [1, 0, 0, 1, x, y + tall + 20], fill: '#24403f' });
  });
  const picture = {
    width: columns * (wide + 12) + 12,
    height: Math.ceil(sets.length / columns) * (tall + GAP) + 12,
    background: '#eef3f1',
    planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0] as const, nodes }],
  };
  return toPng(paintFully(nodePainter(), picture, Math.round(picture.width), Math.round(picture.height)));
}
