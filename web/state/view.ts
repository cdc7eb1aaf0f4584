import { create } from 'zustand';
import type { MouthShape } from '#core/document/schema';

export interface Selection {
  readonly kind: 'line' | 'cue' | 'layer';
  readonly id: string;
}

interface ViewState {
  readonly scene: string | undefined;
  /** Playhead in ticks from the scene's start. */
  readonly tick: number;
  readonly playing: boolean;
  readonly line: string | undefined;
  readonly cue: string | undefined;
  /** Cues chosen together, `cue` among them; of another `cue` they say nothing. */
  readonly together: readonly string[];
  readonly layer: string | undefined;
  /** Layers chosen together, `layer` among them; of another `layer` they say nothing. */
  readonly layers: readonly string[];
  /** The record key is on: whatever is dragged, turned or typed writes keys at the playhead; while the scene plays, along it. */
  readonly recording: boolean;
  /** A mouth shape that comes from the voice, looked at in its card; ticks of the scene. */
  readonly shape: { readonly layer: string; readonly shape: MouthShape; readonly start: number; readonly end: number } | undefined;
  /** What was chosen last, as long as it is shown as chosen: Delete and the arrow keys act on it. */
  readonly last: Selection['kind'] | 'key' | undefined;
  /** Pixels a second on ribbon and lanes. */
  readonly zoom: number;
  /** Cues follow their words when a line moves. */
  readonly linked: boolean;
  /** The stage shows the shot instead of the whole set. */
  readonly throughCamera: boolean;
  /** The word from which a cue is being hung, with the lane's kind if it was dragged there. */
  readonly hanging:
    | {
        readonly line: string;
        readonly word: string;
        readonly x: number;
        readonly y: number;
        readonly kind?: string;
        readonly layer?: string;
        readonly hand?: 'left' | 'right';
        readonly at?: number;
      }
    | undefined;
  /** Changes when threads shall sway. */
  readonly sway: number;
  /** The list of commands and their keys is open. */
  readonly help: boolean;
  /** What the production was before is shown. */
  readonly versions: boolean;
  /** The layer whose crop or mask is drawn on the stage. */
  readonly cutting: { readonly layer: string; readonly what: 'crop' | 'mask' } | undefined;
  /** The layer of which only what its key leaves is shown, in white. */
  readonly matte: string | undefined;
  /** The marker that is chosen. */
  readonly marker: string | undefined;
  /** Pixels of the column with the tree and, below it, the heads of lanes. */
  readonly left: number;
  /** Layers that were opened (true) or folded by hand, in the tree and on lanes. */
  readonly folds: Readonly<Record<string, boolean>>;
  /** Where what is dragged has snapped to, ticks: shown as a line over all lanes. */
  readonly snap: number | undefined;
  /** Keys that are chosen, by their ways (`keyPath`). */
  readonly keys: readonly string[];
  /** The property whose curve is open. */
  readonly curve: { readonly layer: string; readonly property: string } | undefined;
  /** Ready scenes are shown. */
  readonly ready: boolean;
  /** The strip of scenes is open. */
  readonly strip: boolean;
  /** The stage door is open. */
  readonly door: boolean;
  /** The production whose picture is on the stage; until then its poster stands there. */
  readonly painted: string | undefined;
  /** The layer that is only tried on the stage. */
  readonly tried: string | undefined;
  /** What of the set the stage shows while it is edited; the frame if left out. */
  readonly looked: { readonly x: number; readonly y: number; readonly width: number } | undefined;
  /** The group whose things are taken hold of one by one on the stage. */
  readonly entered: string | undefined;
  /** Lines over the stage that titles and faces should keep inside. */
  readonly guides: boolean;
  /** Neighbouring keys of the chosen layer are shown faintly. */
  readonly ghosts: boolean;
}

/** Widths of the left column, pixels. */
export const LEFT = { least: 180, first: 208, most: 320 } as const;

export const useView = create<ViewState>(() => ({
  scene: undefined,
  tick: 0,
  playing: false,
  line: undefined,
  cue: undefined,
  together: [],
  layer: undefined,
  layers: [],
  recording: false,
  shape: undefined,
  last: undefined,
  zoom: 94,
  linked: true,
  throughCamera: false,
  hanging: undefined,
  sway: 0,
  help: false,
  versions: false,
  cutting: undefined,
  matte: undefined,
  marker: undefined,
  left: LEFT.first,
  folds: {},
  snap: undefined,
  keys: [],
  curve: undefined,
  ready: false,
  strip: false,
  door: false,
  painted: undefined,
  tried: undefined,
  looked: undefined,
  entered: undefined,
  guides: false,
  ghosts: true,
}));

export const view = useView.setState;

/**
 * Chooses one thing, or nothing: only what is chosen is shown as chosen. A cue keeps the line whose card it stands in,
 * and shows whose it is.
 */
export function choose(selection: Selection | undefined): void {
  const none = { cue: undefined, together: [], layer: undefined, layers: [], keys: [], shape: undefined, last: selection?.kind };
  if (!selection) view({ ...none, line: undefined });
  else if (selection.kind === 'line') view({ ...none, line: selection.id });
  else if (selection.kind === 'layer') view({ ...none, line: undefined, layer: selection.id });
  else view({ ...none, cue: selection.id });
}

/** All layers that are chosen. */
export const chosenLayers = ({ layer, layers }: Pick<ViewState, 'layer' | 'layers'>): readonly string[] => (layer === undefined ? [] : layers.includes(layer) ? layers : [layer]);

/** Chooses a layer; added, this one too, or no longer, if others are left. */
export function chooseLayer(id: string, added: boolean): void {
  const chosen = chosenLayers(useView.getState());
  if (!added || !chosen.length) choose({ kind: 'layer', id });
  else if (!chosen.includes(id)) view({ layer: id, layers: [...chosen, id], last: 'layer' });
  else if (chosen.length > 1) {
    const layers = chosen.filter((one) => one !== id);
    view({ layer: layers.at(-1), layers });
  }
}

/** Chooses a key of a layer by its way; added, this one too, or no longer. The layer stays the chosen one. */
export function chooseKey(layer: string, key: string, added: boolean): void {
  const { keys, layer: before } = useView.getState();
  const kept = added && before === layer ? keys : [];
  const next = kept.includes(key) ? kept.filter((one) => one !== key) : [...kept, key];
  view({ layer, layers: [], cue: undefined, together: [], line: undefined, shape: undefined, keys: next, last: next.length ? 'key' : 'layer' });
}

/** All cues that are chosen. */
export const chosenCues = ({ cue, together }: Pick<ViewState, 'cue' | 'together'>): readonly string[] => (cue === undefined ? [] : together.includes(cue) ? together : [cue]);

/**
 * Chooses a cue of a lane. Extended, all of the lane from the chosen cue to this one: a selection stays in its lane;
 * added, this one too, whatever its lane, or no longer.
 */
export function chooseCue(id: string, lane: readonly string[], how: 'alone' | 'extended' | 'added'): void {
  const state = useView.getState();
  const chosen = chosenCues(state);
  if (how === 'extended' && state.cue !== undefined && lane.includes(state.cue)) {
    const [from, to] = [lane.indexOf(state.cue), lane.indexOf(id)].sort((a, b) => a - b) as [number, number];
    view({ together: lane.slice(from, to + 1), last: 'cue' });
  } else if (how === 'added' && chosen.includes(id)) {
    const together = chosen.filter((one) => one !== id);
    view({ cue: together.at(-1), together, last: together.length ? 'cue' : undefined });
  } else if (how === 'added') view({ cue: id, together: [...chosen, id], last: 'cue' });
  else view({ cue: id, together: [], last: 'cue' });
}
