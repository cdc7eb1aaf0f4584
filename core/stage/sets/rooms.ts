import { ellipse, pen, rect, roundedRect } from '../../draw/path.ts';
import { between, glint, lighter, SPARK, shade } from '../world/tones.ts';
import { counter, DARK, floorPlane, frame, middlePlane, nearPlane, shelf, WALL_FOOT, WALL_SIZE, wall, wallPlane, window } from './kit.ts';
import { fitted, part, REACH, type StageSet, whole } from './set.ts';

const K = WALL_SIZE;
const room = (id: string, name: string, words: string, colours: StageSet['colours'], planes: StageSet['planes'], light?: number): StageSet => ({
  id,
  name,
  words: ['indoors', 'room', ...words.split(' ')],
  place: 'indoors',
  floor: 390,
  background: '#b5d8cf',
  ...(colours ? { colours } : {}),
  planes,
  ...(light === undefined ? {} : { light }),
});

const study = room('study', 'Study', 'study school home plain work desk', { wall: '#b0d4cd' }, [
  wallPlane(
    wall(),
    part('pinboard', 'Pin board', -560, 8, (h, { tones: { wood, accent, second } }) => {
      h.castBox(-230, -330, 460, 300, 6);
      h.box(-230, -330, 460, 300, wood.base, 6);
      h.bar(-212, -312, 420, 260, '#d8b98a', 3);
      for (const [x, y, w, high, turn, colour, pin] of [
        [-140, -290, 92, 112, -4, '#f8f4e8', accent.base],
        [-26, -276, 100, 84, 3, '#dcebe8', second.base],
        [108, -290, 112, 130, -2, '#f6e6b8', SPARK.navy],
        [-84, -164, 110, 92, 2, '#f8f4e8', SPARK.plum],
        [52, -142, 92, 72, -3, '#f3d8cd', accent.base],
      ] as const)
        h.at(
          x,
          y,
          1,
          (p) =>
            p
              .castBox(-w / 2, 0, w, high, 2)
              .bar(-w / 2, 0, w, high, colour, 2)
              .rod([-w / 2 + 12, high * 0.4, w / 2 - 12, high * 0.4], '#a9b8b9', 4)
              .rod([-w / 2 + 12, high * 0.62, w / 5, high * 0.62], '#a9b8b9', 4)
              .ball(0, 8, 7, pin),
          turn,
        );
    }),
    shelf('shelf', 560, -190, 380, 'books', 5),
    fitted('clock', 0, -270, 0.8),
    frame('picture', 850, -290, 150, 120, 'sun'),
    fitted('bookcase', 880, WALL_FOOT, K),
    fitted('chest', 560, WALL_FOOT, K),
    fitted('globe', 520, WALL_FOOT - 260 * K, 1.2),
  ),
  floorPlane('boards'),
  middlePlane(0.5, fitted('plant', -800, 372, 1.15, { air: 'crown' })),
]);

const livingRoom = room('living-room', 'Living room', 'living room home family sofa evening', { wall: '#b3cdda', second: '#2b5f74' }, [
  wallPlane(
    wall(),
    window('window', -600, 20, 300, 280, 'accent'),
    frame('picture', -90, -330, 180, 130, 'hills'),
    frame('picture-2', 90, -330, 110, 130, 'leaf'),
    fitted('sofa', 520, WALL_FOOT + 8, K * 1.1),
    fitted('bookcase', 880, WALL_FOOT, K),
    fitted('chest', -600, WALL_FOOT, K),
  ),
  floorPlane('boards', fitted('rug', 480, 350, 0.8, { stays: true })),
  middlePlane(1.2, fitted('standing-lamp', 400, 330, 0.85), fitted('plant', -860, 352, 1.1, { air: 'crown' })),
  nearPlane(fitted('armchair', -900, 640, 1.3)),
]);

const kitchen = room('kitchen', 'Kitchen', 'kitchen home cook food family breakfast', { wall: '#abd3c6' }, [
  wallPlane(
    wall((h, { tones }) => {
      const tile = tones.wall.light;
      h.bar(-REACH, -60, 2 * REACH, 160, tile);
      for (let x = -REACH; x < REACH; x += 64) h.rod([x, -60, x, 100], shade(tile), 2, 0.45);
      h.rod([-REACH, 20, REACH, 20], shade(tile), 2, 0.45);
    }),
    window('window', -640, -80, 240, 230, 'accent'),
    shelf('shelf', 20, -250, 420, 'jars', 3),
    part(
      'cupboard',
      'Wall cupboard',
      560,
      -150,
      (h, { tones: { second } }) => {
        h.castBox(-170, -230, 340, 230, 4);
        h.box(-170, -230, 340, 230, second.light, 4);
        for (const x of [-158, 6]) h.box(x, -218, 150, 200, glint(second.light), 4).bar(x + (x < 0 ? 128 : 12), -120, 8, 40, second.shadow, 3);
      },
      { slot: 'second' },
    ),
    counter('counter', -560, 860, 5),
    counter('counter-right', 420, 560, 3),
    fitted('stove', 40, WALL_FOOT, K),
    fitted('fridge', 820, WALL_FOOT, K * 1.06),
    fitted('kettle', 300, WALL_FOOT - 208, 0.9),
    fitted('pot', 40, WALL_FOOT - 204, 0.8),
    fitted('bread', -420, WALL_FOOT - 208, 0.85),
    fitted('bottle', -300, WALL_FOOT - 208, 0.8),
  ),
  floorPlane('tiles'),
  middlePlane(0.8, fitted('hanging-lamp', -230, -390, 1, { air: 'pendulum' }), fitted('hanging-lamp', 230, -390, 1, { id: 'hanging-lamp-2', air: 'pendulum' })),
  nearPlane(
    part('table', 'Table', -800, 452, (h, { tones: { wood } }) => {
      h.bar(-460, 20, 900, 200, wood.shadow);
      h.box(-470, 0, 950, 34, wood.light, 8);
    }),
    fitted('fruit-bowl', -860, 456, 1.35),
    fitted('mug', -640, 456, 1.4, { state: 'cold' }),
  ),
]);

const classroom = room('classroom', 'Classroom', 'classroom school teach class learn board', { wall: '#b9d3dc' }, [
  wallPlane(
    wall(),
    part('board', 'Board', -640, 40, (h, { tones: { wood } }) => {
      h.castBox(-280, -390, 560, 380, 6);
      h.box(-280, -390, 560, 380, wood.base, 6);
      h.bar(-262, -372, 520, 336, '#2f5d50', 3);
      h.line(pen().move(-240, -170).cubic(-170, -330, -90, -330, -20, -190).cubic(50, -60, 130, -60, 210, -200).done(), '#dfeadd', 6);
      h.rod([-236, -190, 220, -190], '#9dbfae', 4).rod([-226, -330, -226, -70], '#9dbfae', 4);
      h.ball(206, -310, 22, '#f3e6b0');
      h.box(-250, -20, 500, 18, wood.light, 3);
      h.bar(-120, -28, 44, 8, '#f8f4e8', 3).bar(-60, -28, 34, 8, '#eec14a', 3);
    }),
    fitted('clock', 120, -270, 0.8),
    window('window', 560, 10, 300, 270),
    part(
      'bunting',
      'Bunting',
      0,
      -500,
      (h, { tones }) => {
        const colours = [tones.accent.base, SPARK.yellow, tones.second.base, tones.green.base];
        h.line(pen().move(-960, -60).quad(-480, 60, 0, -10).quad(480, 60, 960, -60).done(), DARK, 3);
        for (let n = 0; n < 17; n++) {
          const x = -880 + n * 110;
          const y = -10 + 22 * Math.abs(Math.sin((n * Math.PI) / 8.5)) - (Math.abs(x) > 780 ? 36 : 0);
          h.poly([x - 26, y, x + 26, y, x, y + 54], colours[n % 4] as string);
        }
      },
      { stays: true, air: 'curtain' },
    ),
    fitted('desk', 650, WALL_FOOT, K * 0.9),
    fitted('globe', 560, WALL_FOOT - 222 * K * 0.9, 1.25),
    fitted('books', 740, WALL_FOOT - 222 * K * 0.9, 0.9),
    fitted('bookcase', 910, WALL_FOOT, K),
  ),
  floorPlane('boards'),
  nearPlane(
    part('pupils-left', 'Desk', -760, 470, (h, { tones: { wood } }) => {
      h.bar(-300, 20, 560, 200, shade(wood.shadow));
      h.box(-320, 0, 600, 30, wood.base, 6);
      h.at(-120, -4, 1.2, (p) => p.box(-50, -16, 100, 16, SPARK.navy, 3).bar(-40, -24, 84, 10, '#f8f4e8', 2));
    }),
    part('pupils-right', 'Desk', 760, 470, (h, { tones: { wood, accent } }) => {
      h.bar(-260, 20, 560, 200, shade(wood.shadow));
      h.box(-280, 0, 600, 30, wood.base, 6);
      h.box(60, -62, 50, 62, accent.base, 6);
      for (const [x, turn] of [
        [72, -10],
        [86, 2],
        [98, 12],
      ] as const)
        h.at(x, -56, 1, (p) => p.bar(-4, -54, 8, 56, SPARK.yellow, 2).poly([-4, -54, 4, -54, 0, -66], '#f3e6c8'), turn);
    }),
  ),
]);

const SKYLINE = [120, 210, 160, 260, 190, 140, 300, 220, 170, 250, 130, 200, 280, 180, 150, 230];
const office = room('office', 'Office above the town', 'office work business desk town window', { wall: '#bfd2dc', floor: '#9fb0b2' }, [
  {
    id: 'far',
    name: 'Town',
    distance: 320,
    parts: [
      whole('town', 'Town', (h, { light, tones }) => {
        h.source(rect(-REACH * 1.2, -REACH, REACH * 2.4, REACH * 2), between(light.sky[1], light.sky[0], 0.6));
        SKYLINE.forEach((tall, n) => {
          const x = -980 + n * 124;
          h.bar(x, 130 - tall, 112, tall + 200, n % 3 ? tones.metal.base : tones.second.base);
          if (light.glow > 0.4) for (let k = 0; k < 5; k++) if ((n * 7 + k * 5) % 4) h.source(rect(x + 14 + (k % 3) * 32, 150 - tall + Math.floor(k / 3) * 40, 16, 20), '#ffd98a');
        });
      }),
    ],
  },
  wallPlane(
    whole(
      'wall',
      'Window wall',
      (h, { tones: { wall: tone, metal } }) => {
        const path = pen();
        path.move(-REACH, -REACH).line(REACH, -REACH).line(REACH, REACH).line(-REACH, REACH).close();
        for (const x of [-930, -460, 10, 480])
          path
            .move(x, -400)
            .line(x, 150)
            .line(x + 440, 150)
            .line(x + 440, -400)
            .close();
        h.holed(path.done(), tone.base);
        for (const x of [-930, -460, 10, 480]) h.rod([x + 220, -400, x + 220, 150], metal.light, 7).rod([x, -290, x + 440, -290], metal.light, 5);
        h.bar(-REACH, 150, 2 * REACH, 22, lighter(tone.base, 0.04)).bar(-REACH, 172, 2 * REACH, 6, tone.shadow);
        h.bar(-REACH, -452, 2 * REACH, 24, tone.shadow);
        h.bar(-REACH, WALL_FOOT - 26, 2 * REACH, 26, lighter(tone.base, 0.05));
      },
      { slot: 'wall' },
    ),
    part('desk-left', 'Desk', -640, WALL_FOOT, (h, { tones: { wood, metal } }) => {
      h.foot(0, 0, 240, 12);
      for (const x of [-210, 190]) h.box(x, -150, 16, 150, metal.base, 2);
      h.box(-230, -168, 460, 20, wood.base, 4);
    }),
    fitted('screen', -690, WALL_FOOT - 160, 0.62),
    fitted('desk-lamp', -490, WALL_FOOT - 164, 0.8),
    fitted('cabinet', -880, WALL_FOOT, K),
    part('desk-right', 'Desk', 640, WALL_FOOT, (h, { tones: { wood, metal } }) => {
      h.foot(0, 0, 220, 12);
      for (const x of [-190, 170]) h.box(x, -150, 16, 150, metal.base, 2);
      h.box(-210, -168, 420, 20, wood.base, 4);
    }),
    fitted('laptop', 600, WALL_FOOT - 166, 0.9),
    fitted('mug', 720, WALL_FOOT - 166, 0.8, { state: 'cold' }),
    fitted('office-chair', 560, WALL_FOOT + 14, K),
  ),
  floorPlane('plain'),
  middlePlane(0.6, fitted('plant', 860, 372, 1.3, { air: 'crown' })),
]);

const meetingRoom = room('meeting-room', 'Meeting room', 'meeting office business team talk plan', { wall: '#b8cfd6', floor: '#a8b4b0', wood: '#9a6f4c' }, [
  wallPlane(
    wall(),
    fitted('wall-screen', -330, -40, 0.95),
    fitted('whiteboard', 500, -30, 0.9),
    fitted('clock', 120, -370, 0.7),
    fitted('chest', 840, WALL_FOOT, K),
    fitted('mug', 800, WALL_FOOT - 250 * K, 0.8, { state: 'cold' }),
    fitted('plant', -860, WALL_FOOT, K * 1.3, { air: 'crown' }),
  ),
  floorPlane('plain'),
  middlePlane(1, fitted('office-chair', -560, 336, 0.88), fitted('office-chair', 640, 336, 0.88, { id: 'office-chair-2', flipped: true })),
  nearPlane(
    part(
      'table',
      'Long table',
      0,
      494,
      (h, { tones: { wood } }) => {
        h.bar(-REACH * 1.3, 30, REACH * 2.6, 420, shade(wood.shadow));
        h.flat(
          pen()
            .move(-REACH * 1.3, 0)
            .line(REACH * 1.3, 0)
            .line(REACH * 1.4, 44)
            .line(-REACH * 1.4, 44)
            .close()
            .done(),
          wood.base,
        );
        h.bar(-REACH * 1.4, 40, REACH * 2.8, 14, wood.light);
      },
      { stays: true, slot: 'wood' },
    ),
    fitted('laptop', -700, 506, 1.4),
    fitted('glass', 660, 508, 1.4),
  ),
]);

const laboratory = room('laboratory', 'Laboratory', 'laboratory science chemistry research experiment', { wall: '#b4d9d6', floor: '#bcc9c5' }, [
  wallPlane(
    wall((h, { tones }) => void h.bar(-REACH, 60, 2 * REACH, 60, tones.wall.light)),
    shelf('shelf', -600, -130, 440, 'bottles', 8),
    shelf('shelf-2', -600, -290, 440, 'bottles', 13),
    part('lamp', 'Ceiling lamp', 0, -430, (h) => {
      for (const x of [-240, 240]) h.rod([x, -200, x, 0], DARK, 4);
      h.source(roundedRect(-290, -8, 580, 30, 12), '#f7f3dc').glow(0, 10, 300);
      h.box(-300, -30, 600, 26, '#dfe9e7', 6);
    }),
    part('chart', 'Chart of elements', 560, -60, (h, { tones }) => {
      h.castBox(-190, -260, 380, 250, 4).box(-190, -260, 380, 250, tones.paper.base, 4);
      const colours = [tones.accent.base, SPARK.yellow, tones.second.base, tones.green.base, SPARK.plum];
      for (let row = 0; row < 5; row++)
        for (let n = 0; n < 9; n++) if (row > 1 || n < 1 || n > 6 - row) h.bar(-170 + n * 38, -240 + row * 42, 32, 36, lighter(colours[(row + n) % 5] as string, 0.06), 3);
    }),
    counter('bench', -560, 840, 4),
    counter('bench-right', 600, 760, 4),
    fitted('microscope', -760, WALL_FOOT - 206, 1),
    fitted('flask', -560, WALL_FOOT - 206, 1, { state: 'still' }),
    fitted('test-tubes', -400, WALL_FOOT - 206, 1),
    fitted('molecule', 460, WALL_FOOT - 206, 0.9),
    fitted('flask', 620, WALL_FOOT - 206, 1.2, { id: 'flask-2', state: 'still' }),
    fitted('scales', 800, WALL_FOOT - 206, 0.7),
  ),
  floorPlane('tiles'),
  nearPlane(
    part('table', 'Table', 820, 462, (h, { tones: { metal } }) => {
      h.bar(-300, 20, 640, 220, metal.shadow);
      h.box(-320, 0, 700, 28, metal.light, 6);
    }),
    fitted('test-tubes', 700, 466, 1.5, { id: 'tubes-near' }),
    fitted('flask', 880, 466, 1.7, { id: 'flask-near', state: 'still' }),
  ),
]);

const hospital = room('hospital', 'Hospital room', 'hospital doctor nurse ill medicine health care', { wall: '#b0d6dd', floor: '#b6c6c6', second: '#3b8791' }, [
  wallPlane(
    wall((h, { tones }) => void h.bar(-REACH, 40, 2 * REACH, 26, tones.second.light).bar(-REACH, 66, 2 * REACH, 6, tones.second.base)),
    window('window', -620, -30, 280, 250),
    part('monitor', 'Monitor', 470, -140, (h, { tones }) => {
      h.rod([0, -60, 0, -120], tones.metal.base, 10).castBox(-110, -60, 220, 150, 8).box(-110, -60, 220, 150, DARK, 8);
      h.source(roundedRect(-96, -46, 188, 118, 4), '#17343a');
      h.line(pen().move(-86, 12).line(-40, 12).line(-26, -26).line(-10, 46).line(4, 12).line(82, 12).done(), '#7fd6a4', 5);
      h.rod([-86, 50, 82, 50], SPARK.yellow, 4);
    }),
    part(
      'lamp',
      'Lamp on the wall',
      640,
      -200,
      (h) =>
        void h
          .source(roundedRect(-130, 0, 260, 22, 10), '#fbf3d6')
          .glow(0, 20, 260)
          .box(-140, -14, 280, 18, '#dfe9e7', 6),
    ),
    fitted('bed', 640, WALL_FOOT + 26, K * 1.05),
    fitted('drip', 330, WALL_FOOT + 6, K),
    fitted('chest', -560, WALL_FOOT, K * 0.8),
    fitted('flower', -540, WALL_FOOT - 158, 1.1),
  ),
  floorPlane('tiles'),
  middlePlane(
    0.9,
    part(
      'curtain',
      'Curtain',
      -890,
      -470,
      (h, { tones: { second } }) => {
        h.rod([-140, 0, 220, 0], '#8fa3aa', 9);
        h.solid(pen().move(-140, 4).line(130, 4).quad(110, 400, 140, 800).line(-140, 800).close().done(), second.light, 12, 3);
        for (let n = 0; n < 6; n++) h.rod([-110 + n * 42, 10, -112 + n * 45, 792], second.base, 5, 0.5);
      },
      { slot: 'second', air: 'curtain' },
    ),
    fitted('wheelchair', 900, 350, 0.9),
  ),
]);

const shop = room('shop', 'Shop', 'shop store buy sell market customer', { wall: '#abd2c8', floor: '#c9b79a' }, [
  wallPlane(
    wall(),
    part(
      'awning',
      'Awning',
      0,
      -430,
      (h, { tones: { accent, paper } }) => {
        for (let n = 0; n < 14; n++) {
          const x = -REACH + n * 140;
          h.flat(
            pen()
              .move(x, -40)
              .line(x + 140, -40)
              .line(x + 140, 50)
              .cubic(x + 140, 88, x, 88, x, 50)
              .close()
              .done(),
            n % 2 ? paper.base : accent.base,
          );
        }
        h.bar(-REACH, -54, 2 * REACH, 18, accent.shadow);
      },
      { stays: true, slot: 'accent' },
    ),
    ...[-640, 640].flatMap((x, side) =>
      [0, 1, 2].map((row) => shelf(`shelf-${side}-${row}`, x, -180 + row * 150, 460, (['boxes', 'jars', 'bottles'] as const)[(row + side) % 3] as 'boxes', 20 + row * 3 + side)),
    ),
    fitted('door', 0, WALL_FOOT, K, { state: 'shut' }),
  ),
  floorPlane('tiles'),
  middlePlane(0.7, fitted('hanging-lamp', -210, -330, 0.9, { air: 'pendulum' }), fitted('hanging-lamp', 210, -330, 0.9, { id: 'hanging-lamp-2', air: 'pendulum' })),
  nearPlane(
    part('till', 'Counter', 800, 430, (h, { tones: { wood, metal } }) => {
      h.box(-300, 30, 760, 400, wood.base, 4);
      for (let n = 0; n < 4; n++) h.bar(-270 + n * 180, 60, 8, 360, wood.shadow);
      h.box(-330, 0, 800, 36, wood.light, 8);
      h.box(-120, -110, 180, 110, metal.light, 10);
      h.source(roundedRect(-100, -92, 130, 44, 4), '#cfe6d8');
    }),
    fitted('fruit-bowl', 1000, 436, 1.2),
  ),
]);

const workbench = room(
  'workshop',
  'Workbench',
  'workshop bench tools build repair garage night',
  { wall: '#a9c6cc', floor: '#b18f6b' },
  [
    wallPlane(
      wall((h, { tones }) => {
        for (let x = -REACH; x < REACH; x += 150) h.rod([x, -REACH, x, WALL_FOOT], tones.wall.shadow, 3, 0.4);
      }),
      part('tools', 'Board of tools', -540, -50, (h, { tones: { wood, accent } }) => {
        h.castBox(-260, -300, 520, 250, 5).box(-260, -300, 520, 250, wood.light, 5);
        h.at(-190, -280, 1, (p) => p.bar(-6, 0, 12, 130, wood.shadow, 4).box(-34, 0, 68, 26, DARK, 5));
        h.at(-90, -280, 1, (p) =>
          p
            .bar(-9, 20, 18, 110, '#9fb0b4', 8)
            .ball(0, 16, 24, '#9fb0b4')
            .flat(ellipse(0, 10, 10), wood.light),
        );
        h.at(10, -280, 1, (p) => p.rod([0, 50, 0, 130], '#9fb0b4', 8).box(-13, 0, 26, 56, accent.base, 9));
        h.at(140, -270, 1, (p) => p.solidPoly([-70, 30, 50, 10, 50, 70, -70, 50], '#c6d0d2', 5, 4).box(44, 0, 40, 80, accent.base, 12));
      }),
      shelf('shelf', 330, -240, 360, 'boxes', 31),
      window('window', 760, 0, 230, 240),
      part(
        'bench',
        'Bench',
        -560,
        WALL_FOOT,
        (h, { tones: { wood } }) => {
          h.foot(0, 0, 380, 14);
          for (const x of [-340, 300]) h.box(x, -196, 44, 196, wood.shadow, 3);
          h.box(-330, -80, 660, 26, wood.shadow, 3);
          h.box(-380, -222, 760, 34, wood.base, 5);
        },
        { slot: 'wood' },
      ),
      fitted('desk-lamp', -700, WALL_FOOT - 218, 1.1),
      fitted('orange', -520, WALL_FOOT - 218, 1.2),
      fitted('toolbox', -330, WALL_FOOT - 218, 0.8),
      fitted('ladder', 520, WALL_FOOT, K),
      fitted('bucket', 640, WALL_FOOT + 8, K),
    ),
    floorPlane('boards'),
    middlePlane(0.5, fitted('stool', 860, 372, 0.95)),
  ],
  1,
);

const library: StageSet = room('library', 'Library', 'library books read quiet study university', { wall: '#b5cfd3', wood: '#7a5b48' }, [
  {
    id: 'back',
    name: 'Window',
    distance: 4.4,
    parts: [
      whole(
        'wall',
        'End wall',
        (h, look) => {
          const { base } = look.tones.wall;
          h.bar(-REACH, -REACH, 2 * REACH, 2 * REACH, base);
          const arch = pen().move(-190, 120).line(-190, -220).cubic(-190, -430, 190, -430, 190, -220).line(190, 120).close().done();
          h.cast(arch);
          h.flat(pen().move(-208, 134).line(-208, -224).cubic(-208, -456, 208, -456, 208, -224).line(208, 134).close().done(), look.tones.paper.base);
          h.source(arch, between(look.light.sky[1], look.light.sky[0], 0.5));
          for (const x of [-64, 64]) h.rod([x, -380, x, 118], look.tones.paper.base, 7);
          h.rod([-190, -60, 190, -60], look.tones.paper.base, 6).rod([-190, -230, 190, -230], look.tones.paper.base, 6);
          h.bar(-REACH, 176, 2 * REACH, 26, lighter(base, 0.05));
        },
        { slot: 'wall' },
      ),
    ],
  },
  {
    id: 'floor',
    name: 'Floor',
    distance: 4.4,
    floorTop: 200,
    parts: [
      whole(
        'floor',
        'Floor',
        (
          h,
          {
            tones: {
              floor: { base },
              accent,
            },
          },
        ) => {
          h.bar(-REACH * 1.6, 200, REACH * 3.2, REACH, base);
          h.poly([-96, 200, 96, 200, 300, REACH, -300, REACH], lighter(accent.shadow, -0.02));
          h.poly([-82, 200, 82, 200, 262, REACH, -262, REACH], accent.shadow);
        },
        { slot: 'floor' },
      ),
    ],
  },
  {
    id: 'shelves',
    name: 'Shelves',
    distance: 2.4,
    parts: [-1, 1].map((side) =>
      whole(
        `shelves-${side < 0 ? 'left' : 'right'}`,
        'Wall of books',
        (h, { tones }) => {
          // Each bay is nearer and larger: four of them up to the frame's edge and beyond.
          const colours = [tones.accent.base, tones.second.base, '#c89b3f', SPARK.navy, SPARK.plum, tones.green.base, '#9a6b46'];
          const edge = [300, 420, 580, 800, 1110];
          const at = (x: number, share: number): number => -20 + (x / 300) * 232 * share;
          for (let bay = 0; bay < 4; bay++) {
            const [x0, x1] = [edge[bay] as number, edge[bay + 1] as number];
            const quad = (a: number, b: number, ya: number, yb: number): number[] => [side * a, at(a, ya), side * b, at(b, ya), side * b, at(b, yb), side * a, at(a, yb)];
            h.poly(quad(x0, x1, -2.3, 0.96), tones.wood.shadow);
            for (let row = 0; row < 6; row++) {
              const [top, low] = [-2.16 + row * 0.5, -1.74 + row * 0.5];
              h.poly(quad(x0 + 8, x1 - 6, top, low), shade(tones.wood.shadow));
              const count = 7;
              for (let n = 0; n < count; n++) {
                const [a, b] = [x0 + 10 + ((x1 - x0 - 18) * n) / count, x0 + 10 + ((x1 - x0 - 18) * (n + 0.86)) / count];
                const tall = 0.3 + ((n * 5 + row * 3 + bay) % 4) * 0.03;
                h.poly(quad(a, b, low - tall, low), colours[(n * 3 + row * 2 + bay) % colours.length] as string);
              }
            }
            h.poly(quad(x0, x0 + 9, -2.3, 1), tones.wood.base);
          }
        },
        { slot: 'wood' },
      ),
    ),
  },
  middlePlane(1, fitted('ladder', 640, 352, 1.05), fitted('globe', -560, 350, 1.9), fitted('standing-lamp', -700, 356, 0.9)),
  nearPlane(
    part('table', 'Table', 820, 456, (h, { tones: { wood } }) => void h.bar(-280, 20, 700, 240, shade(wood.shadow)).box(-300, 0, 740, 34, wood.light, 8)),
    fitted('books', 780, 460, 1.8),
  ),
]);

const stage: StageSet = room('stage', 'Stage with a curtain', 'stage theatre show speech curtain announce music', { wall: '#b6c8dd', floor: '#b08a60', accent: '#b8433a' }, [
  {
    id: 'back',
    name: 'Back cloth',
    distance: 3,
    parts: [
      whole(
        'cloth',
        'Back cloth',
        (h, { tones }) => {
          h.bar(-REACH, -REACH, 2 * REACH, 2 * REACH, tones.wall.base);
          for (let x = -920; x < 940; x += 84) h.rod([x, -REACH, x, REACH], tones.wall.shadow, 4, 0.3);
          h.flat(ellipse(0, -60, 520, 420), lighter(tones.wall.base, 0.03));
        },
        { slot: 'wall' },
      ),
    ],
  },
  {
    id: 'floor',
    name: 'Boards',
    distance: 3,
    floorTop: 253,
    parts: [
      whole(
        'boards',
        'Boards',
        (
          h,
          {
            tones: {
              floor: { base },
            },
          },
        ) => {
          h.bar(-REACH * 1.6, 253, REACH * 3.2, REACH, base);
          for (let x = -2000; x <= 2000; x += 180) h.rod([(x * 273) / 560, 253, (x * 990) / 560, REACH], lighter(base, -0.08), 2.4, 0.5);
          h.bar(-REACH * 1.6, 253, REACH * 3.2, 10, '#2b3550', 0, 0.12);
        },
        { slot: 'floor' },
      ),
    ],
  },
  {
    id: 'curtains',
    name: 'Curtains',
    distance: 0.8,
    parts: [
      ...[-1, 1].map((side) =>
        part(
          side < 0 ? 'curtain-left' : 'curtain-right',
          'Curtain',
          side * 780,
          -560,
          (h, { tones: { accent } }) => {
            h.solid(
              pen()
                .move(-side * 250, 0)
                .line(side * 320, 0)
                .line(side * 320, 930)
                .line(-side * 150, 930)
                .quad(-side * 60, 640, -side * 110, 520)
                .quad(-side * 250, 300, -side * 250, 0)
                .close()
                .done(),
              accent.base,
              16,
              4,
            );
            for (const t of [0.16, 0.38, 0.6, 0.8])
              h.line(
                pen()
                  .move(-side * 230 + side * 520 * t, 10)
                  .quad(-side * 190 + side * 440 * t, 420, -side * 90 + side * 380 * t, 920)
                  .done(),
                accent.shadow,
                16,
                0.75,
              );
            h.box(-side * 112 - 36, 500, 72, 30, SPARK.yellow, 12);
          },
          { slot: 'accent', air: 'curtain' },
        ),
      ),
      part(
        'valance',
        'Valance',
        0,
        -560,
        (h, { tones: { accent } }) => {
          h.bar(-REACH, -430, 2 * REACH, 470, accent.shadow);
          for (let n = 0; n < 9; n++) {
            const x = -REACH + n * 216;
            h.solid(
              pen()
                .move(x, 20)
                .line(x + 216, 20)
                .cubic(x + 206, 130, x + 10, 130, x, 20)
                .close()
                .done(),
              accent.base,
              12,
              6,
            );
          }
          h.bar(-REACH, 14, 2 * REACH, 16, SPARK.yellow);
        },
        { stays: true, slot: 'accent' },
      ),
    ],
  },
  middlePlane(
    0.4,
    ...[-520, -170, 180, 530].map((x, n) =>
      part(
        `foot-${n}`,
        'Footlight',
        x,
        540,
        (h) =>
          void h
            .source(ellipse(0, -12, 24, 12), '#fff1bf')
            .glow(0, -20, 180)
            .box(-34, -10, 68, 26, DARK, 8),
      ),
    ),
  ),
]);

const studio: StageSet = room('studio', 'Studio with a desk', 'studio news presenter television broadcast show desk', { wall: '#acd2cf', floor: '#a3b3b1' }, [
  wallPlane(
    wall((h, { tones }) => {
      for (let x = -REACH; x < REACH; x += 74) h.bar(x, -REACH, 14, REACH + WALL_FOOT, tones.wall.shadow, 0, 0.28);
      h.ball(0, -110, 360, lighter(tones.wall.base, 0.03));
    }),
    fitted('wall-screen', -600, -90, 0.86),
    part('sign', 'Sign', 640, -300, (h, { tones: { accent } }) => {
      h.castBox(-130, -42, 260, 84, 8).box(-130, -42, 260, 84, DARK, 8);
      h.source(roundedRect(-112, -26, 222, 50, 5), accent.light);
      h.ball(-74, -2, 13, '#fff6e6');
      h.rod([-40, -2, 84, -2], '#fff6e6', 10);
    }),
    fitted('standing-lamp', 860, WALL_FOOT, K * 1.1),
    fitted('plant', -890, WALL_FOOT, K * 1.3),
  ),
  floorPlane('plain'),
  {
    id: 'desk',
    name: 'Desk',
    distance: -0.5,
    parts: [
      part(
        'desk',
        'Desk',
        0,
        462,
        (h, { tones: { second, paper } }) => {
          h.foot(0, 0, 540, 22);
          h.flat(pen().move(-500, 0).quad(-520, -130, -480, -254).line(480, -254).quad(520, -130, 500, 0).close().done(), second.base);
          for (let n = -9; n <= 9; n++) h.rod([n * 52, -250, n * 54, -6], second.shadow, 4, 0.7);
          h.bar(-504, -22, 1008, 22, second.shadow);
          h.box(-530, -276, 1060, 28, paper.base, 10);
        },
        { stays: true, slot: 'second' },
      ),
      fitted('microphone', -250, 190, 0.95),
      fitted('laptop', 280, 190, 1.05),
      fitted('mug', 420, 190, 1, { state: 'cold' }),
    ],
  },
  nearPlane(fitted('film-camera', -840, 610, 1.5)),
]);

/** Rooms. */
export const ROOMS: readonly StageSet[] = [study, livingRoom, kitchen, classroom, office, meetingRoom, laboratory, hospital, shop, workbench, library, stage, studio];
