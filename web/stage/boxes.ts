import { create } from 'zustand';
import type { LayerBox } from '#core/stage/boxes';
import { stage } from './client.ts';

interface StageBoxes {
  readonly scene: string | undefined;
  /** Of the frame that is on the stage, back to front. */
  readonly boxes: readonly LayerBox[];
}

const useStageBoxes = create<StageBoxes>(() => ({ scene: undefined, boxes: [] }));

/** Begins to hear where things lie. */
export const hearBoxes = (): void => {
  stage().onBoxes = (scene, boxes) => useStageBoxes.setState({ scene, boxes });
};

const NONE: readonly LayerBox[] = [];

/** Where the layers of a scene lie in the frame that is shown. */
export const useBoxes = (scene: string): readonly LayerBox[] => useStageBoxes((state) => (state.scene === scene ? state.boxes : NONE));
