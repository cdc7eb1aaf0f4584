import { shadowOf } from '../../draw/colour.ts';
import { ellipse, pen, rect, roundedRect } from '../../draw/path.ts';
import { Sketch } from '../../figure/sketch.ts';
import type { StageSet } from './set.ts';
import { vertical } from './set.ts';

/** A calm room for a presenter: a wall with a pin board, a shelf, a plant, a wooden floor. */
export const studio: StageSet = {
  id: 'study',
  name: 'Study',
  words: ['room', 'study', 'school', 'office', 'indoors', 'plain'],
  floor: 456,
  background: '#d9e4df',
  draw() {
    const s = new Sketch('study');
    s.nodes.push(s.item('wall', { path: rect(-970, -550, 1940, 920), fill: vertical(-550, 360, [0, '#cfe0dc'], [1, '#e4ebe2']) }));
    s.nodes.push(
      s.item('light', {
        path: ellipse(-260, -180, 760, 560),
        fill: {
          kind: 'radial',
          centre: [-260, -180],
          radius: 700,
          stops: [
            { at: 0, colour: '#fffdf0', alpha: 0.75 },
            { at: 1, colour: '#fffdf0', alpha: 0 },
          ],
        },
      }),
    );
    s.fill('skirting', rect(-970, 336, 1940, 30), '#f5f3ea');
    s.nodes.push(s.item('floor', { path: rect(-970, 366, 1940, 190), fill: vertical(366, 556, [0, '#c79f74'], [1, '#a97f57']) }));
    for (let n = 0; n < 4; n++)
      s.line(
        `board${n}`,
        pen()
          .move(-970, 392 + n * 42 + n * n * 3)
          .line(970, 392 + n * 42 + n * n * 3)
          .done(),
        '#96704b',
        2.4,
        0.6,
      );
    // Pin board.
    s.fill('boardShade', roundedRect(-742, -342, 560, 380, 10), '#8ba7a4', 0.35);
    s.shaded('pinBoard', roundedRect(-752, -352, 560, 380, 10), { base: '#b8875a', shadow: shadowOf('#b8875a') }, [-6, -5]);
    s.nodes.push(s.item('cork', { path: rect(-732, -332, 520, 340), fill: vertical(-332, 8, [0, '#e2c194'], [1, '#d4ae7c']) }));
    const paper = (id: string, x: number, y: number, w: number, h: number, turn: number, colour: string): void => {
      const a = (turn * Math.PI) / 180;
      const at = (px: number, py: number): [number, number] => [x + px * Math.cos(a) - py * Math.sin(a), y + px * Math.sin(a) + py * Math.cos(a)];
      s.fill(
        `${id}.shade`,
        pen()
          .move(...at(6, 8))
          .line(...at(w + 6, 8))
          .line(...at(w + 6, h + 8))
          .line(...at(6, h + 8))
          .close()
          .done(),
        '#8a6a41',
        0.3,
      );
      s.fill(
        id,
        pen()
          .move(...at(0, 0))
          .line(...at(w, 0))
          .line(...at(w, h))
          .line(...at(0, h))
          .close()
          .done(),
        colour,
      );
      for (let n = 1; n < 4; n++)
        s.line(
          `${id}.l${n}`,
          pen()
            .move(...at(w * 0.14, (h * n) / 4.6))
            .line(...at(w * (n === 3 ? 0.6 : 0.86), (h * n) / 4.6))
            .done(),
          '#9fb2b4',
          4,
        );
      s.fill(`${id}.pin`, ellipse(...at(w / 2, 9), 7), '#d4513f');
    };
    paper('note1', -700, -300, 130, 150, -3, '#fbf9f1');
    paper('note2', -536, -306, 120, 120, 3, '#fdf0c9');
    paper('note3', -384, -292, 140, 176, -2, '#f7fbf8');
    paper('note4', -660, -116, 150, 100, 2, '#e3f0ee');
    s.line('wave', pen().move(-474, -60).cubic(-446, -112, -418, -112, -392, -60).cubic(-366, -8, -338, -8, -310, -60).cubic(-296, -86, -280, -96, -262, -96).done(), '#3f8d8a', 7);
    // Shelf with books and a lamp.
    s.fill('shelfShade', rect(330, -120, 520, 12), '#8ba7a4', 0.4);
    s.shaded('shelf', rect(324, -142, 520, 22), { base: '#c08e5f', shadow: shadowOf('#c08e5f') }, [0, -6]);
    const books: readonly (readonly [number, number, number, string])[] = [
      [350, 44, 150, '#2f6b6a'],
      [396, 34, 132, '#d9a93f'],
      [432, 50, 166, '#27425e'],
      [484, 30, 120, '#b5485d'],
      [518, 40, 144, '#7a9a72'],
      [690, 36, 128, '#5b4a73'],
      [728, 44, 154, '#c9503f'],
    ];
    for (const [index, [x, w, h, colour]] of books.entries()) {
      s.shaded(
        `book${index}`,
        roundedRect(x, -142 - h, w, h, 4),
        { base: colour, shadow: shadowOf(colour) },
        [-5, 0],
        [s.fillItem(`label${index}`, rect(x + 5, -142 - h + 22, w - 10, 14), '#f2eadb', 0.85)],
      );
    }
    s.shaded(
      'globe',
      ellipse(618, -196, 42),
      { base: '#5fa3b0', shadow: '#3e7a8b' },
      [-8, -6],
      [
        s.fillItem(
          'land',
          pen()
            .move(590, -222)
            .cubic(606, -234, 622, -220, 616, -206)
            .cubic(608, -196, 596, -204, 590, -222)
            .move(620, -190)
            .cubic(634, -200, 648, -186, 642, -172)
            .cubic(632, -164, 620, -176, 620, -190)
            .close()
            .done(),
          '#8fb573',
        ),
      ],
    );
    s.line('globeStand', pen().move(618, -154).line(618, -142).move(596, -142).line(640, -142).done(), '#8a6a41', 7);
    // Plant on the floor.
    s.fill('plantShade', ellipse(770, 420, 110, 16), '#7d5a39', 0.35);
    for (const [index, [dx, dy, bend]] of (
      [
        [-90, -250, -50],
        [-30, -320, -16],
        [40, -300, 22],
        [100, -220, 60],
        [-120, -150, -70],
        [124, -140, 70],
      ] as const
    ).entries())
      s.shaded(
        `leaf${index}`,
        pen()
          .move(770 - 10, 270)
          .quad(770 + dx * 0.3 + bend - 34, 270 + dy * 0.5, 770 + dx, 270 + dy)
          .quad(770 + dx * 0.5 + bend + 26, 270 + dy * 0.4, 770 + 12, 270)
          .close()
          .done(),
        { base: index % 2 ? '#5f9a5b' : '#4b8552', shadow: '#356a48' },
        [-6, -3],
      );
    s.shaded(
      'pot',
      pen().move(708, 262).line(832, 262).line(818, 410).quad(770, 422, 722, 410).close().done(),
      { base: '#c8704a', shadow: shadowOf('#c8704a') },
      [-12, -3],
      [s.fillItem('rim', rect(700, 262, 140, 24), '#b45f3c')],
    );
    return s.nodes;
  },
};
