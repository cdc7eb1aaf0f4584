import type { LayerOf } from '../../document/schema.ts';
import { toneOf } from '../../document/tones.ts';
import type { Point } from '../../draw/matrix.ts';
import type { Node } from '../../draw/picture.ts';
import type { StagedLayer } from '../../schedule/staged.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { labelSize, MARK_KINDS, markKind } from '../marks/forms.ts';
import { type DrawnKind, middleBox, type OwnBox, type Surroundings } from './kind.ts';

const MS = TICKS_PER_SECOND / 1000;
const NOTHING: readonly Node[] = [];
type StagedMark = StagedLayer & { readonly layer: LayerOf<'mark'> };

/** Where a mark that names nothing begins, and what it is drawn to: its own left end and right end, or all of its box. */
function unnamed({ form, width, height, text }: LayerOf<'mark'>, fonts: Surroundings['fonts']): { from: Point; around: OwnBox } {
  if (markKind(form).about) return { from: { x: 0, y: 0 }, around: middleBox(width, height) };
  const half = form === 'callout' ? labelSize(text, fonts).width / 2 : 0;
  return { from: { x: -width / 2 + half, y: 0 }, around: { left: width / 2 - 1, right: width / 2 + 1, top: -1, bottom: 1 } };
}

const drawn = new WeakMap<StagedLayer, { readonly key: string; readonly fonts: Surroundings['fonts']; readonly nodes: readonly Node[] }>();

function draw(staged: StagedMark, tick: number, { fonts, around }: Surroundings): readonly Node[] {
  const { layer, words, start } = staged;
  const kind = markKind(layer.form);
  const begun = words?.beats.length ? Math.min(...words.beats) : start;
  const ms = (tick - begun) / MS;
  if (ms < 0) return NOTHING;
  // What it names may be gone for a while: then there is nothing to point at.
  if (layer.to !== undefined && !around) return NOTHING;
  const own = unnamed(layer, fonts);
  const box = around ?? own.around;
  const round = (value: number): number => Math.round(value * 10) / 10;
  const key = `${ms < kind.moves ? Math.round(ms) : 'rests'} ${round(box.left)} ${round(box.top)} ${round(box.right)} ${round(box.bottom)}`;
  const known = drawn.get(staged);
  if (known?.key === key && known.fonts === fonts) return known.nodes;
  const from = layer.to === undefined ? own.from : { x: 0, y: 0 };
  const aim = layer.to !== undefined && (layer.aimX !== undefined || layer.aimY !== undefined) ? { x: layer.aimX ?? 0, y: layer.aimY ?? 0 } : undefined;
  const nodes = kind.draw({ text: layer.text, fonts, tone: toneOf(layer.tone ?? words?.tone), ms: Math.min(ms, kind.moves + 1), around: box, aim, from });
  drawn.set(staged, { key, fonts, nodes });
  return nodes;
}

/** Something drawn to show what is meant: an arrow, a label, a ring. */
export const mark: DrawnKind<'mark'> = {
  kind: 'mark',
  entry: {
    label: 'Mark',
    icon: 'M5 19 17 7M17 7h-7M17 7v7',
    fields: [{ field: 'form', label: 'Kind', control: 'choice', options: MARK_KINDS.map(({ id, name }) => [id, name] as const) }],
  },
  moves: () => true,
  nodes: (staged, tick, around) => (around.fonts.title.length ? draw(staged, tick, around) : NOTHING),
  box({ layer }, _, { fonts, around }): OwnBox {
    const { about } = markKind(layer.form);
    if (layer.to === undefined) return middleBox(layer.width, Math.max(about ? 24 : 140, about ? layer.height : 0));
    if (about) return around ?? middleBox(layer.width, layer.height);
    if (layer.form !== 'callout') return middleBox(90, 90);
    const { width, height } = labelSize(layer.text, fonts);
    return middleBox(width, height);
  },
};
