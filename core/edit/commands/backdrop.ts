import { failure } from '../../document/failure.ts';
import { type Backdrop, type BackdropPart, type BackdropPiece, type BackdropPlane, MOST_PIECES, type Scene } from '../../document/schema.ts';
import { setOf } from '../../stage/sets/index.ts';
import type { Recipe } from '../change.ts';
import { sceneOf } from './lines.ts';

type SetBackdrop = Extract<Backdrop, { kind: 'set' }>;
/** Values to be changed; what is given as undefined is as it was drawn. */
type Changes<T> = { readonly [K in keyof T]?: T[K] | undefined };

const drawnIn = (scene: Scene): SetBackdrop => {
  if (scene.backdrop.kind !== 'set') throw failure('no-part', 'This scene has no drawn backdrop any more. Choose one first.');
  return scene.backdrop;
};
const without = <T extends object>(values: T): T => Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as T;

/** A list of changes with one more; undefined where nothing is changed any more. */
function changed<T extends object>(all: Readonly<Record<string, T>> | undefined, of: string, change: Changes<T>): Record<string, T> | undefined {
  const next = { ...all, [of]: without({ ...all?.[of], ...change } as T) };
  if (!Object.keys(next[of] as T).length) delete next[of];
  return Object.keys(next).length ? next : undefined;
}

/** Changes a part of a drawn backdrop. @throws Failure where there is no such part. */
export const changeBackdropPart =
  (scene: string, part: string, change: Changes<BackdropPart>): Recipe =>
  (draft) => {
    const backdrop = drawnIn(sceneOf(draft, scene));
    if (!setOf(backdrop.set)?.planes.some(({ parts }) => parts.some(({ id }) => id === part)))
      throw failure('no-part', 'This part is not in the backdrop any more. Choose another one.');
    const parts = changed(backdrop.parts, part, change);
    if (parts) backdrop.parts = parts;
    else delete backdrop.parts;
  };

/** Changes how far a plane of a drawn backdrop lies, or whether it is there. @throws Failure where there is no such plane, or where it is a floor that is to lie elsewhere. */
export const changeBackdropPlane =
  (scene: string, plane: string, change: Changes<BackdropPlane>): Recipe =>
  (draft) => {
    const backdrop = drawnIn(sceneOf(draft, scene));
    const known = setOf(backdrop.set)?.planes.find(({ id }) => id === plane);
    if (!known) throw failure('no-plane', 'This plane is not in the backdrop any more. Choose another one.');
    if (known.floorTop !== undefined && change.distance !== undefined) throw failure('floor', 'A floor begins where people stand and stays there. Move what stands on it.');
    const planes = changed(backdrop.planes, plane, change);
    if (planes) backdrop.planes = planes;
    else delete backdrop.planes;
  };

/** Puts something of one's own on a plane, before all that stands on it. @throws Failure where the backdrop is full. */
export const addBackdropPiece =
  (scene: string, piece: BackdropPiece): Recipe =>
  (draft) => {
    const backdrop = drawnIn(sceneOf(draft, scene));
    if (!setOf(backdrop.set)?.planes.some(({ id }) => id === piece.plane)) throw failure('no-plane', 'This plane is not in the backdrop any more. Choose another one.');
    if ((backdrop.pieces?.length ?? 0) >= MOST_PIECES)
      throw failure('full', `A backdrop holds ${MOST_PIECES} things of your own. Take one away first, or bring it on the stage as a layer.`);
    backdrop.pieces = [...(backdrop.pieces ?? []), piece];
  };

const pieceIn = (scene: Scene, piece: string): { backdrop: SetBackdrop; at: number; pieces: BackdropPiece[] } => {
  const backdrop = drawnIn(scene);
  const pieces = [...(backdrop.pieces ?? [])];
  const at = pieces.findIndex(({ id }) => id === piece);
  if (at < 0) throw failure('no-piece', 'This is not in the backdrop any more. Choose another one.');
  return { backdrop, at, pieces };
};

/** Changes something of one's own in a backdrop. @throws Failure where it is not there. */
export const changeBackdropPiece =
  (scene: string, piece: string, change: Changes<Omit<BackdropPiece, 'id'>>): Recipe =>
  (draft) => {
    const { backdrop, at, pieces } = pieceIn(sceneOf(draft, scene), piece);
    pieces[at] = without({ ...(pieces[at] as BackdropPiece), ...change } as BackdropPiece);
    backdrop.pieces = pieces;
  };

/** Takes something of one's own out of a backdrop. @throws Failure where it is not there. */
export const removeBackdropPiece =
  (scene: string, piece: string): Recipe =>
  (draft) => {
    const { backdrop, at, pieces } = pieceIn(sceneOf(draft, scene), piece);
    pieces.splice(at, 1);
    if (pieces.length) backdrop.pieces = pieces;
    else delete backdrop.pieces;
  };

/** Moves something of one's own one before (1) or one behind (-1) the next of the same plane; where there is none, nothing happens. */
export const orderBackdropPiece =
  (scene: string, piece: string, by: 1 | -1): Recipe =>
  (draft) => {
    const { backdrop, at, pieces } = pieceIn(sceneOf(draft, scene), piece);
    const own = pieces[at] as BackdropPiece;
    let other = at + by;
    while (pieces[other] && pieces[other]?.plane !== own.plane) other += by;
    if (!pieces[other]) return;
    pieces.splice(at, 1);
    pieces.splice(other, 0, own);
    backdrop.pieces = pieces;
  };
