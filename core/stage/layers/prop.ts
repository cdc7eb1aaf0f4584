import type { LayerOf } from '../../document/schema.ts';
import { transform } from '../../draw/matrix.ts';
import { hull } from '../../draw/path.ts';
import { type Colour, isGroup, type Node } from '../../draw/picture.ts';
import type { Fonts } from '../../draw/text.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { propOf } from '../props/index.ts';
import { isMoving } from '../props/prop.ts';
import { type Slot, type Tones, tonesOf } from '../world/tones.ts';
import type { DrawnKind, OwnBox } from './kind.ts';
import { screenNodes } from './propScreen.ts';

const drawn = new Map<string, { nodes: readonly Node[]; box: OwnBox }>();
/** Props in so many looks are remembered: a colour that is dragged over passes through many. */
const MOST_LOOKS = 400;

type Colours = LayerOf<'prop'>['colours'];
/** What a prop is drawn with besides what it is: nothing where it has the house's own colours. */
const tonesIn = (colours: Colours): { tones?: Tones } => (colours && Object.keys(colours).length ? { tones: tonesOf(colours as Partial<Record<Slot, Colour>>) } : {});

/** A prop in a state and colours, as it is when nothing in it moves. */
function propDrawing(id: string, state = '', colours?: Colours): { nodes: readonly Node[]; box: OwnBox } {
  const name = `${id} ${state} ${colours ? JSON.stringify(colours) : ''}`;
  let known = drawn.get(name);
  if (!known) {
    if (drawn.size > MOST_LOOKS) drawn.clear();
    const nodes = propOf(id)?.draw({ ...(state ? { state } : {}), ...tonesIn(colours) }) ?? [];
    drawn.set(name, (known = { nodes, box: standingBox(nodes) }));
  }
  return known;
}

/** The box of what stands on y 0: its foot in the middle, as wide to either side. */
function standingBox(nodes: readonly Node[]): OwnBox {
  let half = 1;
  let top = -1;
  const look = (node: Node): void => {
    if (isGroup(node)) {
      for (const item of [...(node.base ? [node.base] : []), ...node.items]) look(item);
      return;
    }
    if (!node.path?.length) return;
    const wide = (node.stroke?.width ?? 0) / 2;
    const box = hull(node.path);
    for (const x of [box.left - wide, box.right + wide])
      for (const y of [box.top - wide, box.bottom + wide]) {
        const at = transform(node.matrix, x, y);
        half = Math.max(half, Math.abs(at.x));
        top = Math.min(top, at.y);
      }
  };
  for (const node of nodes) look(node);
  return { left: -half, top, right: half, bottom: 0 };
}

/** A prop's box in its own units, standing on y 0. */
export const propBox = (id: string, state?: string): OwnBox => propDrawing(id, state).box;

/** Where a hand takes a prop, in shares of its box: what its anchor becomes when it is held. */
export function propGrip(id: string): { readonly x: number; readonly y: number } {
  const { left, top, right, bottom } = propDrawing(id).box;
  const [x, y] = propOf(id)?.grip ?? [0, top];
  return { x: (x - left) / (right - left), y: (y - top) / (bottom - top) };
}

/** What moves by itself is drawn so many times a second: on twos, as drawn films are. */
const STEPS = 12;

interface Drawn {
  readonly step: number;
  readonly fonts: Fonts | undefined;
  readonly nodes: readonly Node[];
}
const looks = new WeakMap<LayerOf<'prop'>, Drawn>();

/** A thing that stands on the stage, or lies in a hand. */
export const prop: DrawnKind<'prop'> = {
  kind: 'prop',
  entry: { label: 'Prop', icon: 'M4 8l8-4 8 4v8l-8 4-8-4zM4 8l8 4 8-4M12 12v8', fields: [] },
  plane: 'prop',
  moves: (layer) => movesInState(layer),
  nodes({ layer, start }, tick, { fonts }) {
    const own = propOf(layer.prop);
    const moving = movesInState(layer);
    const written = !!(layer.writes || layer.shows);
    if (!own || !(moving || written)) return propDrawing(layer.prop, layer.state, layer.colours).nodes;
    const step = moving ? Math.floor(((tick - start) / TICKS_PER_SECOND) * STEPS + 1e-6) : 0;
    const known = looks.get(layer);
    if (known?.step === step && known.fonts === fonts) return known.nodes;
    const look = { ...(layer.state ? { state: layer.state } : {}), ...tonesIn(layer.colours) };
    const nodes = [...(moving ? own.draw({ ...look, seconds: step / STEPS }) : propDrawing(layer.prop, layer.state, layer.colours).nodes), ...screenNodes(own, layer, fonts)];
    looks.set(layer, { step, fonts, nodes });
    return nodes;
  },
  box: ({ layer }) => propDrawing(layer.prop, layer.state).box,
};

function movesInState({ prop: id, state }: LayerOf<'prop'>): boolean {
  const own = propOf(id);
  return !!own && isMoving(own, state ?? own.states?.[0]?.[0] ?? '');
}
