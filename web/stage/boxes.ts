import { create } from 'zustand';
import type { LayerBox } from '#core/stage/boxes';
import type { View } from '#core/stage/frame';
import type { Cover } from '../workers/stage.worker.ts';
import { stage } from './client.ts';

interface StageBoxes {
  readonly scene: string | undefined;
  /** Of the frame that is on the stage, back to front. */
  readonly boxes: readonly LayerBox[];
}

const useStageBoxes = create<StageBoxes>(() => ({ scene: undefined, boxes: [] }));

/** Begins to hear where things lie. */
export const hearBoxes = (): void => {
  stage().onBoxes = (scene, boxes) => {
    const now = useStageBoxes.getState();
    // Most edits move nothing: who looks at boxes then hears nothing.
    if (now.scene !== scene || JSON.stringify(now.boxes) !== JSON.stringify(boxes)) useStageBoxes.setState({ scene, boxes });
  };
};

/** Cells across of the coarse picture that tells what the pointer is over. */
const COVER_CELLS = 192;
/** The stage has been at rest so long before it is asked what covers it, milliseconds. */
const REST = 60;

let cover: (Cover & { readonly scene: string; readonly tick: number }) | undefined;
let resting: ReturnType<typeof setTimeout> | undefined;

/** Told of each frame that is shown to be edited: once it rests, what covers what is found out. */
export function coverAt(scene: string, tick: number, view: View | undefined): void {
  cover = undefined;
  clearTimeout(resting);
  resting = setTimeout(
    () =>
      void stage()
        .cover(scene, tick, COVER_CELLS, view)
        .then((found) => (cover = { ...found, scene, tick })),
    REST,
  );
}

/** Layers under a place of the picture (shares of its width and height), front first, as they are seen; undefined while that is not known. */
export function seenAt(scene: string, order: readonly string[], x: number, y: number): string[] | undefined {
  if (!cover || cover.scene !== scene) return undefined;
  const { width, height, cells } = cover;
  const [column, row] = [Math.floor(x * width), Math.floor(y * height)];
  const at = (id: string): boolean => {
    const list = cells.get(id);
    if (!list) return false;
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++) {
        const [c, r] = [column + dx, row + dy];
        if (c >= 0 && r >= 0 && c < width && r < height && list[r * width + c]) return true;
      }
    return false;
  };
  return order.filter(at);
}

const NONE: readonly LayerBox[] = [];

/** Where the layers of a scene lie in the frame that is shown. */
export const useBoxes = (scene: string): readonly LayerBox[] => useStageBoxes((state) => (state.scene === scene ? state.boxes : NONE));

/** The same, asked once. */
export const placedBoxes = (scene: string): readonly LayerBox[] => {
  const state = useStageBoxes.getState();
  return state.scene === scene ? state.boxes : NONE;
};

/** A stage that shows nothing new for so long had nothing to move, milliseconds. */
const AT_MOST = 4000;

/** Where the layers of a scene lie once the stage shows what was just changed. */
export const nextBoxes = (scene: string): Promise<readonly LayerBox[]> =>
  new Promise((resolve) => {
    const end = (): void => {
      clearTimeout(late);
      stop();
      resolve(placedBoxes(scene));
    };
    const late = setTimeout(end, AT_MOST);
    const stop = useStageBoxes.subscribe(end);
  });
