import { writeFileSync } from 'node:fs';
import { polygon } from '#core/draw/path';
import { layoutLine } from '#core/draw/text';
import { poseForHand } from '#core/figure/actions/action';
import { ACTIONS } from '#core/figure/actions/index';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { moved } from '#core/figure/face';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { dressed } from '#core/figure/outfits';
import { HAND_SHAPES, over, type PartialPose, posed } from '#core/figure/pose';
import { randomPerson } from '#core/figure/random';
import { ownStance, REST_POSES, restStance } from '#core/figure/rests';
import { paintFully } from '#core/paint/incremental';
import { nodePainter, toPng } from './server/paint/host.ts';
import { filmFonts } from './server/resources.ts';

const [, , mode, out, arg = '', scaleArg = '1', black] = process.argv;
const k = Number(scaleArg);
type Cell = { c: ReturnType<typeof designed>; pose: PartialPose; label: string; zoom?: 'head' | 'hands' | 'trunk' };
const who = (name: string) => designed((name.split('/')[0] || 'theo') as DesignId, 'ch_000000000000', 'a0');
const person = (name: string) => {
  const [n, o] = name.split('/');
  const c = who(n as string);
  return o ? dressed(c, Object.keys(c.outfits ?? {})[0] as string) : c;
};
let cells: Cell[] = [];
if (mode === 'rest')
  cells = REST_POSES.map((r, n) => ({ c: person(arg.split(',')[n % arg.split(',').length] as string), pose: { smile: 0.4, ...restStance(r, n % 2 ? 'R' : 'L') }, label: r.id }));
if (mode === 'cast')
  cells = (Object.keys(DESIGNS) as DesignId[])
    .filter((n) => designed(n, 'ch_000000000000', 'a0').kind === 'person')
    .map((n) => ({ c: person(n), pose: { smile: 0.4, ...ownStance(person(n)) }, label: n }));
if (mode === 'random')
  cells = Array.from({ length: 16 }, (_, n) => {
    const c = randomPerson(Number(arg) * 1000 + n);
    return { c, pose: { smile: 0.3, ...ownStance(c) }, label: `${c.figure.age} b${c.figure.build.toFixed(1)} s${c.figure.shoulders.toFixed(1)} h${c.figure.hips.toFixed(1)}` };
  });
if (mode === 'hands')
  cells = ['relaxed', ...HAND_SHAPES].flatMap((h) => [
    { c: person(arg), pose: { upperR: 30, elbowR: 150, wristR: 0, [`${h}R`]: 1, upperL: 0, elbowL: 0, [`${h}L`]: 1 } as PartialPose, label: h, zoom: 'hands' as const },
  ]);
if (mode === 'turn')
  cells = arg.split(',').flatMap((n) => [-60, -40, -20, 0, 20, 40, 60].map((d) => ({ c: person(n), pose: { bodyTurn: d / 75, headTurn: -d / 150, smile: 0.3 }, label: `${d}` })));
if (mode === 'elbow')
  cells = [-130, -90, -45, 0, 45, 90, 130, 150].flatMap((e) => [{ c: person(arg), pose: { upperR: e < 0 ? 20 : 30, elbowR: e, elbowL: e * 0.5, upperL: e / 3 }, label: `${e}` }]);
if (mode === 'actions') {
  const [n, ids] = arg.split(':');
  cells = ACTIONS.filter((a) => !ids || ids.split(',').includes(a.id)).flatMap((a) => {
    const keys = a.keys;
    const mid = a.cycle?.keys[0];
    return [keys.find(({ at }) => at < 0 && Object.keys(keys[1]?.pose ?? {}).length && at === keys[1]?.at), keys.at(-1), mid]
      .filter(Boolean)
      .map((key) => ({
        c: person(n as string),
        pose: over({ smile: 0.4, ...ownStance(person(n as string)) }, { busyL: 0, ...poseForHand((key as any).pose, 'right', 1) }),
        label: `${a.id} ${(key as any).at.toFixed(2)}`,
      }));
  });
}
if (mode === 'faces') cells = EXPRESSIONS.map((e) => ({ c: person(arg), pose: { ...e.face }, label: e.id, zoom: 'head' as const }));
const W = mode === 'hands' ? 200 : mode === 'faces' ? 150 : mode === 'turn' || mode === 'elbow' ? 190 * k : 230 * k;
const H = mode === 'hands' ? 240 : mode === 'faces' ? 150 : 400 * k;
const columns = mode === 'turn' ? 7 : mode === 'actions' ? 9 : 8;
const rows = Math.ceil(cells.length / columns);
const nodes = cells.flatMap((cell, n) => {
  const [x, y] = [(n % columns) * W, Math.floor(n / columns) * H];
  const { nodes: fig, skeleton } = drawFigure(cell.c, posed(cell.pose), MOUTH_CHART.rest);
  const s = cell.zoom === 'hands' ? 2 : cell.zoom === 'head' ? 1.1 : 0.68 * k;
  const focus = cell.zoom === 'hands' ? skeleton.arms.R.wrist : cell.zoom === 'head' ? skeleton.head : { x: 0, y: 0 };
  const m = cell.zoom ? ([s, 0, 0, s, x + W / 2 - focus.x * s, y + H * 0.6 - focus.y * s] as const) : ([s, 0, 0, s, x + W / 2, y + H - 26] as const);
  const label = layoutLine(cell.label, filmFonts().label, 12);
  const ink = (node: any): any =>
    black
      ? {
          ...node,
          ...(node.fill ? { fill: '#102024' } : {}),
          ...(node.stroke ? { stroke: { ...node.stroke, paint: '#102024' } } : {}),
          ...(node.base ? { base: ink(node.base) } : {}),
          ...(node.items ? { items: node.items.map(ink) } : {}),
        }
      : node;
  return [
    {
      id: `cell${n}`,
      mask: { id: `mask${n}`, path: polygon([x, y, x + W, y, x + W, y + H - 16, x, y + H - 16]), fill: '#000000', matrix: [1, 0, 0, 1, 0, 0] },
      items: fig.map((node) => moved(ink(node), m as any, `c${n}.`)),
    },
    { id: `label${n}`, path: label.path, matrix: [1, 0, 0, 1, x + (W - label.width) / 2, y + H - 5], fill: '#3d5559' },
  ] as any;
});
const picture = { width: Math.round(columns * W), height: Math.round(rows * H), background: '#fbfdfc', planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0] as any, nodes }] };
writeFileSync(out as string, toPng(paintFully(nodePainter(), picture, picture.width, picture.height)));
