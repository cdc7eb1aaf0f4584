import { create } from 'zustand';

export type Selection = { readonly kind: 'line'; readonly id: string } | { readonly kind: 'cue'; readonly id: string } | { readonly kind: 'layer'; readonly id: string };

interface ViewState {
  readonly scene: string | undefined;
  /** Playhead in ticks from the scene's start. */
  readonly tick: number;
  readonly playing: boolean;
  readonly line: string | undefined;
  readonly cue: string | undefined;
  readonly layer: string | undefined;
  /** Pixels a second on ribbon and lanes. */
  readonly zoom: number;
  /** Cues follow their words when a line moves. */
  readonly linked: boolean;
  /** The stage shows the shot instead of the whole set. */
  readonly throughCamera: boolean;
  /** The word from which a cue is being hung, with the lane's kind if it was dragged there. */
  readonly hanging: { readonly line: string; readonly word: string; readonly x: number; readonly y: number; readonly kind?: string; readonly layer?: string } | undefined;
  /** Changes when threads shall sway. */
  readonly sway: number;
  /** The list of keys is open. */
  readonly help: boolean;
}

export const useView = create<ViewState>(() => ({
  scene: undefined,
  tick: 0,
  playing: false,
  line: undefined,
  cue: undefined,
  layer: undefined,
  zoom: 94,
  linked: true,
  throughCamera: false,
  hanging: undefined,
  sway: 0,
  help: false,
}));

export const view = useView.setState;
