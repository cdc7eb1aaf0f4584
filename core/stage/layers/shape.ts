import type { ShapeForm } from '../../document/schema.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import { ellipse, type Path, pen, polygon, rect, roundedRect, trimmed } from '../../draw/path.ts';
import type { Item, Node } from '../../draw/picture.ts';
import { colourAt, valueAt } from '../../schedule/staged.ts';
import { smooth } from '../../time/easing.ts';
import { type DrawnKind, middleBox } from './kind.ts';

/** Outlines about the origin; the first point is where a line begins that is drawn on. */
const FORMS: Readonly<Record<ShapeForm, (width: number, height: number) => Path>> = {
  rectangle: (w, h) => rect(-w / 2, -h / 2, w, h),
  rounded: (w, h) => roundedRect(-w / 2, -h / 2, w, h, Math.min(w, h) * 0.18),
  ellipse: (w, h) => ellipse(0, 0, w / 2, h / 2),
  triangle: (w, h) => polygon([0, -h / 2, w / 2, h / 2, -w / 2, h / 2]),
  star(w, h) {
    const points: number[] = [];
    for (let n = 0; n < 10; n++) {
      const a = -Math.PI / 2 + (n * Math.PI) / 5;
      const r = n % 2 ? 0.42 : 1;
      points.push((Math.cos(a) * r * w) / 2, (Math.sin(a) * r * h) / 2);
    }
    return polygon(points);
  },
  arrow(w, h) {
    const head = Math.min(w * 0.45, h * 0.9);
    return polygon([-w / 2, -h * 0.18, w / 2 - head, -h * 0.18, w / 2 - head, -h / 2, w / 2, 0, w / 2 - head, h / 2, w / 2 - head, h * 0.18, -w / 2, h * 0.18]);
  },
  line: (w) =>
    pen()
      .move(-w / 2, 0)
      .line(w / 2, 0)
      .done(),
};

const outlines = new Map<string, Path>();
function outlineOf(form: ShapeForm, width: number, height: number): Path {
  const key = `${form} ${width} ${height}`;
  let path = outlines.get(key);
  if (!path) {
    if (outlines.size > 400) outlines.clear();
    outlines.set(key, (path = FORMS[form](width, height)));
  }
  return path;
}

/** From here on the fill comes in behind a line that is drawn on. */
const FILL_FROM = 0.7;
/** Shares of the way that a drawn line is cut to. */
const STEPS = 240;

const memo = new Map<string, readonly Node[]>();

/** A form with a fill, a line or both. */
export const shape: DrawnKind<'shape'> = {
  kind: 'shape',
  entry: {
    label: 'Shape',
    icon: 'M12 3l4 7H8zM5 14h6v6H5zM20 17a3 3 0 1 1-6 0 3 3 0 0 1 6 0',
    fields: [
      {
        field: 'form',
        label: 'Form',
        control: 'choice',
        options: [
          ['rectangle', 'Rectangle'],
          ['rounded', 'Rounded'],
          ['ellipse', 'Ellipse'],
          ['triangle', 'Triangle'],
          ['star', 'Star'],
          ['arrow', 'Arrow'],
          ['line', 'Line'],
        ],
      },
      { field: 'filled', label: 'Filled', control: 'switch' },
      { field: 'line', label: 'Line width', control: 'number', least: 0, most: 400, step: 1 },
      { field: 'width', label: 'Sides across', control: 'number', least: 1, most: 20_000, step: 10 },
      { field: 'height', label: 'Sides down', control: 'number', least: 1, most: 20_000, step: 10 },
    ],
  },
  plane: 'prop',
  nodes(staged, tick, { reveal: written = 1 }) {
    const { form, width, height, filled, line } = staged.layer;
    const reveal = Math.round(valueAt(staged, 'reveal', tick) * written * STEPS) / STEPS;
    const fill = colourAt(staged, 'fill', tick);
    const lineColour = colourAt(staged, 'lineColour', tick);
    const key = `${form} ${width} ${height} ${filled} ${line} ${reveal} ${fill} ${lineColour}`;
    const known = memo.get(key);
    if (known) return known;
    const outline = outlineOf(form, width, height);
    const nodes: Item[] = [];
    const shown = line > 0 ? smooth((reveal - FILL_FROM) / (1 - FILL_FROM)) : reveal;
    if (filled && form !== 'line' && shown > 0) nodes.push({ id: 'fill', path: outline, matrix: IDENTITY, fill, ...(shown < 1 ? { alpha: shown } : {}) });
    if (line > 0 && reveal > 0) nodes.push({ id: 'line', path: reveal < 1 ? trimmed(outline, reveal) : outline, matrix: IDENTITY, stroke: { paint: lineColour, width: line } });
    if (memo.size > 600) memo.clear();
    memo.set(key, nodes);
    return nodes;
  },
  box: ({ layer }) => middleBox(layer.width, layer.form === 'line' ? Math.max(1, layer.line) : layer.height),
};
