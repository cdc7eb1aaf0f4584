import { rect } from '../../draw/path.ts';
import { Drawing, marked, type PictureSample } from './sample.ts';

/** A pixel of the drawing in pixels of the picture. */
const P = 30;
const ROWS = [
  '........RRRRRRRR........',
  '......RRRRRRRRRRRR......',
  '.....RRRRrrRRRRRRRR.....',
  '.....BBBBBBBBBBBBBB.....',
  '....BBBHHHHHHHHHHBBB....',
  '....HHHSSSSSSSSSSHHH....',
  '....HHSSSSSSSSSSSSHH....',
  '....HSSBBBSSSSBBBSSH....',
  '....SSSSSSSSSSSSSSSS....',
  '...SSSWWWSSSSSSWWWSSS...',
  '...SSSWKKSSSSSSWKKSSS...',
  '...sSSWKKSSSSSSWKKSSs...',
  '....SSSSSSSssSSSSSSS....',
  '....SPPSSSSssSSSSPPS....',
  '....SPPSSSSSSSSSSPPS....',
  '....SSSSSSSSSSSSSSSS....',
  '.....SSSSMMMMMMSSSS.....',
  '.....SSSSSSSSSSSSSS.....',
  '......sSSSSSSSSSSs......',
  '........sSSSSSSs........',
  '......GGGGssssGGGG......',
  '....GGGGGGGGGGGGGGGG....',
  '...GGGGGGYYGGYYGGGGGG...',
  '...GGgGGGGGGGGGGGGgGG...',
  '...GGgGGGGYYYYGGGGgGG...',
  '...GGgGGGGGGGGGGGGgGG...',
  '...SSgGGGGGGGGGGGGgSS...',
  '...SS.DDDDDDDDDDDD.SS...',
  '......DDDDD..DDDDD......',
  '......DDDD....DDDD......',
  '......DDDD....DDDD......',
  '.....KKKKK....KKKKK.....',
] as const;
const COLOURS: Readonly<Record<string, string>> = {
  R: '#6a4fa0',
  r: '#8d73c4',
  B: '#3b2f4a',
  H: '#6b4236',
  S: '#f0c090',
  s: '#d39a6c',
  W: '#ffffff',
  K: '#2a2336',
  P: '#ee9a86',
  M: '#8c3340',
  G: '#d98a3c',
  g: '#b56c28',
  Y: '#fbe7b0',
  D: '#38507c',
};
const [W, H] = [ROWS[0].length * P, (ROWS.length + 2) * P];
const at = (column: number): number => column * P;
const row = (line: number): number => (line + 1) * P;

/** Somebody out of large pixels, on nothing. */
export const pixels: PictureSample = {
  id: 'pixels',
  name: 'Pixel figure',
  width: W,
  height: H,
  faces: [
    {
      name: 'Pixel',
      face: marked(W, H, {
        left: [at(7.5), row(10.5), 1.5 * P, 1.5 * P],
        right: [at(16.5), row(10.5), 1.5 * P, 1.5 * P],
        mouth: [
          [at(9), row(16.5)],
          [at(12), row(16.5)],
          [at(15), row(16.5)],
        ],
        chin: [at(12), row(19)],
      }),
    },
  ],
  draw() {
    const d = new Drawing();
    ROWS.forEach((line, y) => {
      // Neighbours of one colour are one piece: no seams between pixels.
      for (let x = 0; x < line.length; ) {
        const letter = line[x] as string;
        let end = x + 1;
        while (line[end] === letter) end++;
        const colour = COLOURS[letter];
        if (colour) d.shape(rect(at(x), row(y), (end - x) * P, P), colour);
        x = end;
      }
    });
    return d.nodes;
  },
};
