import { writeFile } from 'node:fs/promises';
import { Command } from 'commander';
import { failure } from '#core/document/failure';
import type { Character } from '#core/document/schema';
import { FRAMES, type FrameShape } from '#core/document/schema';
import type { Matrix } from '#core/draw/matrix';
import { polygon } from '#core/draw/path';
import { moved, type Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { drawFigure, drawSeat } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { stool } from '#core/figure/parts/extras/stool';
import { posed } from '#core/figure/pose';
import { paintFully } from '#core/paint/incremental';
import { styledPlane } from '#core/stage/styles/index';
import { MARKS } from '#core/stage/world/tones';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';
import { backdropSheet } from './backdropSheet.ts';
import { effectSheet } from './effectSheet.ts';
import {
  actionCells,
  type Cell,
  castCells,
  expressionCells,
  HEAD_SLOTS,
  handCells,
  mouthCells,
  questions,
  restCells,
  silhouetteCells,
  slotCells,
  styleCells,
  turnCells,
  variedCells,
} from './figureCells.ts';
import { pictureSheet } from './pictureSheet.ts';
import { propSheet } from './propSheet.ts';
import { wordSheet } from './wordSheet.ts';

/** An hour by its name or its place on the dial. */
function hourOf(text: string): number {
  const light = MARKS.find(({ name }) => name.toLowerCase() === text.toLowerCase())?.at ?? Number(text);
  if (!(light >= 0 && light <= 1)) throw failure('no-light', `There is no light “${text}”. Write dawn, day, dusk, night, or a number from 0 to 1.`);
  return light;
}

function shapeOf(text: string): FrameShape {
  if (!(text in FRAMES)) throw failure('no-frame', `There is no frame “${text}”. Choose one of ${Object.keys(FRAMES).join(', ')}.`);
  return text as FrameShape;
}

/** Draws characters in many stances as one picture, to be looked at. */
export const contactSheetCommand = (): Command =>
  new Command('contact-sheet')
    .description('Characters in many stances as one picture')
    .requiredOption('--out <sheet.png>')
    .option('--seed <n>', 'chance of the varied figures', '1')
    .option('--count <n>', 'how many', '24')
    .option('--character <design>', `one of ${Object.keys(DESIGNS).join(', ')}`, 'marit')
    .option('--actions', 'one character through all actions')
    .option('--expressions', 'all expressions')
    .option('--rest', 'every way to stand, by different people')
    .option('--silhouette', 'people by chance as they stand, in black')
    .option('--hands', 'every shape of a hand')
    .option('--blind <seed>', 'with --expressions, --actions or --rest: without labels, shuffled; what each is goes to a file beside it')
    .option('--mouths', 'the mouth chart in smile and frown')
    .option('--turns', 'heads turned, to the side and away')
    .option('--cast', 'everybody to start from, with their second outfits')
    .option('--styles', 'the cast in every drawing style')
    .option('--pictures', 'every sample picture acting')
    .option('--backdrops', 'every drawn backdrop, with two who stand in it')
    .option('--light <hour>', 'of backdrops: dawn, day, dusk, night, or a number from 0 to 1', 'day')
    .option('--frame <shape>', `of backdrops: one of ${Object.keys(FRAMES).join(', ')}`, '16:9')
    .option('--only <ids>', 'of backdrops and props: these alone, with commas between them')
    .option('--props', 'every prop in every state')
    .option('--effects', 'every effect at its gentle start')
    .option('--words', 'every look of words, at rest and as it comes')
    .option('--slot <slot>', 'one character with every part of a slot, such as hair or nose')
    .action(async (options) => {
      if (options.pictures) return writeFile(options.out, await pictureSheet());
      if (options.effects) return writeFile(options.out, await effectSheet());
      if (options.words) return writeFile(options.out, wordSheet());
      if (options.props) return writeFile(options.out, propSheet(options.only));
      if (options.backdrops) return writeFile(options.out, backdropSheet({ light: hourOf(options.light), frame: shapeOf(options.frame), only: options.only }));
      const name = options.character as DesignId;
      if (!(name in DESIGNS)) throw failure('no-character', `There is no character called “${name}”. Choose one of ${Object.keys(DESIGNS).join(', ')}.`);
      const one = designed(name, 'ch_000000000000', 'a0');
      if (options.blind !== undefined) return blindSheet(options.out, kindOf(options), Number(options.blind));
      const kind = SHEETS.find(({ option }) => options[option]) ?? VARIED;
      const cells = kind.cells(one, options);
      const heads = kind.heads ?? (options.slot && one.kind === 'person' && HEAD_SLOTS.has(options.slot));
      await writeFile(
        options.out,
        heads
          ? sheet(cells, { columns: kind.columns ?? 5, width: 190, height: 190, heads: true })
          : sheet(cells, { columns: kind.columns ?? 6, width: kind.width ?? 268, height: kind.height ?? 360 }),
      );
    });

type Options = Readonly<Record<string, string>>;

/** A sheet of figures: the option that asks for it, its cells and their size. */
interface SheetKind {
  readonly option: string;
  readonly cells: (character: Character, options: Options) => Cell[];
  readonly heads?: boolean;
  readonly columns?: number;
  readonly width?: number;
  readonly height?: number;
}

const VARIED: SheetKind = { option: '', cells: (_, { seed, count }) => variedCells(Number(seed), Number(count)) };
const SHEETS: readonly SheetKind[] = [
  { option: 'styles', cells: styleCells },
  { option: 'cast', cells: castCells },
  { option: 'slot', cells: (character, { slot }) => slotCells(character, slot as string) },
  { option: 'rest', cells: restCells, columns: 8 },
  { option: 'silhouette', cells: (_, { seed, count }) => silhouetteCells(Number(seed), Number(count)), columns: 8, width: 200, height: 330 },
  { option: 'hands', cells: handCells, columns: 8, width: 170, height: 200 },
  { option: 'actions', cells: actionCells, columns: 9, width: 240 },
  { option: 'expressions', cells: expressionCells, heads: true },
  { option: 'mouths', cells: mouthCells, heads: true },
  { option: 'turns', cells: turnCells, heads: true, columns: 8 },
];

function kindOf(options: Options): 'expressions' | 'actions' | 'rest' {
  const kind = (['expressions', 'actions', 'rest'] as const).find((one) => options[one]);
  if (!kind) throw failure('no-sheet', 'Say what to look at without labels: --expressions, --actions or --rest.');
  return kind;
}

/** Questions without labels, numbered, in an order of chance; what each is goes to a file beside the picture. */
async function blindSheet(out: string, kind: 'expressions' | 'actions' | 'rest', seed: number): Promise<void> {
  const asked = questions(kind, seed);
  const cells = asked.flatMap(({ cells: frames }, n) => {
    const three = kind === 'actions' ? [...frames, ...Array.from({ length: 3 - frames.length }, () => frames.at(-1) as Omit<Cell, 'label'>)] : frames;
    return three.map((frame, k) => ({ ...frame, label: k ? '' : `${n + 1}` }));
  });
  const picture =
    kind === 'expressions'
      ? sheet(cells, { columns: 9, width: 140, height: 160, heads: true, size: 120 / 158 })
      : kind === 'actions'
        ? sheet(cells, { columns: 9, width: 200, height: 270, size: 0.46 })
        : sheet(cells, { columns: 8, width: 200, height: 330 });
  await writeFile(out, picture);
  await writeFile(`${out.replace(/\.png$/, '')}.key.txt`, `${asked.map(({ answer }, n) => `${n + 1} ${answer}`).join('\n')}\n`);
}

/** A node as a shape against the light. */
function blackened(node: Node): Node {
  const ink = '#102024';
  if ('items' in node) return { ...node, ...(node.base ? { base: blackened(node.base) as typeof node.base } : {}), items: node.items.map(blackened) };
  return { ...node, ...(node.fill === undefined ? {} : { fill: ink }), ...(node.stroke === undefined ? {} : { stroke: { ...node.stroke, paint: ink } }) };
}

interface Layout {
  readonly columns: number;
  readonly width: number;
  readonly height: number;
  readonly heads?: boolean;
  /** Pixels to a figure unit, where it is not the sheet's own. */
  readonly size?: number;
}

function sheet(cells: readonly Cell[], { columns, width, height, heads = false, size }: Layout): Buffer {
  const rows = Math.ceil(cells.length / columns);
  const nodes: Node[] = cells.flatMap((cell, index) => {
    const x = (index % columns) * width;
    const y = Math.floor(index / columns) * height;
    const { nodes: figure, skeleton } = drawFigure(cell.character, posed(cell.pose), MOUTH_CHART[cell.mouth], cell.holding);
    const whole = cell.sits ? [...drawSeat(cell.character, stool.seat), ...figure] : figure;
    const nodes = cell.black ? whole.filter(({ id }) => !id.startsWith('floor.')).map(blackened) : whole;
    const scale = size ?? (cell.focus ? 1.7 : heads ? (cell.character.kind === 'mascot' ? 0.84 : 1.12) : cell.character.kind === 'mascot' ? 0.9 : 0.62);
    const { wrist } = skeleton.arms.R;
    const matrix: Matrix = cell.focus
      ? [scale, 0, 0, scale, x + width / 2 - wrist.x * scale, y + height * 0.66 - wrist.y * scale]
      : heads
        ? [scale, 0, 0, scale, x + width / 2 - skeleton.head.x * scale, y + height * 0.53 - skeleton.head.y * scale]
        : [scale, 0, 0, scale, x + width / 2, y + height - 30];
    const label = layoutLine(cell.label, filmFonts().label, 12);
    return [
      {
        id: `cell${index}`,
        mask: { id: `mask${index}`, path: polygon([x, y, x + width, y, x + width, y + height - 20, x, y + height - 20]), fill: '#000000', matrix: [1, 0, 0, 1, 0, 0] },
        items: [
          ...(cell.style?.background
            ? [
                {
                  id: `ground${index}`,
                  path: polygon([x, y, x + width, y, x + width, y + height, x, y + height]),
                  fill: cell.style.background('#fbfdfc'),
                  matrix: [1, 0, 0, 1, 0, 0] as Matrix,
                },
              ]
            : []),
          ...(cell.style ? styledPlane({ id: 'figure', view: [1, 0, 0, 1, 0, 0], nodes }, cell.style, 'figure').nodes : nodes).map((node) => moved(node, matrix, `c${index}.`)),
        ],
      },
      { id: `label${index}`, path: label.path, matrix: [1, 0, 0, 1, x + (width - label.width) / 2, y + height - 7], fill: '#3d5559' },
    ];
  });
  const picture = { width: columns * width, height: rows * height, background: '#fbfdfc', planes: [{ id: 'all', view: [1, 0, 0, 1, 0, 0] as Matrix, nodes }] };
  return toPng(paintFully(nodePainter(), picture, picture.width, picture.height));
}
