import type { Character } from '../../document/schema.ts';
import { boundsOf } from '../../draw/bounds.ts';
import type { Matrix } from '../../draw/matrix.ts';
import { toSvgData } from '../../draw/path.ts';
import { type Gradient, type Item, isGroup, type Node, type Paint } from '../../draw/picture.ts';
import { drawFigure } from '../../figure/figure.ts';
import { MOUTH_CHART, type MouthNumbers } from '../../figure/mouth.ts';
import { over, type PartialPose, posed } from '../../figure/pose.ts';
import { ownStance } from '../../figure/rests.ts';

const number = (value: number): string => String(Math.round(value * 1000) / 1000);
const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] as string);
const IDENTITY_TEXT = '1,0,0,1,0,0';

/** Writes nodes as SVG 1.1: every part a group with its own name, every shape a real path, clips as clip paths. */
class Writer {
  readonly definitions: string[] = [];
  private count = 0;

  private name(id: string): string {
    // SVG ids may not repeat: the part's own name stays readable, a number makes it unique.
    return `${id.replace(/[^\w.-]/g, '-')}-${++this.count}`;
  }

  private transform(matrix: Matrix): string {
    const text = matrix.map(number).join(',');
    return text === IDENTITY_TEXT ? '' : ` transform="matrix(${text})"`;
  }

  private paint(paint: Paint): string {
    if (typeof paint === 'string') return paint;
    const id = this.name('gradient');
    this.definitions.push(gradient(paint, id));
    return `url(#${id})`;
  }

  item(item: Item, attributes = ''): string {
    if (!item.path?.length) return '';
    const fill = item.fill === undefined ? 'none' : this.paint(item.fill);
    const stroke = item.stroke
      ? ` stroke="${this.paint(item.stroke.paint)}" stroke-width="${number(item.stroke.width)}" stroke-linecap="${item.stroke.cap ?? 'round'}" stroke-linejoin="round"`
      : '';
    return `<path id="${this.name(item.id)}"${this.transform(item.matrix)}${item.evenOdd ? ' fill-rule="evenodd"' : ''} fill="${fill}"${stroke}${look(item)}${attributes} d="${toSvgData(item.path)}"/>`;
  }

  node(node: Node): string {
    if (!isGroup(node)) return this.item(node);
    const frame = node.base ?? node.mask;
    const inner = node.items.map((item) => this.node(item)).join('');
    if (!frame?.path) return `<g id="${this.name(node.id)}"${look(node)}>${inner}</g>`;
    const clip = this.name('clip');
    this.definitions.push(`<clipPath id="${clip}"><path${this.transform(frame.matrix)}${frame.evenOdd ? ' clip-rule="evenodd"' : ''} d="${toSvgData(frame.path)}"/></clipPath>`);
    return `<g id="${this.name(node.id)}"${look(node)}>${node.base ? this.item(node.base) : ''}<g clip-path="url(#${clip})">${inner}</g></g>`;
  }
}

const look = ({ alpha, blend }: Pick<Item, 'alpha' | 'blend'>): string =>
  `${alpha === undefined || alpha === 1 ? '' : ` opacity="${number(alpha)}"`}${!blend || blend === 'normal' ? '' : ` style="mix-blend-mode:${blend}"`}`;

function gradient(paint: Gradient, id: string): string {
  const stops = paint.stops
    .map(({ at, colour, alpha = 1 }) => `<stop offset="${number(at)}" stop-color="${colour}"${alpha === 1 ? '' : ` stop-opacity="${number(alpha)}"`}/>`)
    .join('');
  return paint.kind === 'linear'
    ? `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${number(paint.from[0])}" y1="${number(paint.from[1])}" x2="${number(paint.to[0])}" y2="${number(paint.to[1])}">${stops}</linearGradient>`
    : `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="${number(paint.centre[0])}" cy="${number(paint.centre[1])}" r="${number(paint.radius)}">${stops}</radialGradient>`;
}

/**
 * A character in a pose as an SVG document that any vector program opens: parts are groups named after the part
 * ("torso", "face", "armL" …), in painting order, in figure units (1 HU = 100).
 */
export function characterSvg(character: Character, pose: PartialPose = {}, mouth: MouthNumbers = MOUTH_CHART.rest): string {
  const { nodes } = drawFigure(character, posed(over(ownStance(character), pose)), mouth);
  const writer = new Writer();
  const box = boundsOf(nodes);
  const pad = 8;
  const groups: { name: string; inner: string[] }[] = [];
  for (const node of nodes) {
    const name = node.id.split('.')[0] as string;
    if (groups.at(-1)?.name !== name) groups.push({ name, inner: [] });
    groups.at(-1)?.inner.push(writer.node(node));
  }
  const seen = new Map<string, number>();
  const body = groups
    .map(({ name, inner }) => {
      const n = (seen.get(name) ?? 0) + 1;
      seen.set(name, n);
      return `<g id="${name}${n > 1 ? `-${n}` : ''}">\n${inner.join('\n')}\n</g>`;
    })
    .join('\n');
  const view = [box.left - pad, box.top - pad, box.right - box.left + pad * 2, box.bottom - box.top + pad * 2].map(number);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view.join(' ')}" width="${view[2]}" height="${view[3]}">\n<title>${escaped(character.name)}</title>\n<defs>${writer.definitions.join('')}</defs>\n${body}\n</svg>\n`;
}
