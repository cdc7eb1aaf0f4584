import type { Document, PictureFigure } from './document/schema.ts';
import { isGroup, type Node, type Picture, type Plane } from './draw/picture.ts';
import type { FontRole, Fonts } from './draw/text.ts';
import type { Images } from './paint/paint.ts';
import type { Analysis } from './speech/analysis.ts';

/**
 * What core is given from outside, since it opens nothing itself: letters, pictures, analyses. One loader stands in
 * server/resources.ts, one in web/stage/resources.ts; both open the files that are named here, so that a title has the
 * same letters on the stage and in the film.
 */
export interface Resources {
  readonly fonts: Fonts;
  /** A decoded picture by its hash (of a moving one, a frame), or undefined while it is not there yet. */
  readonly picture: Images;
  /** Sees to it that every frame of moving pictures that a picture shows is there; undefined where all are. */
  bring(picture: Picture): Promise<void> | undefined;
  /** A stored analysis by its hash, or undefined while it is not there yet. */
  analysis(hash: string): Analysis | undefined;
}

/** A file of a shipped font: outlines of one script at one weight. */
export interface FontFile {
  readonly family: 'literata' | 'instrument-sans';
  readonly script: string;
  readonly weight: 400 | 600 | 700;
}

const LITERATA = ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'] as const;
const SANS = ['latin', 'latin-ext'] as const;
const files = (family: FontFile['family'], weight: FontFile['weight'], scripts: readonly string[]): FontFile[] => scripts.map((script) => ({ family, script, weight }));

/** The files of each role, searched in order for a letter. */
export const FONT_FILES: Readonly<Record<FontRole, readonly FontFile[]>> = {
  caption: files('literata', 400, LITERATA),
  captionBold: files('literata', 700, LITERATA),
  title: files('literata', 600, LITERATA),
  label: files('instrument-sans', 600, SANS),
};
export const FONT_ROLES = Object.keys(FONT_FILES) as FontRole[];

export const fontFileName = ({ family, script, weight }: FontFile): string => `${family}-${script}-${weight}-normal.woff`;

const pupilsOf = ({ face }: PictureFigure): string[] => [face.left, face.right].flatMap(({ pupil }) => (pupil ? [pupil.media] : []));

/** Pictures of a mouth that stand still; a clip's frames come by themselves. */
const mouthsOf = ({ mouth }: PictureFigure): string[] => (mouth.source?.shapes ?? []).flatMap(({ media, frame }) => (frame === undefined ? [media] : []));

/** Hashes of the pictures that a document shows: backdrops, layers and pictures that act. */
export function picturesOf({ scenes, characters }: Pick<Document, 'scenes' | 'characters'>): Set<string> {
  const found = new Set<string>();
  for (const { picture } of Object.values(characters))
    for (const media of picture ? [picture.media, ...pupilsOf(picture), ...mouthsOf(picture), ...(picture.limbs ?? []).map(({ media }) => media)] : []) found.add(media);
  for (const { backdrop, layers } of Object.values(scenes)) {
    if (backdrop.kind === 'picture') found.add(backdrop.media);
    for (const layer of Object.values(layers)) {
      if (layer.kind === 'picture') found.add(layer.media);
      if (layer.kind === 'prop' && layer.shows) found.add(layer.shows.media);
    }
  }
  return found;
}

/** One frame of a moving picture. */
export interface Frame {
  readonly media: string;
  readonly frame: number;
}

const framesOfNodes = new WeakMap<readonly Node[], readonly Frame[]>();

function framesIn(nodes: readonly Node[]): readonly Frame[] {
  let found = framesOfNodes.get(nodes);
  if (!found) {
    const of = (node: Node): readonly Frame[] => {
      if (isGroup(node)) return [...(node.base ? of(node.base) : []), ...framesIn(node.items)];
      return node.image?.frame === undefined ? [] : [{ media: node.image.media, frame: node.image.frame }];
    };
    framesOfNodes.set(nodes, (found = nodes.flatMap(of)));
  }
  return found;
}

/** The frames of moving pictures that a picture shows. */
export function framesOf({ planes }: Pick<Picture, 'planes'>): Frame[] {
  const of = (plane: Plane): Frame[] => [...framesIn(plane.nodes), ...(plane.planes ?? []).flatMap(of), ...(plane.masks ?? []).flatMap((mask) => mask.planes.flatMap(of))];
  return planes.flatMap(of);
}

/** Hashes of the analyses of the takes that are used. */
export function analysesOf({ scenes }: Pick<Document, 'scenes'>): Set<string> {
  const found = new Set<string>();
  for (const { lines } of Object.values(scenes))
    for (const { take, takes } of Object.values(lines)) {
      const used = take ? takes[take] : undefined;
      if (used?.analysis) found.add(used.analysis);
    }
  return found;
}
