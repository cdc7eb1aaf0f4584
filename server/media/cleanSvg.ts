import { type SaxesAttributeNS, SaxesParser, type SaxesTagNS } from 'saxes';
import { Failure, failure } from '#core/document/failure';

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';
const MOST_BYTES = 8 * 1024 * 1024;
const MOST_ELEMENTS = 30_000;
const DEEPEST = 80;
/** Of the drawing as it is made, its longer side, pixels. */
const DRAWN_SIDE = 1600;

/** What draws, and what it is drawn with (SVG 1.1). No scripts, styles, links, animation, foreign content, filters, fonts. */
const ELEMENTS = new Set(
  'svg g defs symbol use path rect circle ellipse line polyline polygon text tspan title desc linearGradient radialGradient stop clipPath mask pattern image'.split(' '),
);
const ATTRIBUTES = new Set(
  (
    'id viewBox preserveAspectRatio width height x y x1 y1 x2 y2 cx cy r rx ry fx fy d points transform fill fill-opacity fill-rule stroke stroke-width stroke-opacity stroke-linecap ' +
    'stroke-linejoin stroke-miterlimit stroke-dasharray stroke-dashoffset opacity color stop-color stop-opacity offset gradientUnits gradientTransform spreadMethod clip-path clip-rule ' +
    'clipPathUnits mask maskUnits maskContentUnits patternUnits patternContentUnits patternTransform display visibility font-size font-family font-weight font-style text-anchor ' +
    'letter-spacing dx dy version'
  ).split(' '),
);
/** Declarations of a style attribute that are attributes as well. */
const STYLED = new Set([...ATTRIBUTES].filter((name) => /^(fill|stroke|stop|opacity|color|clip|mask|display|visibility|font|text|letter)/.test(name)));

export interface CleanSvg {
  readonly text: string;
  readonly width: number;
  readonly height: number;
  /** Names of what was left out, each once. */
  readonly left: readonly string[];
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (letter) => `&#${letter.charCodeAt(0)};`);

/** A value that leads nowhere outside of the drawing. */
function safeValue(value: string): boolean {
  const plain = value.replace(/[\u0000-\u0020\\]/g, '').toLowerCase();
  if (/(javascript|data|vbscript|https?|file|ftp):|expression\(|@import|\/\//.test(plain)) return false;
  return [...value.matchAll(/url\s*\(/gi)].length === [...value.matchAll(/url\(\s*(['"]?)#[\w.:-]+\1\s*\)/gi)].length;
}

/** A small picture inside of the drawing: PNG or JPEG in base64. */
const isInlinePicture = (value: string): boolean => /^data:image\/(png|jpe?g);base64,[A-Za-z0-9+/=\s]+$/.test(value);

/**
 * Reads a drawing strictly and writes it out again from a list of what draws: nothing else comes through. Entities, document types and
 * references out of it are refused or left out; what is used again and again is counted as it would be drawn.
 * @throws Failure with a sentence for whatever cannot be made clean.
 */
export function cleanSvg(bytes: Uint8Array, shown: string): CleanSvg {
  if (bytes.length > MOST_BYTES) throw failure('too-large', `${shown} is larger than 8 MB. Save it with fewer points or as PNG.`, 413);
  const source = new TextDecoder().decode(bytes);
  if (/<!(DOCTYPE|ENTITY)[^>]*(\[|ENTITY|SYSTEM\s+["'](?!http:\/\/www\.w3\.org))/i.test(source))
    throw failure('unsafe-svg', `${shown} defines entities of its own, which could hide anything. Save it again as a plain SVG.`);
  const broken = failure('no-picture', `${shown} is not an SVG drawing that can be read. Save it again as a plain SVG.`);
  const parser = new SaxesParser({ xmlns: true });
  const out: string[] = [];
  const left = new Set<string>();
  const open: { readonly kept: boolean; readonly name: string; readonly id: string | undefined }[] = [];
  let dropped = 0;
  let count = 0;
  let size: { width: number; height: number } | undefined;
  const problems: Error[] = [];
  const usage = new Usage();
  parser.on('error', (error) => problems.push(error));
  parser.on('opentag', (tag) => {
    if (++count > MOST_ELEMENTS) problems.push(failure('too-large', `${shown} has more than 30,000 elements. Simplify it or save it as PNG.`, 413));
    if (open.length > DEEPEST) problems.push(failure('too-deep', `${shown} is nested more than ${DEEPEST} deep. Simplify it or save it as PNG.`));
    if (problems.length) return;
    const kept = dropped === 0 && tag.uri === SVG && ELEMENTS.has(tag.local) && (open.length > 0 || tag.local === 'svg');
    if (!kept) {
      if (dropped === 0) left.add(tag.local);
      dropped++;
      open.push({ kept, name: tag.local, id: undefined });
      return;
    }
    const attributes = attributesOf(tag, left);
    if (!open.length) {
      size = sizeOf(attributes, shown);
      attributes.set('width', String(size.width));
      attributes.set('height', String(size.height));
    }
    const id = attributes.get('id');
    usage.enter(id);
    if (tag.local === 'use' || attributes.has('href')) usage.uses(attributes.get('href'));
    for (const name of ['fill', 'stroke', 'mask', 'clip-path']) usage.uses(/url\(\s*['"]?(#[\w.:-]+)/i.exec(attributes.get(name) ?? '')?.[1]);
    out.push(
      `<${tag.local}${open.length ? '' : ` xmlns="${SVG}" xmlns:xlink="${XLINK}"`}${[...attributes].map(([name, value]) => ` ${name === 'href' ? 'xlink:href' : name}="${escaped(value)}"`).join('')}>`,
    );
    open.push({ kept, name: tag.local, id });
  });
  parser.on('closetag', () => {
    const tag = open.pop();
    if (!tag) return;
    if (tag.kept) {
      out.push(`</${tag.name}>`);
      usage.leave();
    } else dropped--;
  });
  parser.on('text', (text) => {
    const inside = open.at(-1);
    if (dropped === 0 && inside && (inside.name === 'text' || inside.name === 'tspan')) out.push(escaped(text));
  });
  try {
    parser.write(source).close();
  } catch (thrown) {
    throw thrown instanceof Failure ? thrown : broken;
  }
  const [problem] = problems;
  if (problem) throw problem instanceof Failure ? problem : broken;
  if (!size || !count) throw broken;
  if (usage.drawn() > MOST_ELEMENTS * 2) throw failure('too-large', `${shown} repeats its parts so often that it would never end. Simplify it or save it as PNG.`, 413);
  return { text: out.join(''), ...size, left: [...left] };
}

/** Attributes that are kept, declarations of a style among them. */
function attributesOf(tag: SaxesTagNS, left: Set<string>): Map<string, string> {
  const out = new Map<string, string>();
  for (const attribute of Object.values(tag.attributes) as SaxesAttributeNS[]) {
    const { local, uri, value } = attribute;
    if (local === 'href' && (uri === '' || uri === XLINK)) {
      if (/^#[\w.:-]+$/.test(value)) out.set('href', value);
      else if (tag.local === 'image' && isInlinePicture(value)) out.set('href', value);
      else left.add('a link');
    } else if (local === 'style' && uri === '') {
      for (const declaration of value.split(';')) {
        const [name = '', ...rest] = declaration.split(':');
        const text = rest.join(':').trim();
        if (STYLED.has(name.trim()) && safeValue(text)) out.set(name.trim(), text);
      }
    } else if (uri === '' && ATTRIBUTES.has(local) && safeValue(value)) {
      if (!out.has(local)) out.set(local, value);
    } else if (uri === '' && /^on/i.test(local)) left.add('a script');
  }
  return out;
}

/** How large it is drawn: its own sides, or its view box's, with the longer side as large as a picture. */
function sizeOf(attributes: Map<string, string>, shown: string): { width: number; height: number } {
  const box = (attributes.get('viewBox') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const length = (name: string): number => {
    const text = attributes.get(name) ?? '';
    return /^\s*[\d.]+(px|pt|mm|cm|in|pc)?\s*$/.test(text) ? Number.parseFloat(text) : Number.NaN;
  };
  const [w, h] = box.length === 4 && (box[2] as number) > 0 && (box[3] as number) > 0 ? [box[2] as number, box[3] as number] : [length('width'), length('height')];
  if (!(w > 0 && h > 0 && w < 1e7 && h < 1e7)) throw failure('no-size', `${shown} does not say how large it is. Save it with a width and a height.`);
  if (!attributes.has('viewBox')) attributes.set('viewBox', `0 0 ${w} ${h}`);
  const k = DRAWN_SIDE / Math.max(w, h);
  const side = (value: number): number => Math.max(1, Math.round(value * k));
  if (Math.max(w / h, h / w) > 400) throw failure('no-size', `${shown} is a line rather than a picture: one side is 400 times the other. Save it with other sides.`);
  return { width: side(w), height: side(h) };
}

/** How many elements are drawn in the end: those that are used again are counted each time; rings count as endless. */
class Usage {
  private readonly own = new Map<string, { count: number; uses: string[] }>();
  private readonly stack: string[] = [];
  private anonymous = 0;

  enter(id: string | undefined): void {
    const name = id === undefined || this.own.has(`#${id}`) ? ` ${this.anonymous++}` : `#${id}`;
    this.own.set(name, { count: 1, uses: [] });
    const parent = this.stack.at(-1);
    if (parent !== undefined) (this.own.get(parent) as { uses: string[] }).uses.push(name);
    this.stack.push(name);
  }
  leave(): void {
    this.stack.pop();
  }
  uses(reference: string | undefined): void {
    const inside = this.stack.at(-1);
    if (reference?.startsWith('#') && inside !== undefined) (this.own.get(inside) as { uses: string[] }).uses.push(reference);
  }
  drawn(): number {
    const known = new Map<string, number>();
    const count = (name: string, above: ReadonlySet<string>): number => {
      const sum = known.get(name);
      if (sum !== undefined) return sum;
      const one = this.own.get(name);
      if (!one) return 0;
      if (above.has(name)) return Number.POSITIVE_INFINITY;
      const inner = new Set(above).add(name);
      let all = one.count;
      for (const used of one.uses) all += count(used, inner);
      known.set(name, all);
      return all;
    };
    const [root] = this.own.keys();
    return root === undefined ? 0 : count(root, new Set());
  }
}
