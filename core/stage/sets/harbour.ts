import { shadowOf } from '../../draw/colour.ts';
import { dice } from '../../draw/hash.ts';
import { ellipse, type Path, pen, polygon, rect, roundedRect, smoothLine } from '../../draw/path.ts';
import { Sketch } from '../../figure/sketch.ts';
import type { StageSet } from './set.ts';
import { vertical } from './set.ts';

/** A small harbour at low tide: boats aground, pools in the sand, weed on the wall, the sea far out. */
export const harbour: StageSet = {
  id: 'harbour-low-tide',
  name: 'Harbour, low tide',
  words: ['harbour', 'sea', 'coast', 'boats', 'morning', 'wall'],
  floor: 452,
  background: '#bfe0e6',
  draw() {
    const s = new Sketch('harbour');
    const chance = dice(77);
    s.nodes.push(s.item('sky', { path: rect(-970, -550, 1940, 640), fill: vertical(-550, 60, [0, '#8fc7dc'], [0.55, '#c6e3e4'], [0.85, '#f6e7cd'], [1, '#f9dcb9']) }));
    s.nodes.push(
      s.item('sun', {
        path: ellipse(430, -60, 330),
        fill: {
          kind: 'radial',
          centre: [430, -60],
          radius: 330,
          stops: [
            { at: 0, colour: '#fff3cf', alpha: 0.95 },
            { at: 0.25, colour: '#ffeec4', alpha: 0.55 },
            { at: 1, colour: '#ffeec4', alpha: 0 },
          ],
        },
      }),
    );
    cloud(s, 'c1', -620, -350, 1.25, '#f3faf8');
    cloud(s, 'c2', 120, -418, 0.9, '#eef7f6');
    cloud(s, 'c3', 720, -300, 1.05, '#f9f4e6');
    // Far land, then the thin line of sea that has drawn back.
    s.fill('hills2', hills(-970, 40, [-120, 24, -90, -60, 36, 60]), '#9cc0c4');
    s.fill('hills', hills(-970, 52, [-300, 40, 330, -330, 40, 300]), '#7fabb0');
    s.nodes.push(s.item('sea', { path: rect(-970, 46, 1940, 60), fill: vertical(46, 106, [0, '#4f97a6'], [1, '#74b5b9']) }));
    for (let n = 0; n < 14; n++) {
      const x = chance.between(-900, 860);
      const y = chance.between(56, 98);
      s.line(
        `wave${n}`,
        pen()
          .move(x, y)
          .line(x + chance.between(40, 130), y)
          .done(),
        '#d7efe9',
        2.2,
        0.6,
      );
    }
    lighthouse(s, -668, 62);
    // Sand flats with pools.
    s.nodes.push(
      s.item('sand', {
        path: pen().move(-970, 100).quad(-400, 88, 0, 98).quad(500, 108, 970, 94).line(970, 420).line(-970, 420).close().done(),
        fill: vertical(96, 400, [0, '#d8c39b'], [0.5, '#c3a97f'], [1, '#a98f6c']),
      }),
    );
    for (const [index, [x, y, w, h]] of (
      [
        [-420, 150, 190, 13],
        [120, 136, 240, 11],
        [560, 186, 200, 17],
        [-120, 226, 260, 20],
        [-720, 236, 170, 16],
        [420, 282, 230, 20],
      ] as const
    ).entries()) {
      s.fill(`poolEdge${index}`, ellipse(x, y + 2, w + 12, h + 5), '#a48a63', 0.6);
      s.nodes.push(s.item(`pool${index}`, { path: ellipse(x, y, w, h), fill: vertical(y - h, y + h, [0, '#a9d3d5'], [1, '#6fb0b7']) }));
      s.line(
        `poolGlint${index}`,
        pen()
          .move(x - w * 0.5, y - h * 0.35)
          .line(x + w * 0.1, y - h * 0.35)
          .done(),
        '#eaf7f1',
        2.4,
        0.8,
      );
    }
    for (let n = 0; n < 26; n++) {
      const x = chance.between(-930, 930);
      const y = chance.between(120, 330);
      s.line(`ripple${n}`, smoothLine([x, y, x + 18, y - 3, x + 36, y, x + 54, y - 3]), '#9d8460', 2.2, 0.42);
    }
    boat(s, 'boatA', 505, 196, 1.02, -9, '#c4473d', '#f2e6d2');
    boat(s, 'boatB', -300, 172, 0.66, 7, '#2f6f86', '#e9dcc4');
    // The quay: a wall with tide marks and weed, then the stones that one stands on.
    wall(s, chance);
    s.nodes.push(
      s.item('quay', {
        path: pen().move(-970, 330).line(970, 330).line(970, 550).line(-970, 550).close().done(),
        fill: vertical(330, 550, [0, '#b9b3a8'], [0.25, '#a9a398'], [1, '#8f897f']),
      }),
    );
    s.fill('quayEdge', rect(-970, 326, 1940, 12), '#d3cdc0');
    s.fill('quayUnder', rect(-970, 338, 1940, 5), '#857f76', 0.8);
    const rows = [338, 376, 428, 496, 560];
    for (let row = 0; row < rows.length - 1; row++) {
      const y = rows[row] as number;
      const below = rows[row + 1] as number;
      if (row) s.line(`course${row}`, pen().move(-970, y).line(970, y).done(), '#7d776e', 2.4, 0.55);
      const gap = 150 + row * 42;
      for (let x = -970 + (row % 2) * gap * 0.5; x < 970; x += gap * chance.between(0.85, 1.2))
        s.line(
          `joint${row}.${Math.round(x)}`,
          pen()
            .move(x, y + 3)
            .line(x + x * 0.05, below - 2)
            .done(),
          '#7d776e',
          2.2,
          0.5,
        );
    }
    bollard(s, 742, 420);
    coil(s, -838, 462);
    return s.nodes;
  },
};

function cloud(s: Sketch, id: string, x: number, y: number, k: number, colour: string): void {
  const path = pen()
    .move(x - 130 * k, y + 22 * k)
    .cubic(x - 150 * k, y - 6 * k, x - 104 * k, y - 22 * k, x - 84 * k, y - 12 * k)
    .cubic(x - 74 * k, y - 52 * k, x - 14 * k, y - 56 * k, x + 4 * k, y - 24 * k)
    .cubic(x + 30 * k, y - 46 * k, x + 78 * k, y - 30 * k, x + 76 * k, y - 4 * k)
    .cubic(x + 112 * k, y - 10 * k, x + 140 * k, y + 8 * k, x + 126 * k, y + 22 * k)
    .close()
    .done();
  s.fill(`${id}`, path, colour, 0.85);
  s.fill(
    `${id}.low`,
    pen()
      .move(x - 126 * k, y + 22 * k)
      .quad(x, y + 6 * k, x + 122 * k, y + 22 * k)
      .close()
      .done(),
    '#cfe3e4',
    0.8,
  );
}

function hills(x0: number, base: number, steps: readonly number[]): Path {
  const out = pen()
    .move(x0, base + 60)
    .line(x0, base - 20);
  let x = x0;
  const width = 1940 / (steps.length / 2);
  for (let i = 0; i < steps.length; i += 2) {
    x += width;
    out.quad(x - width / 2, base - 60 + (steps[i + 1] as number) * 0.4 - Math.abs(steps[i] as number) * 0.12, x, base - 14 + (i % 4) * 4);
  }
  return out
    .line(970, base + 60)
    .close()
    .done();
}

function lighthouse(s: Sketch, x: number, y: number): void {
  s.fill(
    'rock',
    pen()
      .move(x - 130, y + 44)
      .cubic(x - 100, y - 4, x - 50, y - 20, x, y - 16)
      .cubic(x + 60, y - 14, x + 96, y + 10, x + 128, y + 44)
      .close()
      .done(),
    '#6f8f90',
  );
  const tower = pen()
    .move(x - 30, y - 10)
    .line(x - 20, y - 238)
    .line(x + 20, y - 238)
    .line(x + 30, y - 10)
    .close()
    .done();
  s.clipped(
    'tower',
    tower,
    { base: '#f6f1e6', shadow: shadowOf('#f6f1e6') },
    [-12, 0],
    [
      s.fillItem('band1', rect(x - 50, y - 70, 100, 40), '#d4513f'),
      s.fillItem('band2', rect(x - 50, y - 150, 100, 40), '#d4513f'),
      s.fillItem('band3', rect(x - 50, y - 226, 100, 36), '#d4513f'),
      s.fillItem('side', rect(x + 8, y - 240, 40, 240), '#3a2f52', 0.14),
    ],
  );
  s.fill('gallery', roundedRect(x - 32, y - 248, 64, 12, 3), '#3c4a57');
  s.nodes.push(s.item('lampRoom', { path: rect(x - 17, y - 286, 34, 38), fill: vertical(y - 286, y - 248, [0, '#fff2c2'], [1, '#ffd97a']) }));
  s.line(
    'bars',
    pen()
      .move(x - 6, y - 286)
      .line(x - 6, y - 248)
      .move(x + 7, y - 286)
      .line(x + 7, y - 248)
      .done(),
    '#3c4a57',
    2.6,
  );
  s.fill(
    'roof',
    pen()
      .move(x - 24, y - 284)
      .quad(x, y - 322, x + 24, y - 284)
      .close()
      .done(),
    '#c3443a',
  );
  s.line(
    'spike',
    pen()
      .move(x, y - 304)
      .line(x, y - 326)
      .done(),
    '#3c4a57',
    4,
  );
}

function boat(s: Sketch, id: string, x: number, y: number, k: number, tilt: number, hull: string, deck: string): void {
  const a = (tilt * Math.PI) / 180;
  const at = (px: number, py: number): [number, number] => [x + (px * Math.cos(a) - py * Math.sin(a)) * k, y + (px * Math.sin(a) + py * Math.cos(a)) * k];
  s.fill(`${id}.shade`, ellipse(x, y + 30 * k, 160 * k, 13 * k), '#6f5a3e', 0.34);
  s.line(
    `${id}.mast`,
    pen()
      .move(...at(-14, -34))
      .line(...at(-14, -236))
      .done(),
    '#7a5a3e',
    8 * k,
  );
  s.line(
    `${id}.stay`,
    pen()
      .move(...at(-14, -232))
      .line(...at(136, -34))
      .move(...at(-14, -232))
      .line(...at(-132, -30))
      .done(),
    '#6b5a4a',
    2,
  );
  s.fill(
    `${id}.sail`,
    pen()
      .move(...at(-6, -206))
      .quad(...at(22, -120), ...at(12, -64))
      .line(...at(-6, -64))
      .close()
      .done(),
    '#efe3cc',
  );
  s.clipped(
    `${id}.hull`,
    pen()
      .move(...at(-150, -40))
      .quad(...at(0, -22), ...at(156, -48))
      .cubic(...at(138, 6), ...at(104, 30), ...at(40, 34))
      .line(...at(-76, 34))
      .cubic(...at(-116, 28), ...at(-142, 0), ...at(-150, -40))
      .close()
      .done(),
    { base: hull, shadow: shadowOf(hull) },
    [-7 * k, -9 * k],
    [
      s.lineItem(
        `${id}.stripe`,
        pen()
          .move(...at(-150, -20))
          .quad(...at(0, -2), ...at(150, -26))
          .done(),
        '#f6eddc',
        7 * k,
      ),
      s.fillItem(
        `${id}.keel`,
        pen()
          .move(...at(-160, 16))
          .quad(...at(0, 22), ...at(150, 8))
          .line(...at(150, 60))
          .line(...at(-160, 60))
          .close()
          .done(),
        '#35434c',
        0.75,
      ),
    ],
  );
  s.fill(
    `${id}.cabin`,
    pen()
      .move(...at(10, -34))
      .line(...at(14, -78))
      .line(...at(82, -80))
      .line(...at(96, -40))
      .close()
      .done(),
    deck,
  );
  s.fill(
    `${id}.window`,
    pen()
      .move(...at(26, -52))
      .line(...at(28, -69))
      .line(...at(52, -70))
      .line(...at(54, -53))
      .close()
      .done(),
    '#5f8894',
  );
  s.line(
    `${id}.prop`,
    pen()
      .move(...at(-70, 16))
      .line(...at(-98, 66))
      .done(),
    '#6b5240',
    7 * k,
  );
}

function wall(s: Sketch, chance: ReturnType<typeof dice>): void {
  s.nodes.push(
    s.item('wall', { path: polygon([-970, 252, -560, 270, 560, 270, 970, 252, 970, 340, -970, 340]), fill: vertical(250, 340, [0, '#8c8f88'], [0.5, '#6f7a6c'], [1, '#4f6252']) }),
  );
  for (let n = 0; n < 24; n++) {
    const x = -960 + n * 82 + chance.between(-12, 12);
    s.fill(
      `weed${n}`,
      pen()
        .move(x - 30, 306)
        .quad(x - 16, 296, x, 303)
        .quad(x + 18, 295, x + 32, 306)
        .quad(x + 22, 322, x + 12, 318)
        .quad(x + 2, 334, x - 8, 318)
        .quad(x - 22, 328, x - 30, 306)
        .close()
        .done(),
      n % 2 ? '#56703f' : '#47623b',
      0.9,
    );
  }
  s.line('tide', pen().move(-970, 286).quad(-500, 294, 0, 292).quad(500, 294, 970, 286).done(), '#d8d2bd', 3, 0.5);
  const ladder = -520;
  s.line(
    'ladder',
    pen()
      .move(ladder - 18, 250)
      .line(ladder - 18, 332)
      .move(ladder + 18, 250)
      .line(ladder + 18, 332)
      .done(),
    '#39474d',
    6,
  );
  s.line(
    'rungs',
    pen()
      .move(ladder - 18, 268)
      .line(ladder + 18, 268)
      .move(ladder - 18, 290)
      .line(ladder + 18, 290)
      .move(ladder - 18, 312)
      .line(ladder + 18, 312)
      .done(),
    '#39474d',
    5,
  );
}

function bollard(s: Sketch, x: number, y: number): void {
  s.fill('bollardShade', ellipse(x + 6, y + 24, 50, 10), '#4d483f', 0.35);
  s.shaded(
    'bollard',
    pen()
      .move(x - 26, y + 22)
      .cubic(x - 22, y - 10, x - 22, y - 28, x - 36, y - 44)
      .cubic(x - 40, y - 66, x + 40, y - 66, x + 36, y - 44)
      .cubic(x + 22, y - 28, x + 22, y - 10, x + 26, y + 22)
      .quad(x, y + 30, x - 26, y + 22)
      .close()
      .done(),
    { base: '#3f4d57', shadow: '#29343f' },
    [-9, -4],
    [
      s.lineItem(
        'bollardGleam',
        pen()
          .move(x - 24, y - 50)
          .quad(x - 6, y - 56, x + 8, y - 55)
          .done(),
        '#6f818c',
        5,
        0.8,
      ),
    ],
  );
  s.line(
    'rope',
    pen()
      .move(x - 24, y - 16)
      .quad(x, y - 8, x + 24, y - 16)
      .move(x - 24, y - 6)
      .quad(x, y + 2, x + 24, y - 6)
      .move(x - 22, y - 8)
      .cubic(x - 120, y + 10, x - 170, y - 60, x - 214, y - 84)
      .done(),
    '#cdb281',
    7,
  );
}

function coil(s: Sketch, x: number, y: number): void {
  s.fill('coilShade', ellipse(x, y + 16, 84, 12), '#4d483f', 0.3);
  for (let n = 0; n < 4; n++) {
    s.line(`coil${n}`, ellipse(x, y + 6 - n * 9, 68 - n * 4, 13 - n), n % 2 ? '#c2a673' : '#d3b985', 9);
  }
}
