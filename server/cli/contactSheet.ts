import { writeFile } from 'node:fs/promises';
import { Command } from 'commander';
import { failure } from '#core/document/failure';
import type { Character } from '#core/document/schema';
import { FRAMES, type FrameShape, MOUTH_SHAPES, type MouthShape } from '#core/document/schema';
import { dice } from '#core/draw/hash';
import type { Matrix } from '#core/draw/matrix';
import { polygon } from '#core/draw/path';
import type { Node } from '#core/draw/picture';
import { layoutLine } from '#core/draw/text';
import { poseForHand } from '#core/figure/actions/action';
import { ACTIONS } from '#core/figure/actions/index';
import { DESIGNS, type DesignId, designed } from '#core/figure/cast';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { moved } from '#core/figure/face';
import { drawFigure, drawSeat } from '#core/figure/figure';
import { mascotOptions } from '#core/figure/mascots/index';
import { MASCOT_MAKES, type MascotSlot } from '#core/figure/mascots/makes';
import { MOUTH_CHART } from '#core/figure/mouth';
import { dressed } from '#core/figure/outfits';
import { stool } from '#core/figure/parts/extras/stool';
import { optionsOf, SLOTS } from '#core/figure/parts/index';
import { type PartialPose, posed } from '#core/figure/pose';
import { randomPerson } from '#core/figure/random';
import { type Holding, holdingOf } from '#core/figure/things/holding';
import { paintFully } from '#core/paint/incremental';
import { STYLES, styledPlane } from '#core/stage/styles/index';
import type { Style } from '#core/stage/styles/style';
import { MARKS } from '#core/stage/world/tones';
import { nodePainter, toPng } from '../paint/host.ts';
import { filmFonts } from '../resources.ts';
import { backdropSheet } from './backdropSheet.ts';
import { effectSheet } from './effectSheet.ts';
import { pictureSheet } from './pictureSheet.ts';
import { propSheet } from './propSheet.ts';
import { wordSheet } from './wordSheet.ts';

interface Cell {
  readonly style?: Style;
  readonly character: Character;
  readonly pose: PartialPose;
  readonly mouth: MouthShape;
  readonly label: string;
  readonly holding?: readonly Holding[];
  readonly sits?: boolean;
}

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
    .option('--mouths', 'the mouth chart in smile and frown')
    .option('--turns', 'heads turned')
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
      const cells: Cell[] = options.styles
        ? styleCells()
        : options.cast
          ? castCells()
          : options.slot
            ? slotCells(one, options.slot)
            : options.actions
              ? actionCells(one)
              : options.expressions
                ? expressionCells(one)
                : options.mouths
                  ? mouthCells(one)
                  : options.turns
                    ? turnCells()
                    : variedCells(Number(options.seed), Number(options.count));
      const heads = options.expressions || options.mouths || options.turns || (options.slot && one.kind === 'person' && HEAD_SLOTS.has(options.slot));
      await writeFile(options.out, sheet(cells, heads ? 5 : options.actions ? 8 : 6, heads ? 190 : 268, heads ? 190 : 360, heads));
    });

function variedCells(seed: number, count: number): Cell[] {
  const chance = dice(seed);
  return Array.from({ length: count }, (_, index) => {
    const character = randomPerson(seed * 1000 + index);
    const expression = EXPRESSIONS[Math.floor(chance.next() * EXPRESSIONS.length)];
    const action = chance.next() < 0.5 ? ACTIONS[Math.floor(chance.next() * ACTIONS.length)] : undefined;
    const key = action?.keys.at(-1);
    return {
      character,
      pose: { ...(key ? poseForHand(key.pose, index % 2 ? 'left' : 'right', 1) : {}), ...(expression?.face ?? {}), headTurn: chance.between(-0.35, 0.35) },
      mouth: MOUTH_SHAPES[Math.floor(chance.next() * 10)] as MouthShape,
      label: `${character.figure.age}, ${expression?.name ?? ''}${action ? `, ${action.name}` : ''}`,
    };
  });
}

/** Each action where it is held, and half a cycle on; those for a hand with right and left in turn. */
const actionCells = (character: Character): Cell[] =>
  ACTIONS.flatMap((action, n) => {
    const hand = action.handed && n % 2 ? ('left' as const) : ('right' as const);
    const halfway = action.cycle?.keys[Math.floor((action.cycle.keys.length - 1) / 2)];
    const peak = action.keys.find(({ at }) => at === 0);
    return [action.keys.at(-1), action.cycle && action.cycle.keys.length > 1 ? halfway : action.cycle ? undefined : peak].flatMap((key, index) =>
      key
        ? [
            {
              character,
              pose: { smile: 0.3, ...poseForHand(key.pose, hand, 1) },
              mouth: 'rest' as const,
              label: `${action.name}${index ? ', moving' : ''}`,
              holding: holdingOf(action, hand),
              sits: action.id === 'sit',
            },
          ]
        : [],
    );
  });

const expressionCells = (character: Character): Cell[] =>
  EXPRESSIONS.flatMap((expression) =>
    [0.5, 1].map((strength) => ({
      character,
      pose: Object.fromEntries(Object.entries(expression.face).map(([key, value]) => [key, (value as number) * strength])),
      mouth: expression.id === 'laughing' ? ('wide' as const) : expression.id === 'surprised' ? ('round' as const) : ('rest' as const),
      label: `${expression.name} ${strength * 100} %`,
    })),
  );

const mouthCells = (character: Character): Cell[] =>
  [0.8, -0.8].flatMap((smile) => MOUTH_SHAPES.map((mouth) => ({ character, pose: { smile }, mouth, label: `${mouth}, ${smile > 0 ? 'smile' : 'frown'}` })));

const HEAD_SLOTS: ReadonlySet<string> = new Set(['head', 'hair', 'brows', 'eyes', 'lashes', 'nose', 'mouth', 'ears', 'facialHair', 'headwear', 'glasses']);

function slotCells(character: Character, slot: string): Cell[] {
  if (character.kind === 'mascot' && (slot === 'body' || slot in MASCOT_MAKES))
    return mascotOptions(slot as MascotSlot).map(({ id, name }, n) => ({
      character: { ...character, parts: { ...character.parts, [slot]: id } },
      pose: { headTurn: [0, 0.3, -0.3][n % 3] as number, smile: 0.6, upperR: 60, elbowR: 50 },
      mouth: 'rest' as const,
      label: name,
    }));
  const options = optionsOf(slot);
  if (!options.length) throw failure('no-slot', `There is no slot called “${slot}”. Choose one of ${SLOTS.join(', ')}.`);
  return options.map(({ id, name }, n) => ({
    character: slot === 'extras' ? { ...character, extras: { [id]: true as const } } : { ...character, parts: { ...character.parts, [slot]: id } },
    pose: { headTurn: [0, 0.3, -0.3][n % 3] as number, smile: 0.5 },
    mouth: slot === 'facialHair' || slot === 'mouth' ? ((['rest', 'wide', 'mid'] as const)[n % 3] as MouthShape) : 'rest',
    label: name,
  }));
}

/** Some of the cast in an action each, in every drawing style. */
const styleCells = (): Cell[] =>
  STYLES.flatMap((style) =>
    (['marit', 'harjit', 'zola', 'mei', 'juno', 'fern'] as const).map((name, n) => ({
      style,
      character: designed(name, 'ch_000000000000', 'a0'),
      pose: { smile: 0.4, ...poseForHand(ACTIONS[[1, 2, 7, 20, 30, 0][n] as number]?.keys.at(-1)?.pose ?? {}, 'right', 1) },
      mouth: (['rest', 'mid'] as const)[n % 2] as MouthShape,
      label: `${style.name}, ${designed(name, 'ch_000000000000', 'a0').name}`,
    })),
  );

/** Everybody to start from: in everyday clothes, and in the second outfit. */
const castCells = (): Cell[] =>
  (Object.keys(DESIGNS) as DesignId[]).flatMap((name, n) => {
    const character = designed(name, 'ch_000000000000', 'a0');
    return [undefined, ...Object.keys(character.outfits ?? {})].map((outfit) => ({
      character: dressed(character, outfit),
      pose: { smile: 0.5, headTurn: [0, 0.2, -0.2][n % 3] as number },
      mouth: 'rest' as const,
      label: outfit ? `${character.name}, ${character.outfits?.[outfit]?.name}` : character.name,
    }));
  });

const turnCells = (): Cell[] =>
  (Object.keys(DESIGNS) as DesignId[]).flatMap((name) =>
    [-0.467, -0.23, 0, 0.23, 0.467].map((turn) => ({
      character: designed(name, 'ch_000000000000', 'a0'),
      pose: { headTurn: turn, smile: 0.5 },
      mouth: 'rest' as const,
      label: `${Math.round(turn * 75)}°`,
    })),
  );

function sheet(cells: readonly Cell[], columns: number, width: number, height: number, heads: boolean): Buffer {
  const rows = Math.ceil(cells.length / columns);
  const nodes: Node[] = cells.flatMap((cell, index) => {
    const x = (index % columns) * width;
    const y = Math.floor(index / columns) * height;
    const { nodes: figure, skeleton } = drawFigure(cell.character, posed(cell.pose), MOUTH_CHART[cell.mouth], cell.holding);
    const nodes = cell.sits ? [...drawSeat(cell.character, stool.seat), ...figure] : figure;
    const scale = heads ? (cell.character.kind === 'mascot' ? 0.84 : 1.12) : cell.character.kind === 'mascot' ? 0.9 : 0.62;
    const matrix: Matrix = heads
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
