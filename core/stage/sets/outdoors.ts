import { dice } from '../../draw/hash.ts';
import { ellipse, pen, rect, smoothLine, smoothLoop } from '../../draw/path.ts';
import type { Colour } from '../../draw/picture.ts';
import { crown } from '../props/outdoors.ts';
import { type Hand, vertical } from '../world/hand.ts';
import { between, lighter, SPARK, shade } from '../world/tones.ts';
import { cloud, DARK, middlePlane, nearPlane, PANE, ridge, sky, skyPlane } from './kit.ts';
import { fitted, floorAt, type PartLook, part, REACH, type SetPart, type SetPlane, type StageSet, whole } from './set.ts';

const place = (id: string, name: string, words: string, planes: StageSet['planes'], light?: number): StageSet => ({
  id,
  name,
  words: ['outdoors', 'outside', ...words.split(' ')],
  place: 'outdoors',
  floor: 390,
  background: '#c2e2e6',
  planes,
  ...(light === undefined ? {} : { light }),
});

const clouds = (): SetPart[] => [cloud('cloud', -560, -380, 1.2), cloud('cloud-2', 90, -440, 0.9), cloud('cloud-3', 660, -300, 1)];
const far = (distance: number, ...parts: readonly SetPart[]): SetPlane => ({ id: `far-${distance}`, name: parts[0]?.name ?? 'Far', distance, parts });
/** Ground from the horizon's side down to beyond the frame, as a floor that a camera shears. */
const ground = (top: number, distance: number, name: string, draw: (h: Hand, look: PartLook) => void, slot: SetPart['slot'] = 'floor'): SetPlane => ({
  id: 'floor',
  name,
  distance,
  floorTop: top,
  parts: [whole('ground', name, draw, { slot })],
});
const hills = (id: string, heights: readonly number[], base: number, tone: (look: PartLook) => Colour, slot: SetPart['slot'] = 'green'): SetPart =>
  whole(id, 'Hills', (h, look) => void h.flat(ridge(heights, base, REACH), tone(look)), { slot });

/** Grass in tufts, from a seeded dice, over a stretch of ground. */
function tufts(h: Hand, colour: Colour, seed: number, count: number, top: number, low: number): void {
  const chance = dice(seed);
  for (let n = 0; n < count; n++) {
    const y = chance.between(top, low);
    const x = chance.between(-940, 940);
    const k = 0.4 + ((y - top) / (low - top)) * 0.9;
    h.rod([x - 9 * k, y - 12 * k, x, y, x + 2 * k, y - 17 * k, x + 3 * k, y, x + 11 * k, y - 11 * k], colour, 3 * k, 0.8);
  }
}

/** A row of town houses at the back of a square. */
function houses(h: Hand, { tones, light }: PartLook): void {
  // Behind heads they are cool: a warm front is a face's own colour.
  const [cool, warm] = [
    ['#a3bac4', '#b9c8bd', '#8fa9b8', '#aac4c0'],
    ['#d9998a', '#e3c7a0', '#a8bfc4', '#cfd3c0', '#c9a08f', '#b7c4b0'],
  ];
  const chance = dice(12);
  let x = -1010;
  for (let n = 0; x < 1000; n++) {
    const wide = 150 + Math.floor(chance.next() * 3) * 24;
    const tall = 300 + Math.floor(chance.next() * 3) * 40;
    const top = 80 - tall;
    const fronts = Math.abs(x + wide / 2) < 470 ? cool : warm;
    const front = fronts[n % fronts.length] as Colour;
    h.bar(x, top, wide, tall + 20, front);
    h.bar(x + wide - 10, top, 10, tall + 20, shade(front));
    const roof = n % 2 ? tones.accent.shadow : tones.metal.base;
    if (n % 3 === 1) h.poly([x - 8, top, x + wide / 2, top - 72, x + wide + 8, top], roof);
    else h.poly([x - 8, top, x + 16, top - 46, x + wide - 16, top - 46, x + wide + 8, top], roof);
    if (n % 2) h.bar(x + 24, top - 78, 22, 56, shade(front));
    const columns = wide > 170 ? 3 : 2;
    for (let row = 0; row < Math.floor((tall - 110) / 84) + 1; row++)
      for (let c = 0; c < columns; c++) {
        const [wx, wy] = [x + 20 + (c * (wide - 34)) / columns, top + 28 + row * 84];
        h.bar(wx - 3, wy - 3, 36, 52, '#f1ece0', 2);
        const on = light.glow > 0.5 && (n * 5 + row * 3 + c * 7) % 4 !== 0;
        if (on) h.source(rect(wx, wy, 30, 46), '#ffd98a');
        else h.bar(wx, wy, 30, 46, PANE);
        h.rod([wx + 15, wy, wx + 15, wy + 46], '#f1ece0', 3);
      }
    // A shop on the ground floor.
    if (light.glow > 0.5) h.source(rect(x + 14, 18, wide - 34, 54), '#ffdf9a');
    else h.bar(x + 14, 18, wide - 34, 54, lighter(PANE, -0.06));
    for (let k = 0; k < 5; k++) h.bar(x + 8 + (k * (wide - 16)) / 5, 2, (wide - 16) / 5, 20, k % 2 ? '#f1ece0' : n % 2 ? tones.second.base : tones.accent.base, 2);
    x += wide;
  }
}

const street = place('street', 'Street', 'street town city square houses shops', [
  skyPlane(sky(), ...clouds()),
  far(
    220,
    hills('hills', [60, 110, 70, 130, 90, 60], 0, ({ tones }) => tones.green.base),
    part('tower', 'Tower', 120, 0, (h, { tones }) => {
      h.bar(-18, -190, 36, 190, tones.metal.light).poly([-26, -190, 26, -190, 0, -260], tones.accent.shadow).bar(-24, -196, 48, 10, tones.metal.base);
    }),
  ),
  { id: 'houses', name: 'Houses', distance: 18, parts: [whole('houses', 'Houses', houses)] },
  ground(
    80,
    18,
    'Paving',
    (
      h,
      {
        tones: {
          floor: { base },
        },
      },
    ) => {
      const stone = between(base, '#c9c4b6', 0.7);
      h.flat(rect(-REACH * 1.8, 80, REACH * 3.6, REACH), vertical(80, 560, [0, lighter(stone, 0.02)], [1, lighter(stone, -0.03)]));
      h.bar(-REACH * 1.8, 80, REACH * 3.6, 20, shade(stone), 0, 0.6);
      for (let x = -2400; x <= 2400; x += 260) h.rod([(x * 100) / 560, 80, (x * 990) / 560, REACH], lighter(stone, -0.08), 2.2, 0.45);
      for (const metres of [9, 4.6, 2.4, 1.1, 0.3, -0.4, -1, -1.6]) h.rod([-REACH * 1.8, floorAt(metres), REACH * 1.8, floorAt(metres)], lighter(stone, -0.08), 2.2, 0.4);
    },
  ),
  middlePlane(
    2.5,
    fitted('tree', -620, floorAt(2.5), 0.78, { air: 'crown' }),
    fitted('tree', 760, floorAt(2.5), 0.84, { id: 'tree-2', air: 'crown' }),
    fitted('street-lamp', -350, floorAt(2.5), 0.72),
    fitted('street-lamp', 430, floorAt(2.5), 0.72, { id: 'street-lamp-2' }),
    fitted('bench', 640, floorAt(2), 0.72),
    fitted('bicycle', -800, floorAt(1.4), 0.7),
  ),
  nearPlane(fitted('flower-bed', -830, 560, 1.9), fitted('bush', -930, 600, 1.5)),
]);

const park = place('park', 'Park', 'park meadow garden green trees walk spring', [
  skyPlane(sky(), ...clouds()),
  far(
    300,
    hills('hills', [30, 90, 50, 120, 60, 100, 40], -10, ({ tones }) => tones.green.base),
  ),
  far(
    40,
    part(
      'wood',
      'Wood',
      0,
      40,
      (h, { tones: { green } }) => {
        const chance = dice(5);
        for (let n = 0; n < 15; n++) {
          const x = -1000 + n * 142;
          if (Math.abs(x) < 300) continue;
          crown(
            h,
            [
              [x, -60 - chance.between(0, 40), 76],
              [x + 60, -30, 60],
            ],
            green.base,
            green.shadow,
            green.light,
          );
        }
        h.flat(ridge([30, 40, 26, 36, 28], 30, 200), green.base);
      },
      { stays: true, air: 'crown' },
    ),
  ),
  ground(
    60,
    30,
    'Meadow',
    (h, { tones: { green, floor } }) => {
      const grass = lighter(green.base, 0.1);
      h.flat(rect(-REACH * 1.8, 60, REACH * 3.6, REACH), vertical(60, 560, [0, lighter(grass, 0.03)], [1, lighter(grass, -0.04)]));
      h.flat(smoothLoop([620, 96, 760, 84, 980, 92, 1200, 120, 1000, 148, 760, 142, 600, 122]), '#8fc4d8');
      h.flat(
        pen()
          .move(-60, 60)
          .cubic(-10, 120, -180, 190, -230, 300)
          .cubic(-300, 420, -460, 640, -560, REACH)
          .line(620, REACH)
          .cubic(420, 640, 260, 420, 210, 300)
          .cubic(160, 190, 40, 120, -10, 60)
          .close()
          .done(),
        lighter(floor.base, 0.07),
      );
      tufts(h, green.shadow, 3, 46, 120, 540);
    },
    'green',
  ),
  middlePlane(
    2.2,
    fitted('tree', -690, floorAt(2.2), 0.92, { air: 'crown' }),
    fitted('tree', 860, floorAt(3.4), 0.8, { id: 'tree-2', air: 'crown' }),
    fitted('street-lamp', -420, floorAt(2.6), 0.7),
    fitted('bench', 640, floorAt(1.8), 0.78),
    fitted('bush', 420, floorAt(3.2), 0.8),
  ),
  nearPlane(fitted('flower-bed', 860, 552, 2, { air: 'grass' })),
]);

const beach = place('beach', 'Beach', 'beach sea sand holiday summer coast swim', [
  skyPlane(sky(-20, [-420, -340]), ...clouds()),
  far(
    400,
    hills('island', [0, 0, 0, 36, 70, 30, 0, 0], -18, ({ tones }) => tones.green.base),
  ),
  far(
    60,
    whole(
      'sea',
      'Sea',
      (h, { tones }) => {
        const water = between(tones.second.base, '#7cc4d4', 0.7);
        h.flat(rect(-REACH * 1.5, -20, REACH * 3, 400), vertical(-20, 150, [0, lighter(water, -0.08)], [1, lighter(water, 0.05)]));
      },
      { slot: 'second' },
    ),
    ...[
      [-620, 12],
      [-200, 40],
      [260, 22],
      [640, 56],
      [40, 76],
      [-760, 66],
    ].map(([x, y], n) => part(`glint-${n}`, 'Glint', x as number, y as number, (h) => void h.rod([-60, 0, 50, 0], '#eaf7f4', 3.4, 0.8), { air: 'glint', stays: true })),
    fitted('ship', 520, -8, 0.32, { air: 'bob' }),
  ),
  ground(110, 16, 'Sand', (h, { tones: { floor } }) => {
    const sand = between(floor.base, '#ecd9ae', 0.65);
    h.flat(
      pen()
        .move(-REACH * 1.8, 116)
        .cubic(-600, 96, -200, 128, 200, 108)
        .cubic(700, 88, 1000, 120, REACH * 1.8, 104)
        .line(REACH * 1.8, REACH)
        .line(-REACH * 1.8, REACH)
        .close()
        .done(),
      vertical(100, 560, [0, lighter(sand, 0.02)], [1, lighter(sand, -0.05)]),
    );
    h.line(
      pen()
        .move(-REACH * 1.8, 118)
        .cubic(-600, 98, -200, 130, 200, 110)
        .cubic(700, 90, 1000, 122, REACH * 1.8, 106)
        .done(),
      '#f6f3e4',
      9,
    );
    const chance = dice(8);
    for (let n = 0; n < 24; n++) {
      const [x, y] = [chance.between(-940, 940), chance.between(160, 530)];
      h.line(smoothLine([x, y, x + 22, y - 4, x + 44, y, x + 66, y - 4]), lighter(sand, -0.09), 2.4, 0.5);
    }
  }),
  middlePlane(
    1.6,
    fitted('palm', -720, floorAt(1.6), 0.96, { air: 'crown' }),
    part(
      'parasol',
      'Parasol',
      700,
      floorAt(1.6),
      (h, { tones: { accent, paper } }) => {
        h.foot(0, 0, 150, 12);
        h.rod([0, 0, -24, -330], '#f1e6cf', 10);
        h.at(
          -24,
          -330,
          1,
          (p) =>
            p
              .solid(pen().move(-180, 40).cubic(-150, -90, 150, -90, 180, 40).close().done(), accent.base, 12, 6)
              .flat(pen().move(-60, 40).quad(-40, -50, 0, -58).quad(40, -50, 60, 40).close().done(), paper.base),
          -8,
        );
        h.solidPoly([-70, -20, 130, -70, 150, -50, -40, 0], SPARK.yellow, 6, 5);
      },
      { slot: 'accent' },
    ),
    fitted('ball', 470, floorAt(0.9), 0.7),
  ),
  nearPlane(fitted('rock', 880, 590, 2.2)),
]);

const forest = place('forest', 'Forest', 'forest wood trees nature hike autumn', [
  skyPlane(sky()),
  far(
    80,
    part(
      'far-trees',
      'Far trees',
      0,
      60,
      (h, { tones: { green } }) => {
        const chance = dice(21);
        for (let n = 0; n < 22; n++) {
          const x = -1060 + n * 100 + chance.between(-20, 20);
          const tall = chance.between(360, 560);
          h.solid(
            pen()
              .move(x, -tall)
              .line(x + 78, 40)
              .line(x - 78, 40)
              .close()
              .done(),
            green.base,
            14,
            0,
          );
        }
        h.bar(-REACH * 1.4, 0, REACH * 2.8, 200, green.base);
      },
      { stays: true },
    ),
  ),
  far(
    14,
    part(
      'trunks',
      'Trees',
      0,
      floorAt(14),
      (h, { tones: { green, wood } }) => {
        for (const [x, w] of [
          [-860, 44],
          [-640, 36],
          [-470, 30],
          [520, 32],
          [690, 40],
          [900, 46],
        ] as const) {
          h.box(x - w / 2, -900, w, 900, shade(wood.shadow), 3);
          h.rod([x, -280, x + (x < 0 ? 90 : -90), -380], shade(wood.shadow), 12);
        }
        for (const [x, y, r] of [
          [-900, -430, 180],
          [-640, -520, 170],
          [-400, -580, 130],
          [420, -580, 140],
          [660, -520, 170],
          [920, -430, 180],
          [0, -640, 160],
        ] as const)
          crown(h, [[x, y, r]], green.base, green.shadow, green.light);
      },
      { stays: true, air: 'crown' },
    ),
  ),
  ground(
    floorAt(14),
    14,
    'Forest floor',
    (h, { tones: { green, floor } }) => {
      const moss = between(green.base, floor.base, 0.35);
      h.flat(rect(-REACH * 1.8, floorAt(14), REACH * 3.6, REACH), vertical(floorAt(14), 560, [0, lighter(moss, 0.06)], [1, lighter(moss, -0.02)]));
      h.flat(
        pen()
          .move(-30, floorAt(14))
          .cubic(20, 180, -140, 240, -170, 330)
          .cubic(-240, 460, -330, 700, -380, REACH)
          .line(440, REACH)
          .cubic(340, 700, 240, 460, 200, 330)
          .cubic(150, 240, 60, 180, 30, floorAt(14))
          .close()
          .done(),
        lighter(floor.base, 0.02),
      );
      tufts(h, green.shadow, 17, 60, 150, 540);
    },
    'green',
  ),
  middlePlane(
    2,
    fitted('fir', -760, floorAt(2), 1.05, { air: 'crown' }),
    fitted('fir', 780, floorAt(2.6), 1, { id: 'fir-2', air: 'crown' }),
    fitted('log', 620, floorAt(1.2), 0.9),
    fitted('bush', -340, floorAt(4), 0.7),
    fitted('mushroom', 420, floorAt(0.9), 0.6),
  ),
  nearPlane(
    part(
      'fern',
      'Fern',
      -850,
      600,
      (h, { tones: { green } }) => {
        for (const turn of [-70, -46, -20, 8, 34, 60])
          h.at(
            0,
            0,
            1,
            (p) => {
              p.rod([0, 0, 0, -250], green.shadow, 6);
              for (let n = 1; n < 9; n++)
                for (const side of [-1, 1]) p.at(0, -20 - n * 26, 1, (q) => q.flat(ellipse(side * (30 - n * 2), -6, 30 - n * 2, 9), n % 2 ? green.base : green.shadow), side * 18);
            },
            turn,
          );
      },
      { air: 'grass' },
    ),
  ),
]);

const mountains = place('mountains', 'Mountains', 'mountains alps snow hike nature high', [
  skyPlane(sky(), ...clouds()),
  far(
    400,
    whole('peaks', 'Peaks', (h) => {
      const rock = '#7389a8';
      for (const [x, tall, w] of [
        [-760, 330, 420],
        [-320, 430, 460],
        [180, 360, 420],
        [620, 450, 520],
        [980, 300, 380],
      ] as const) {
        h.poly([x - w, 60, x, 40 - tall, x + w, 60], rock);
        h.poly([x, 40 - tall, x + w, 60, x + w * 0.2, 60, x + w * 0.1, -tall * 0.4], shade(rock));
        h.poly(
          [x, 40 - tall, x + w * 0.3, 40 - tall * 0.69, x + w * 0.12, 40 - tall * 0.62, x, 40 - tall * 0.72, x - w * 0.14, 40 - tall * 0.6, x - w * 0.3, 40 - tall * 0.69],
          '#f2f6f8',
        );
      }
    }),
  ),
  far(
    120,
    hills('slopes', [120, 60, 30, 20, 40, 90, 140], 40, ({ tones }) => tones.green.shadow),
  ),
  far(
    40,
    part(
      'firs',
      'Firs',
      0,
      70,
      (h, { tones: { green } }) => {
        for (const [x, k] of [
          [-900, 0.5],
          [-800, 0.42],
          [-700, 0.36],
          [620, 0.36],
          [720, 0.44],
          [820, 0.5],
          [930, 0.46],
        ] as const)
          h.solid(
            pen()
              .move(x, -360 * k)
              .line(x + 90 * k, 0)
              .line(x - 90 * k, 0)
              .close()
              .done(),
            green.shadow,
            12,
            0,
          );
      },
      { stays: true, air: 'crown' },
    ),
  ),
  ground(
    60,
    30,
    'Meadow',
    (h, { tones: { green } }) => {
      const grass = lighter(green.base, 0.09);
      h.flat(rect(-REACH * 1.8, 60, REACH * 3.6, REACH), vertical(60, 560, [0, lighter(grass, 0.03)], [1, lighter(grass, -0.05)]));
      tufts(h, green.shadow, 29, 40, 120, 540);
    },
    'green',
  ),
  middlePlane(
    3,
    part(
      'hut',
      'Hut',
      700,
      floorAt(3),
      (h, { tones: { wood, accent } }) => {
        h.foot(0, 0, 200, 10);
        h.box(-170, -180, 340, 180, wood.base, 2);
        for (let y = -150; y < 0; y += 34) h.rod([-168, y, 150, y], wood.shadow, 3);
        h.solidPoly([-210, -170, 0, -290, 210, -170], wood.shadow, 14, 8);
        h.box(-30, -110, 60, 110, shade(wood.shadow), 2);
        for (const x of [-120, 70]) h.source(rect(x, -130, 50, 44), '#ffdf9a').flat(rect(x, -130, 50, 44), PANE, 0.75);
        h.bar(-120, -84, 50, 14, accent.base).bar(70, -84, 50, 14, accent.base);
      },
      { slot: 'wood' },
    ),
    fitted('signpost', -560, floorAt(2), 0.72),
    fitted('rock', -800, floorAt(2.4), 1.1),
  ),
  nearPlane(fitted('flower-bed', 860, 560, 2, { air: 'grass' }), fitted('rock', -900, 590, 1.9, { id: 'rock-near' })),
]);

const farm = place('farm', 'Farm', 'farm field barn country animals harvest food', [
  skyPlane(sky(), ...clouds()),
  far(
    260,
    hills('hills', [40, 90, 50, 110, 60, 80], -6, ({ tones }) => tones.green.base),
  ),
  far(
    60,
    whole(
      'fields',
      'Fields',
      (h, { tones: { green } }) => {
        h.flat(ridge([30, 44, 26, 40, 30], 30, 300), lighter(green.base, 0.08));
        h.poly([-REACH, 40, -380, 4, -80, 30, -500, 120, -REACH, 130], SPARK.yellow);
        for (let n = 0; n < 7; n++) h.rod([-REACH + n * 70, 60 + n * 6, -420 + n * 50, 6 + n * 3], shade(SPARK.yellow), 4, 0.7);
      },
      { slot: 'green' },
    ),
    part(
      'trees',
      'Trees',
      560,
      30,
      (h, { tones: { green } }) =>
        crown(
          h,
          [
            [0, -60, 60],
            [70, -40, 50],
            [-70, -40, 48],
          ],
          green.base,
          green.shadow,
          green.light,
        ),
      { air: 'crown' },
    ),
  ),
  ground(
    90,
    14,
    'Yard',
    (h, { tones: { green, floor } }) => {
      const grass = lighter(green.base, 0.1);
      h.flat(rect(-REACH * 1.8, 90, REACH * 3.6, REACH), vertical(90, 560, [0, grass], [1, lighter(grass, -0.05)]));
      h.flat(
        pen().move(360, 90).cubic(300, 160, -200, 190, -420, 290).line(-1100, REACH).line(1300, REACH).cubic(800, 420, 620, 260, 640, 90).close().done(),
        lighter(floor.base, 0.06),
      );
      tufts(h, green.shadow, 41, 30, 140, 420);
    },
    'green',
  ),
  middlePlane(
    6,
    part(
      'barn',
      'Barn',
      600,
      floorAt(6),
      (h, { tones: { accent, paper } }) => {
        h.foot(0, 0, 300, 12);
        h.box(-260, -260, 520, 260, accent.shadow, 2);
        for (let x = -240; x < 240; x += 40) h.rod([x, -256, x, -4], shade(accent.shadow), 3, 0.6);
        h.solidPoly([-300, -250, -180, -390, 180, -390, 300, -250], shade(accent.shadow), 18, 8);
        h.box(-90, -190, 180, 190, paper.base, 2);
        h.rod([-80, -180, 80, -6], accent.shadow, 10).rod([80, -180, -80, -6], accent.shadow, 10);
        h.bar(-30, -330, 60, 50, paper.base, 2);
      },
      { slot: 'accent' },
    ),
  ),
  {
    id: 'fence',
    name: 'Fence',
    distance: 3,
    parts: [
      part(
        'fence',
        'Fence',
        -560,
        floorAt(3),
        (h, { tones: { wood } }) => {
          for (let n = 0; n < 8; n++) h.box(-420 + n * 120, -120, 18, 120, wood.base, 4);
          h.box(-440, -96, 900, 16, wood.light, 4).box(-440, -52, 900, 16, wood.light, 4);
        },
        { stays: true },
      ),
      part('bales', 'Bales', 760, floorAt(2.2), (h) => {
        h.foot(0, 0, 150, 9);
        for (const [x, y] of [
          [-70, -60],
          [70, -60],
          [0, -166],
        ] as const)
          h.ball(x, y, 60, '#dcb458', 60)
            .line(ellipse(x - 4, y - 2, 34), '#b98f38', 5)
            .line(ellipse(x - 4, y - 2, 14), '#b98f38', 5);
      }),
    ],
  },
  nearPlane(fitted('bucket', -800, 560, 1.7), fitted('flower-bed', 900, 560, 1.8, { air: 'grass' })),
]);

const station = place('station', 'Station', 'station train railway travel platform city', [
  skyPlane(sky(), ...clouds()),
  far(
    120,
    whole('town', 'Town', (h, { tones, light }) => {
      for (let n = 0; n < 16; n++) {
        const tall = 90 + ((n * 53) % 130);
        h.bar(-1000 + n * 130, 40 - tall, 118, tall + 200, n % 2 ? tones.metal.light : tones.metal.base);
        if (light.glow > 0.5) for (let k = 0; k < 4; k++) if ((n + k) % 3) h.source(rect(-984 + n * 130 + (k % 2) * 44, 60 - tall + Math.floor(k / 2) * 34, 18, 18), '#ffd98a');
      }
    }),
  ),
  { id: 'train', name: 'Train', distance: 6, parts: [fitted('train', -240, floorAt(5.4), 0.52)] },
  ground(150, 5, 'Platform', (h, { tones: { floor } }) => {
    const stone = between(floor.base, '#c4c6c2', 0.75);
    h.bar(-REACH * 1.8, 118, REACH * 3.6, 90, '#6f777b');
    h.rod([-REACH * 1.8, 160, REACH * 1.8, 160], '#a9b3b6', 7);
    h.flat(rect(-REACH * 1.8, 196, REACH * 3.6, REACH), vertical(196, 560, [0, stone], [1, lighter(stone, -0.04)]));
    h.bar(-REACH * 1.8, 196, REACH * 3.6, 12, lighter(stone, 0.06)).bar(-REACH * 1.8, 226, REACH * 3.6, 12, SPARK.yellow);
    for (let x = -2400; x <= 2400; x += 260) h.rod([(x * 216) / 560, 240, (x * 990) / 560, REACH], lighter(stone, -0.07), 2.2, 0.4);
  }),
  {
    id: 'roof',
    name: 'Roof',
    distance: 2.2,
    parts: [
      whole(
        'roof',
        'Roof',
        (h, { tones: { metal, second } }) => {
          h.flat(pen().move(-REACH, -REACH).line(REACH, -REACH).line(REACH, -420).quad(0, -540, -REACH, -420).close().done(), second.base);
          h.line(pen().move(-REACH, -420).quad(0, -540, REACH, -420).done(), second.shadow, 18);
          for (const x of [-680, 680]) {
            h.box(x - 14, -470, 28, 470 + floorAt(2.2), metal.base, 2);
            h.line(
              pen()
                .move(x - 150, -462)
                .quad(x, -440, x, -330)
                .quad(x, -440, x + 150, -462)
                .done(),
              metal.base,
              12,
            );
          }
        },
        { slot: 'second' },
      ),
      part('board', 'Board of trains', 420, -300, (h) => {
        h.rod([-80, -170, -80, -40], DARK, 6).rod([80, -170, 80, -40], DARK, 6).box(-150, -50, 300, 110, DARK, 8);
        for (let row = 0; row < 3; row++) h.source(rect(-132, -36 + row * 30, 90, 14), '#f2c85a').source(rect(-30, -36 + row * 30, 120, 14), '#dfe6ea');
      }),
      fitted('clock', -420, -330, 0.72),
      fitted('bench', -560, floorAt(2), 0.74),
      fitted('suitcase', 520, floorAt(1.6), 0.8),
    ],
  },
  nearPlane(fitted('suitcase', 860, 600, 1.9, { id: 'suitcase-near' })),
]);

/** Sails furled, seen from the side; tilted where it lies aground. */
const boat = (id: string, x: number, y: number, k: number, tilt: number, hull: Colour, afloat: boolean): SetPart =>
  part(
    id,
    'Sailing boat',
    x,
    y,
    (h, { tones: { wood, paper } }) => {
      if (!afloat) h.foot(0, 6, 170, 14);
      h.at(
        0,
        0,
        1,
        (p) => {
          p.rod([-14, -40, -14, -310], wood.base, 9).rod([-14, -300, 140, -50], wood.shadow, 2.6).rod([-14, -300, -140, -46], wood.shadow, 2.6);
          p.solid(pen().move(-8, -270).quad(30, -160, 18, -84).line(-8, -84).close().done(), paper.base, 5, 3);
          p.rod([-14, -84, 100, -84], wood.base, 8);
          p.solid(pen().move(-170, -66).quad(0, -36, 178, -76).cubic(160, -20, 120, 10, 70, 12).line(-90, 12).cubic(-140, 4, -160, -30, -170, -66).close().done(), hull, 12, 6);
          p.line(pen().move(-168, -62).quad(0, -32, 176, -72).done(), paper.base, 10);
          p.solidPoly([-96, -64, -70, -98, 30, -94, 44, -54], lighter(paper.base, -0.03), 6, 4).bar(-62, -86, 30, 18, PANE, 4).bar(-18, -84, 30, 18, PANE, 4);
        },
        tilt,
      );
    },
    { k, ...(afloat ? { air: 'bob' as const } : {}) },
  );

const lighthouse = (x: number, y: number, k: number): SetPart =>
  part(
    'lighthouse',
    'Lighthouse',
    x,
    y,
    (h, { tones: { paper, accent, metal } }) => {
      h.flat(smoothLoop([-160, 30, -110, -16, -40, -30, 60, -26, 120, 0, 170, 30, 0, 40]), between(metal.light, '#8fa3a0', 0.5));
      h.within(pen().move(-36, -14).line(-24, -270).line(24, -270).line(36, -14).close().done(), (p) => {
        p.bar(-60, -300, 120, 300, paper.base);
        for (const top of [-84, -176, -264]) p.bar(-60, top, 120, 44, accent.base);
        p.bar(10, -300, 60, 300, '#2b3550', 0, 0.14);
      });
      h.bar(-38, -282, 76, 14, metal.base, 3);
      h.source(rect(-20, -326, 40, 44), '#ffe9a8').glow(0, -304, 170);
      h.rod([-8, -326, -8, -282], metal.base, 3).rod([8, -326, 8, -282], metal.base, 3);
      h.flat(pen().move(-30, -324).quad(0, -368, 30, -324).close().done(), accent.base);
      h.rod([0, -350, 0, -374], metal.base, 4);
    },
    { k },
  );

const quay = (): SetPlane =>
  ground(300, 1.7, 'Quay', (h, { tones: { floor, metal } }) => {
    const stone = between(floor.base, '#b5b2a8', 0.8);
    h.flat(rect(-REACH * 1.8, 290, REACH * 3.6, REACH), vertical(290, 560, [0, lighter(stone, 0.02)], [1, lighter(stone, -0.06)]));
    h.bar(-REACH * 1.8, 286, REACH * 3.6, 14, lighter(stone, 0.07)).bar(-REACH * 1.8, 300, REACH * 3.6, 5, shade(stone));
    const chance = dice(77);
    const rows = [305, 350, 408, 480, 580, 700];
    rows.slice(0, -1).forEach((y, row) => {
      const low = rows[row + 1] as number;
      if (row) h.rod([-REACH * 1.8, y, REACH * 1.8, y], lighter(stone, -0.1), 2.4, 0.5);
      for (let x = -1700 + (row % 2) * 90; x < 1700; x += (160 + row * 40) * chance.between(0.85, 1.2)) h.rod([x, y + 3, x * 1.06, low - 3], lighter(stone, -0.1), 2.2, 0.45);
    });
    void metal;
  });

const quayThings = (): SetPlane =>
  middlePlane(
    0.4,
    part('bollard', 'Bollard', 740, 386, (h, { tones: { metal } }) => {
      h.foot(0, 0, 44, 7);
      h.box(-26, -66, 52, 66, metal.base, 8).box(-40, -84, 80, 26, metal.light, 12);
    }),
    part('rope', 'Coil of rope', -800, 392, (h) => {
      for (const [y, w] of [
        [0, 66],
        [-14, 60],
        [-27, 52],
      ] as const)
        h.ball(0, y - 6, w, '#c9a66b', 15);
      h.flat(ellipse(0, -36, 26, 7), '#8d6f42');
    }),
    part('ring', 'Life ring', -560, 384, (h, { tones: { accent, wood } }) => {
      h.rod([0, 0, 0, -210], wood.shadow, 14);
      h.line(ellipse(0, -196, 44), '#f6f1e6', 24);
      for (const turn of [20, 110, 200, 290])
        h.at(
          0,
          -196,
          1,
          (p) =>
            p.line(
              pen()
                .move(44 * Math.cos(-0.36), 44 * Math.sin(-0.36))
                .quad(48, 0, 44 * Math.cos(0.36), 44 * Math.sin(0.36))
                .done(),
              accent.base,
              25,
            ),
          turn,
        );
    }),
    fitted('lantern', 880, 386, 0.5),
  );

const seaLine = (id: string, y: number, deep: number): SetPart =>
  whole(
    id,
    'Sea',
    (h, { tones }) => {
      const water = between(tones.second.base, '#6fb4c0', 0.6);
      h.flat(rect(-REACH * 1.5, y, REACH * 3, deep), vertical(y, y + deep, [0, lighter(water, -0.06)], [1, lighter(water, 0.05)]));
    },
    { slot: 'second' },
  );
const glints = (spots: readonly (readonly [number, number])[]): SetPart[] =>
  spots.map(([x, y], n) => part(`glint-${n}`, 'Glint', x, y, (h) => void h.rod([-56, 0, 48, 0], '#e3f3ee', 3, 0.75), { air: 'glint', stays: true }));

const harbourLow = place('harbour-low-tide', 'Harbour, low tide', 'harbour sea coast boats tide wall morning ebb', [
  skyPlane(sky(-20, [60, -410]), ...clouds()),
  far(
    300,
    hills('hills', [70, 30, 20, 60, 90, 50, 110], -16, ({ tones }) => between(tones.second.base, tones.green.base, 0.5)),
  ),
  far(
    160,
    seaLine('sea', -20, 130),
    ...glints([
      [-500, 6],
      [-120, 22],
      [420, 10],
      [700, 30],
    ]),
    lighthouse(-640, 6, 0.86),
  ),
  {
    id: 'sand',
    name: 'Sand',
    distance: 14,
    parts: [
      whole('sand', 'Sand', (h, { tones: { floor } }) => {
        const sand = between(floor.base, '#d9c39a', 0.6);
        h.flat(
          pen()
            .move(-REACH * 1.3, 46)
            .quad(-400, 30, 0, 42)
            .quad(500, 54, REACH * 1.3, 36)
            .line(REACH * 1.3, REACH)
            .line(-REACH * 1.3, REACH)
            .close()
            .done(),
          vertical(40, 330, [0, lighter(sand, 0.02)], [1, lighter(sand, -0.05)]),
        );
        for (const [x, y, w, high] of [
          [-430, 92, 190, 12],
          [150, 78, 240, 10],
          [600, 120, 190, 15],
          [-120, 152, 250, 17],
          [-760, 170, 170, 15],
          [420, 212, 220, 18],
        ] as const)
          h.flat(ellipse(x, y + 2, w + 12, high + 5), lighter(sand, -0.08), 0.6)
            .flat(ellipse(x, y, w, high), '#9fcdd2')
            .rod([x - w * 0.5, y - high * 0.35, x + w * 0.1, y - high * 0.35], '#eaf7f1', 2.6);
        const chance = dice(77);
        for (let n = 0; n < 26; n++) {
          const [x, y] = [chance.between(-940, 940), chance.between(70, 270)];
          h.line(smoothLine([x, y, x + 18, y - 3, x + 36, y, x + 54, y - 3]), lighter(sand, -0.1), 2.2, 0.42);
        }
      }),
      boat('boat', 540, 150, 0.98, -9, '#c4473d', false),
      boat('boat-2', -300, 118, 0.62, 7, '#2f6f86', false),
    ],
  },
  quay(),
  quayThings(),
]);

const harbourHigh = place('harbour-high-tide', 'Harbour, high tide', 'harbour sea coast boats tide water flood', [
  skyPlane(sky(-20, [60, -410]), ...clouds()),
  far(
    300,
    hills('hills', [70, 30, 20, 60, 90, 50, 110], -16, ({ tones }) => between(tones.second.base, tones.green.base, 0.5)),
  ),
  far(
    160,
    seaLine('sea', -20, 420),
    ...glints([
      [-500, 6],
      [-120, 22],
      [420, 10],
      [700, 30],
    ]),
    lighthouse(-640, 6, 0.86),
  ),
  {
    id: 'water',
    name: 'Water',
    distance: 14,
    parts: [
      seaLine('near-sea', 60, 500),
      ...glints([
        [-560, 110],
        [-160, 140],
        [240, 120],
        [640, 190],
        [-380, 220],
        [60, 236],
        [420, 262],
        [-800, 180],
      ]).map((one) => ({ ...one, id: `near-${one.id}` })),
      boat('boat', 540, 170, 0.98, 0, '#c4473d', true),
      boat('boat-2', -300, 130, 0.62, 0, '#2f6f86', true),
    ],
  },
  quay(),
  quayThings(),
]);

const gallery = place(
  'lighthouse',
  'Lighthouse gallery',
  'lighthouse gallery sea tower light evening dusk',
  [
    skyPlane(sky(0, [-120, -20]), cloud('cloud', -560, -300, 1), cloud('cloud-2', 300, -380, 0.8)),
    far(
      320,
      hills('hills', [30, 70, 40, 90, 50], -14, ({ tones }) => between(tones.second.base, tones.green.base, 0.4)),
    ),
    far(
      120,
      seaLine('sea', -20, 700),
      ...glints([
        [-600, 20],
        [-300, 60],
        [80, 30],
        [360, 90],
        [-120, 130],
        [-700, 110],
      ]),
      fitted('ship', 260, 0, 0.26, { air: 'bob' }),
    ),
    {
      id: 'rail',
      name: 'Railing',
      distance: 1.9,
      parts: [
        whole(
          'rail',
          'Railing',
          (h, { tones: { metal } }) => {
            for (let x = -REACH; x <= REACH; x += 64) h.rod([x, 60, x, 300], metal.base, 7);
            h.rod([-REACH, 60, REACH, 60], metal.light, 16).rod([-REACH, 180, REACH, 180], metal.base, 7);
          },
          { slot: 'metal' },
        ),
      ],
    },
    ground(290, 1.9, 'Gallery', (h, { tones: { floor } }) => {
      const stone = between(floor.base, '#b8a894', 0.6);
      h.flat(rect(-REACH * 1.8, 290, REACH * 3.6, REACH), vertical(290, 560, [0, lighter(stone, 0.02)], [1, lighter(stone, -0.05)]));
      for (let x = -2400; x <= 2400; x += 240) h.rod([(x * 310) / 560, 292, (x * 990) / 560, REACH], lighter(stone, -0.09), 2.2, 0.45);
    }),
    middlePlane(
      0.9,
      part(
        'lamp-room',
        'Lamp room',
        800,
        floorAt(0.9),
        (h, { tones: { paper, accent, metal } }) => {
          h.foot(0, 0, 230, 14);
          h.box(-200, -330, 460, 330, paper.base, 3);
          h.bar(-200, -250, 440, 80, accent.base);
          h.box(-60, -200, 120, 200, metal.base, 5).ball(36, -96, 8, SPARK.yellow);
          h.source(rect(-190, -690, 430, 350), '#ffe6a0').glow(20, -520, 420);
          h.source(ellipse(24, -500, 92, 120), '#fff6d6');
          for (let n = 0; n < 4; n++) h.rod([-190 + n * 143, -690, -190 + n * 143, -340], metal.base, 9);
          h.rod([-190, -520, 240, -520], metal.base, 6);
          h.box(-216, -350, 480, 28, metal.base, 5);
          h.solidPoly([-230, -680, 20, -830, 270, -680], accent.base, 14, 8);
        },
        { slot: 'accent' },
      ),
      part('ring', 'Life ring', -640, 210, (h, { tones: { accent } }) => {
        h.line(ellipse(0, 0, 52), '#f6f1e6', 28);
        for (const turn of [20, 110, 200, 290])
          h.at(
            0,
            0,
            1,
            (p) =>
              p.line(
                pen()
                  .move(52 * Math.cos(-0.36), 52 * Math.sin(-0.36))
                  .quad(57, 0, 52 * Math.cos(0.36), 52 * Math.sin(0.36))
                  .done(),
                accent.base,
                29,
              ),
            turn,
          );
      }),
      fitted('lantern', -860, 350, 0.62),
    ),
  ],
  0.75,
);

const nightSky = place(
  'night-sky',
  'Hill under the stars',
  'night sky stars moon hill astronomy camp',
  [
    skyPlane(
      sky(-20, [420, -330]),
      whole('milky-way', 'Band of stars', (h, { light }) => {
        if (light.glow < 0.8) return;
        const chance = dice(44);
        for (let n = 0; n < 130; n++) {
          const t = chance.next();
          const x = -900 + 1500 * t + chance.between(-130, 130);
          const y = -120 - 620 * t + chance.between(-130, 130);
          h.source(ellipse(x, y, chance.between(1.4, 3.4)), n % 5 ? '#cdd8ee' : '#f3ecd2');
        }
      }),
    ),
    far(
      300,
      hills('far-hills', [60, 110, 70, 140, 80, 120], 0, ({ tones }) => tones.green.base),
    ),
    far(
      60,
      hills('hills', [40, 20, 60, 30, 80, 110], 70, ({ tones }) => tones.green.shadow),
    ),
    ground(
      100,
      14,
      'Hill',
      (h, { tones: { green } }) => {
        const grass = lighter(green.base, 0.04);
        h.flat(
          pen()
            .move(-REACH * 1.8, 190)
            .quad(0, 60, REACH * 1.8, 200)
            .line(REACH * 1.8, REACH)
            .line(-REACH * 1.8, REACH)
            .close()
            .done(),
          vertical(100, 560, [0, lighter(grass, 0.03)], [1, lighter(grass, -0.05)]),
        );
        tufts(h, green.shadow, 51, 46, 190, 540);
      },
      'green',
    ),
    middlePlane(
      1.4,
      fitted('tent', -640, floorAt(1.4), 0.96),
      fitted('campfire', 560, floorAt(1), 0.72),
      fitted('telescope', 780, floorAt(1.2), 0.9),
      fitted('tree', -900, floorAt(2.4), 0.86, { air: 'crown' }),
    ),
    nearPlane(fitted('log', 860, 600, 1.5)),
  ],
  1,
);

const space: StageSet = {
  airless: true,
  ...place(
    'space',
    'Space',
    'space stars planet universe rocket moon astronomy',
    [
      skyPlane(
        whole('deep', 'Deep space', (h) => {
          h.source(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), vertical(-540, 540, [0, '#141a3c'], [0.6, '#232a58'], [1, '#3a3a72']));
          const chance = dice(70);
          for (let n = 0; n < 170; n++) h.source(ellipse(chance.between(-960, 960), chance.between(-960, 540), chance.between(1.4, 4)), n % 6 ? '#cdd6f0' : '#f7e7b8');
        }),
      ),
      far(
        900,
        part(
          'planet',
          'Planet',
          -540,
          -210,
          (h, { tones: { accent } }) => {
            h.line(pen().move(-270, 60).cubic(-200, -100, 220, -150, 270, -60).done(), SPARK.yellow, 16);
            h.ball(0, 0, 170, accent.base);
            h.line(pen().move(-150, -60).quad(0, -20, 150, -76).done(), accent.light, 24).line(pen().move(-166, 30).quad(0, 84, 164, 24).done(), accent.shadow, 20);
            h.line(pen().move(-270, 60).cubic(-200, 120, 230, 60, 270, -60).done(), SPARK.yellow, 18);
          },
          { slot: 'accent' },
        ),
        part(
          'small-planet',
          'Small planet',
          640,
          -360,
          (h, { tones: { second } }) =>
            void h
              .ball(0, 0, 80, second.light)
              .flat(ellipse(-20, -16, 20, 12), second.base)
              .flat(ellipse(24, 22, 26, 14), second.base),
        ),
      ),
      far(400, fitted('satellite', 330, -330, 0.62, { air: 'glide' })),
      ground(230, 4, 'Moon', (h) => {
        const dust = '#a9abc0';
        h.flat(
          pen()
            .move(-REACH * 1.8, 290)
            .cubic(-700, 190, -200, 240, 100, 226)
            .cubic(500, 206, 900, 250, REACH * 1.8, 280)
            .line(REACH * 1.8, REACH)
            .line(-REACH * 1.8, REACH)
            .close()
            .done(),
          vertical(210, 560, [0, lighter(dust, 0.03)], [1, lighter(dust, -0.06)]),
        );
        for (const [x, y, w] of [
          [-700, 300, 120],
          [-330, 270, 70],
          [520, 288, 110],
          [820, 350, 160],
          [-120, 470, 190],
          [-820, 440, 150],
          [420, 460, 120],
        ] as const)
          h.flat(ellipse(x, y, w, w * 0.18), lighter(dust, -0.11)).flat(ellipse(x + 4, y + 5, w * 0.9, w * 0.13), lighter(dust, -0.05));
      }),
      middlePlane(
        1.2,
        fitted('rocket', 720, floorAt(1.2), 1.7, { state: 'stands' }),
        part(
          'flag',
          'Pennant',
          -640,
          floorAt(1.2),
          (h, { tones: { accent } }) => void h.rod([0, 0, 0, -240], '#cfd6da', 8).solidPoly([4, -236, 130, -200, 4, -160], accent.base, 6, 4),
          { slot: 'accent' },
        ),
      ),
      nearPlane(fitted('rock', -900, 600, 2)),
    ],
    0.5,
  ),
};

/** Places in the open. */
export const OUTSIDE: readonly StageSet[] = [street, park, beach, forest, mountains, farm, station, harbourLow, harbourHigh, gallery, nightSky, space];
