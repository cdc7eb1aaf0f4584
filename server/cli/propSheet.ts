import { ellipse, rect } from '#core/draw/path';
import { moved, type Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { paintFully } from '#core/paint/incremental';
import { propBox } from '#core/stage/layers/prop';
import { PROPS } from '#core/stage/props/index';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';

const CELL = { width: 180, height: 190 } as const;
const COLUMNS = 9;

/** Every prop in every state it has, as large as its cell, with the place where a hand takes it. `only`: ids, with commas. */
export function propSheet(only?: string): Buffer {
  const nodes: Node[] = [];
  let cell = 0;
  for (const prop of PROPS) {
    if (only && !only.split(',').includes(prop.id)) continue;
    for (const [state, name] of prop.states ?? [['', '']]) {
      const [x, y] = [(cell % COLUMNS) * CELL.width, Math.floor(cell / COLUMNS) * CELL.height];
      const box = propBox(prop.id, state);
      const scale = Math.min((CELL.width - 20) / (box.right - box.left), (CELL.height - 40) / Math.max(1, -box.top), 1.6);
      const [cx, floor] = [x + CELL.width / 2, y + CELL.height - 28];
      nodes.push({ id: `floor${cell}`, path: rect(x + 6, floor - 1, CELL.width - 12, 1.5), matrix: [1, 0, 0, 1, 0, 0], fill: '#b9cac7' });
      nodes.push(...prop.draw({ state, seconds: 1.3 }).map((node) => moved(node, [scale, 0, 0, scale, cx, floor], `${cell} `)));
      if (prop.grip)
        nodes.push({
          id: `grip${cell}`,
          path: ellipse(cx + prop.grip[0] * scale, floor + prop.grip[1] * scale, 4),
          matrix: [1, 0, 0, 1, 0, 0],
          stroke: { paint: '#e8622c', width: 1.6 },
        });
      const label = layoutLine(name ? `${prop.name}: ${name.toLowerCase()}` : prop.name, filmFonts().label, 11);
      nodes.push({ id: `label${cell}`, path: label.path, matrix: [1, 0, 0, 1, x + (CELL.width - label.width) / 2, y + CELL.height - 9], fill: '#3d5559' });
      cell++;
    }
  }
  const [width, height] = [COLUMNS * CELL.width, Math.ceil(cell / COLUMNS) * CELL.height];
  const picture = { width, height, background: '#eef3f1', planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0] as const, nodes }] };
  return toPng(paintFully(nodePainter(), picture, width, height));
}
