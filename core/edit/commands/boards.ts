import { failure } from '../../document/failure.ts';
import { restValue } from '../../document/properties.ts';
import type { Layer, LayerOf, Scene } from '../../document/schema.ts';
import { multiply, transform, translation } from '../../draw/matrix.ts';
import { restPlace } from '../../schedule/place.ts';
import { propBox } from '../../stage/layers/prop.ts';
import { propOf } from '../../stage/props/index.ts';
import type { Recipe } from '../change.ts';
import { groupLayers, layerIn, reparent } from './layers.ts';
import { sceneOf } from './lines.ts';

/** What fits on a board: it has sides of its own. */
type Fitting = LayerOf<'chart' | 'picture' | 'clip'>;
/** Whether a layer can be put on a board. */
export const fitsOnBoard = (layer: Layer): layer is Fitting => layer.kind === 'chart' || layer.kind === 'picture' || layer.kind === 'clip';

/** So much of a board's sides what is on it takes. */
const SHARE = 0.94;
/** A chart's own sides (schema.ts). */
const [LEAST_SIDE, MOST_SIDE] = [200, 1900] as const;
const PLACED = ['x', 'y', 'scaleX', 'scaleY', 'angleDeg', 'anchorX', 'anchorY'] as const;
const round = (value: number): number => Math.round(value * 1000) / 1000;

/** Boards, screens and papers on a scene's stage, by their layers. */
export const boardsIn = ({ layers }: Pick<Scene, 'layers'>): [string, LayerOf<'prop'>][] =>
  Object.entries(layers).filter((entry): entry is [string, LayerOf<'prop'>] => entry[1].kind === 'prop' && propOf(entry[1].prop)?.screen !== undefined);

/**
 * Puts a chart, a picture or a clip on a board: as large as the board takes it, turned as it is, and in one group with it, so that
 * both go together. A chart takes the board's shape. @throws Failure where it is no board, or nothing that fits on one.
 */
export const putOnBoard =
  (scene: string, layerId: string, boardId: string, groupId: string): Recipe =>
  (draft) => {
    const target = sceneOf(draft, scene);
    const layer = layerIn(target, layerId);
    const board = layerIn(target, boardId);
    const prop = board.kind === 'prop' ? propOf(board.prop) : undefined;
    if (board.kind !== 'prop' || !prop?.screen) throw failure('no-board', 'Nothing can be put on this. Choose a board or a screen.');
    if (!fitsOnBoard(layer)) throw failure('no-fit', 'This does not fit on a board. Choose a chart, a picture or a clip.');
    if (board.parent !== undefined && target.layers[board.parent]?.kind === 'character')
      throw failure('held', 'Somebody holds this board. Put it down first, then put something on it.');
    if (layer.parent !== board.parent) reparent(scene, layerId, board.parent, boardId)(draft);
    const [left, top, width, height] = prop.screen;
    if (layer.kind === 'chart') {
      // The board's shape, at a size at which its letters are as large on the board as they can be.
      const wide = width >= height ? 1200 : Math.round((900 * width) / height);
      layer.width = Math.min(MOST_SIDE, Math.max(300, wide));
      layer.height = Math.min(MOST_SIDE, Math.max(LEAST_SIDE, Math.round((layer.width * height) / width)));
    }
    const box = propBox(board.prop, board.state);
    const ax = box.left + restValue(board, 'anchorX') * (box.right - box.left);
    const ay = box.top + restValue(board, 'anchorY') * (box.bottom - box.top);
    const middle = transform(multiply(restPlace(board), translation(-ax, -ay)), left + width / 2, top + height / 2);
    const k = SHARE * Math.min((width * Math.abs(restValue(board, 'scaleX'))) / layer.width, (height * Math.abs(restValue(board, 'scaleY'))) / layer.height);
    const own = layer as Layer & Record<string, unknown>;
    for (const property of PLACED) {
      delete own[property];
      if (own.keys) delete (own.keys as Record<string, unknown>)[property];
    }
    Object.assign(own, { x: round(middle.x), y: round(middle.y), scaleX: round(k), scaleY: round(k) });
    const turn = restValue(board, 'angleDeg');
    if (turn) Object.assign(own, { angleDeg: turn });
    const parent = board.parent === undefined ? undefined : target.layers[board.parent];
    if (parent?.kind !== 'group') groupLayers(scene, [boardId, layerId], groupId, board.name ?? prop.name)(draft);
  };
