import { pathOf, rect } from '../../draw/path.ts';
import { wordsIn } from '../../schedule/beats.ts';
import { ACT, brokenRows, DEEP, INK, INK_2, LAMP, type LaidRow, LINE, laidRow, ON_DEEP, out, PAPER, Sheet, settle } from './kit.ts';
import type { LookInput, WordsLook } from './look.ts';

const counted = (rows: readonly string[]): number[] => {
  let sum = 0;
  return rows.map((row) => {
    const at = sum;
    sum += wordsIn(row).length;
    return at;
  });
};
const shownIn =
  ({ since }: LookInput) =>
  (word: number): boolean =>
    since(word) >= 0;
const widest = (rows: readonly LaidRow[]): number => Math.max(1, ...rows.map(({ width }) => width));
const at = (row: LaidRow, left: number, width: number): number => (row.mirrored ? left + width - row.width : left);

const cutStrip: WordsLook = {
  id: 'cut-strip',
  name: 'Cut strip',
  use: 'title',
  sample: 'Low tide',
  place: 'third',
  draw(input) {
    const size = input.frame.width < input.frame.height ? 136 : 110;
    const rows = input.rows.flatMap((row) => brokenRows(row, input.fonts.title, size, input.frame.width * 0.62)).slice(0, 2);
    const laid = rows.map((row) => laidRow(row, input.fonts.title, size));
    const leading = size * 1.16;
    const [width, height] = [widest(laid) + 48 * 2 + 40, 72 + leading * rows.length];
    const s = new Sheet();
    const grown = width * settle(input.since(0), 260);
    if (input.since(0) >= 0) {
      s.strip(-width / 2, -height / 2, grown, height, { head: input.tone.strong, thick: 20, cut: 'slant' });
      const from = counted(rows);
      laid.forEach(
        (row, n) => void s.row(row, at(row, -width / 2 + 48, width - 136), -height / 2 + 56 + size * 0.72 + n * leading, INK, from[n] as number, shownIn(input), grown - 30),
      );
    }
    return { nodes: s.turned(-1.5, 0, 0).nodes, width, height };
  },
};

const twoLengths: WordsLook = {
  id: 'two-lengths',
  name: 'Two lengths',
  use: 'title, question',
  sample: 'Where did\nthe sea go?',
  place: 'third',
  draw(input) {
    const size = 104;
    const [first = '', second = ''] = input.rows;
    const laid = [first, second].map((row) => laidRow(row, input.fonts.title, size));
    const from = counted([first, second]);
    const [w1, w2] = laid.map((row) => row.width + 110) as [number, number];
    const width = Math.max(w1, second ? 96 + w2 : 0);
    const height = second ? 314 : 150;
    const s = new Sheet();
    const strips = [
      { x: -width / 2, y: -height / 2, w: w1, fill: INK, text: ON_DEEP, cut: 'swallowtail' as const },
      { x: -width / 2 + 96, y: -height / 2 + 164, w: w2, fill: PAPER, text: INK, cut: 'slant' as const },
    ];
    strips.forEach(({ x, y, w, fill, text, cut }, n) => {
      const row = laid[n] as LaidRow;
      const ms = input.since(from[n] as number);
      if (!row.words.length || ms < 0) return;
      const grown = w * out(ms, 240);
      s.strip(x, y, grown, 150, { cut, fill, head: input.tone.strong, thick: 14 });
      s.row(row, x + 44, y + 106, text, from[n] as number, shownIn(input), grown - 20);
    });
    return { nodes: s.nodes, width, height };
  },
};

const hungBoard: WordsLook = {
  id: 'hung-board',
  name: 'Hung board',
  use: 'title with a line above',
  sample: 'How tides work\nTwice a day',
  place: 'third',
  moves: 1000,
  draw(input) {
    const [kicker = '', title = ''] = input.rows.length > 1 ? input.rows : ['', input.rows[0] ?? ''];
    const [small, large] = [laidRow(kicker, input.fonts.label, 42), laidRow(title, input.fonts.title, 110)];
    const width = Math.max(small.width, large.width) + 130;
    const height = 236;
    const s = new Sheet();
    const ms = input.since(0);
    if (ms >= 0) {
      const from = counted([kicker, title]);
      for (const side of [-1, 1]) s.thread([side * width * 0.36, -height / 2 - 700, side * width * 0.36, -height / 2 + 22], input.tone.strong, 4);
      s.strip(-width / 2, -height / 2, width, height, { cut: 'fold', head: input.tone.strong, thick: 16 });
      for (const side of [-1, 1]) s.ring(side * width * 0.36, -height / 2 + 34, 12, input.tone.strong, 6, PAPER);
      s.row(small, -small.width / 2, -height / 2 + 88, INK_2, from[0] as number, shownIn(input));
      s.row(large, -large.width / 2, -height / 2 + 188, INK, from[1] as number, shownIn(input));
      const drop = 1 - settle(ms, 420);
      const sway = ms < 420 ? 0 : ms < 920 ? ([3, -1.4, 0.6, 0][Math.floor((ms - 420) / 125)] ?? 0) : 0;
      s.turned(sway * (1 - Math.min(1, Math.max(0, (ms - 420) / 500))), 0, -height / 2 - 400);
      for (let n = 0; n < s.nodes.length; n++) s.nodes[n] = lifted(s.nodes[n] as (typeof s.nodes)[number], -drop * 700);
    }
    return { nodes: s.nodes, width, height };
  },
};
function lifted<N extends LookNode>(node: N, dy: number): N {
  if ('items' in node) return { ...node, ...(node.mask ? { mask: lifted(node.mask as LookNode, dy) } : {}), items: node.items.map((item) => lifted(item as LookNode, dy)) } as N;
  const [a, b, c, d, e, f] = (node as { matrix: readonly [number, number, number, number, number, number] }).matrix;
  return { ...node, matrix: [a, b, c, d, e, f + dy] } as N;
}
type LookNode = Sheet['nodes'][number];

const onTheSky: WordsLook = {
  id: 'on-the-sky',
  name: 'On the sky',
  use: 'title without ground',
  sample: 'Only\nresting',
  place: 'third',
  moves: 700,
  draw(input) {
    const size = 134;
    const laid = input.rows.map((row) => laidRow(row, input.fonts.title, size));
    const from = counted(input.rows);
    const leading = size * 1.1;
    const width = widest(laid) + 30;
    const height = leading * laid.length + 40;
    const s = new Sheet();
    laid.forEach((row, n) => void s.row(row, at(row, -width / 2, width), -height / 2 + size * 0.82 + n * leading, INK, from[n] as number, shownIn(input)));
    const last = wordsIn(input.rows.join(' ')).length - 1;
    const ms = input.since(last);
    if (ms >= 0) {
      const long = (widest(laid) - 10) * out(ms, 300);
      const y = height / 2 - 12;
      s.thread([-width / 2 + 8, y, -width / 2 + 8 + long, y], input.tone.strong, 9);
      s.ring(-width / 2 + 8, y, 9, input.tone.strong, 6, PAPER);
      if (ms > 300) s.thread([-width / 2 + 8 + long, y - 18, -width / 2 + 8 + long, y + 18], input.tone.strong, 9);
    }
    return { nodes: s.nodes, width, height };
  },
};

const nameRibbon: WordsLook = {
  id: 'name-ribbon',
  name: 'Name ribbon',
  use: 'lower third',
  sample: 'Marit\nkeeps the lighthouse',
  place: 'foot',
  moves: 600,
  draw(input) {
    const [name = '', role = ''] = input.rows;
    const [large, small] = [laidRow(name, input.fonts.title, 64), laidRow(role, input.fonts.label, 40)];
    const width = Math.max(large.width, small.width) + 150;
    const height = role ? 152 : 108;
    const s = new Sheet();
    const ms = input.since(0);
    const grown = width * out(ms, 280);
    if (ms >= 0) {
      s.strip(-width / 2, -height / 2, grown, height, { fill: input.tone.mid, head: input.tone.strong, thick: 14, cut: input.tone.cut });
      if (ms >= 120) s.row(large, -width / 2 + 40, -height / 2 + 80, input.tone.deep, 0, () => true, grown - 20);
      if (ms >= 240) s.row(small, -width / 2 + 40, -height / 2 + 130, INK, 0, () => true, grown - 20);
    }
    return { nodes: s.nodes, width, height };
  },
};

const edgeTape: WordsLook = {
  id: 'edge-tape',
  name: 'Edge tape',
  use: 'lower third from the edge',
  sample: 'Tully\nsalvage robot',
  place: 'foot',
  moves: 500,
  draw(input) {
    const [name = '', role = ''] = input.rows;
    const [large, small] = [laidRow(name, input.fonts.title, 58), laidRow(role, input.fonts.label, 40)];
    const [w1, w2] = [large.width + 90, role ? small.width + 110 : 0];
    const width = w1 + w2;
    const s = new Sheet();
    const ms = input.since(0);
    if (ms >= 0) {
      if (role && ms > 150) {
        const grown = w2 * out(ms - 150, 240);
        s.strip(-width / 2 + w1 - 20, -50, grown + 20, 100, { cut: input.tone.cut });
        s.row(small, -width / 2 + w1 + 24, 15, INK, 0, () => true, grown - 10);
      }
      s.strip(-width / 2, -50, w1 * out(ms, 200), 100, { fill: input.tone.deep, cut: 'square' });
      s.row(large, -width / 2 + 44, 20, '#ffffff', 0, () => ms > 120);
    }
    return { nodes: s.nodes, width, height: 100 };
  },
};

const threadFlag: WordsLook = {
  id: 'thread-flag',
  name: 'Thread flag',
  use: 'a name beside somebody',
  sample: 'Theo\nlearns the tide table',
  place: 'side',
  moves: 600,
  draw(input) {
    const [name = '', role = ''] = input.rows;
    const [large, small] = [laidRow(name, input.fonts.title, 58), laidRow(role, input.fonts.label, 40)];
    const inner = Math.max(large.width, small.width) + 100;
    const [width, height] = [inner + 120, 140];
    const s = new Sheet();
    const ms = input.since(0);
    if (ms >= 0) {
      const t = out(ms, 180);
      s.thread([-width / 2 + 14, height / 2 + 40, -width / 2 + 14 + 106 * t, height / 2 + 40 - 60 * t], input.tone.strong, 6);
      s.ring(-width / 2 + 14, height / 2 + 40, 13, input.tone.strong, 7, PAPER);
      if (ms > 120) {
        const grown = inner * out(ms - 120, 220);
        s.strip(-width / 2 + 120, -height / 2, grown, height, { head: input.tone.strong, thick: 12, cut: input.tone.cut });
        s.row(large, -width / 2 + 156, -height / 2 + 72, input.tone.deep, 0, () => true, grown - 20);
        if (ms > 300) s.row(small, -width / 2 + 156, -height / 2 + 122, INK, 0, () => true, grown - 20);
      }
    }
    return { nodes: s.nodes, width, height: height + 90 };
  },
};

const growingList: WordsLook = {
  id: 'growing-list',
  name: 'Growing list',
  use: 'points as they are said',
  sample: 'Why twice\nThe Moon pulls\nTwo bulges\nOne spin a day',
  place: 'side',
  read: 'points',
  draw(input) {
    const [heading = '', ...points] = input.rows;
    const head = laidRow(heading, input.fonts.label, 46);
    const laid = points.map((row) => laidRow(row, input.fonts.title, 58));
    const from = counted(input.rows);
    const width = Math.max(head.width + 110, ...laid.map((row) => row.width + 160), 420);
    const step = 96;
    const height = 130 + step * points.length;
    const s = new Sheet();
    // The sheet comes with whatever of it is said first.
    const firsts = from.map((word) => input.since(word));
    const ms = Math.max(...firsts);
    if (ms >= 0) {
      s.strip(-width / 2, -height / 2, width, Math.max(40, height * out(ms, 240)), { cut: 'fold', head: input.tone.strong });
      s.row(head, -width / 2 + 48, -height / 2 + 82, INK_2, 0, () => ms > 120);
      const come = points.map((_, n) => firsts[n + 1] as number);
      const last = come.findLastIndex((one) => one >= 0);
      const y = (n: number): number => -height / 2 + 150 + n * step;
      if (last >= 0) s.thread([-width / 2 + 66, y(0) - 20, -width / 2 + 66, y(Math.max(0, last - 1)) - 20 + (last > 0 ? step * out(come[last] as number, 180) : 0)], LINE, 6);
      laid.forEach((row, n) => {
        if ((come[n] as number) < 0) return;
        s.ring(-width / 2 + 66, y(n) - 20, 17, n === last ? LAMP : ACT, 8, PAPER);
        s.row(row, -width / 2 + 112, y(n), INK, from[n + 1] as number, shownIn(input));
      });
    }
    return { nodes: s.nodes, width, height };
  },
};

const countedStrips: WordsLook = {
  id: 'counted-strips',
  name: 'Counted strips',
  use: 'steps, one after another',
  sample: 'Lie down\nWait six hours\nFloat',
  place: 'side',
  read: 'points',
  draw(input) {
    const laid = input.rows.map((row) => laidRow(row, input.fonts.title, 58));
    const from = counted(input.rows);
    const width = Math.max(420, widest(laid) + 230);
    const height = laid.length * 142 - 26;
    const s = new Sheet();
    const come = from.map((word) => input.since(word));
    const last = come.findLastIndex((one) => one >= 0);
    laid.forEach((row, n) => {
      const ms = come[n] as number;
      if (ms < 0) return;
      const x = -width / 2 + width * (1 - out(ms, 240));
      const y = -height / 2 + n * 142;
      s.strip(x, y, width - 20 * n, 116, { head: n === last ? LAMP : LINE, thick: 12, cut: 'slant' });
      s.row(laidRow(String(n + 1), input.fonts.label, 70), x + 38, y + 86, ACT, 0, () => true);
      s.row(row, x + 116, y + 80, INK, from[n] as number, shownIn(input));
    });
    return { nodes: s.nodes, width, height };
  },
};

const saidSo: WordsLook = {
  id: 'said-so',
  name: 'Said so',
  use: 'quote over all',
  sample: 'Nobody stole it. It is low tide.\nMarit',
  place: 'whole',
  moves: 700,
  draw(input) {
    const { width, height } = input.frame;
    const tall = height > width;
    const quote = input.rows[0] ?? '';
    const name = input.rows[1] ?? '';
    const size = tall ? 118 : 140;
    const rows = brokenRows(quote, input.fonts.title, size, width * 0.72);
    const laid = rows.map((row) => laidRow(row, input.fonts.title, size));
    const from = counted(rows);
    const leading = size * 1.18;
    const left = -Math.min(width * 0.38, widest(laid) / 2 + 40);
    const top = (-leading * laid.length) / 2 - 20;
    const s = new Sheet();
    s.fill(rect(-width / 2 - 20, -height / 2 - 20, width + 40, height + 40), input.tone.tint);
    for (const n of [0, 1])
      s.fill(pathOf([0, left + n * 78, top - 150, 1, left + 56 + n * 78, top - 150, 1, left + 26 + n * 78, top - 50, 1, left - 16 + n * 78, top - 50, 4]), input.tone.strong);
    laid.forEach((row, n) => void s.row(row, at(row, left, -2 * left), top + size * 0.8 + n * leading, INK, from[n] as number, shownIn(input)));
    const words = wordsIn(quote).length;
    const ms = input.since(Math.max(0, words - 1));
    if (ms > 200) {
      const y = top + leading * laid.length + 70;
      s.thread([left, y, left + 150 * out(ms - 200, 240), y], input.tone.strong, 8);
      if (ms > 400) s.row(laidRow(name, input.fonts.label, 54), left, y + 80, input.tone.deep, 0, () => true);
    }
    return { nodes: s.nodes, width, height };
  },
};

const bigNumber: WordsLook = {
  id: 'big-number',
  name: 'Big number',
  use: 'one number',
  sample: '6 hours\nfrom low water to high',
  place: 'third',
  moves: 600,
  draw(input) {
    const [number = '', ...unit] = wordsIn(input.rows[0] ?? '');
    const what = input.rows[1] ?? '';
    const [large, small, below] = [laidRow(number, input.fonts.title, 336), laidRow(unit.join(' '), input.fonts.title, 88), laidRow(what, input.fonts.label, 50)];
    const width = large.width + (small.width ? small.width + 40 : 0) + 40;
    const wide = Math.max(width, below.width + 80);
    const height = 420;
    const s = new Sheet();
    const ms = input.since(0);
    if (ms >= 0) {
      const k = 0.78 + 0.22 * settle(ms, 320);
      const [x, y] = [-wide / 2 + 10, 110];
      for (const word of large.words) s.item({ path: word.path, fill: input.tone.strong, matrix: [k, 0, 0, k, x + word.x * k, y] });
      s.row(small, x + large.width + 34, y, INK, 1, shownIn(input));
      if (ms > 250) {
        const long = (wide - 60) * out(ms - 250, 260);
        s.thread([x + 8, y + 46, x + 8 + long, y + 46], input.tone.strong, 8).ring(x + 8, y + 46, 9, input.tone.strong, 6, PAPER);
      }
      s.row(below, x + 8, y + 114, INK, 1 + unit.length, shownIn(input));
    }
    return { nodes: s.nodes, width: wide, height };
  },
};

const counter: WordsLook = {
  id: 'counter',
  name: 'Counter',
  use: 'a number that runs up',
  sample: 'Depth at the wall\n4.1 m',
  place: 'third',
  moves: 1200,
  draw(input) {
    const [title = '', value = ''] = input.rows;
    const [, before = '', digits = '0', after = ''] = /^(\D*?)([\d.,]+)(.*)$/.exec(value) ?? ['', '', value, ''];
    const decimals = digits.includes('.') ? digits.length - digits.indexOf('.') - 1 : 0;
    const aim = Number(digits.replace(',', '')) || 0;
    const start = input.since(0);
    const end = input.since(wordsIn(title).length);
    // It rolls from the first word of its title to the number itself, and settles there.
    const t = end >= 0 ? 1 : start < 0 ? 0 : Math.min(0.96, out(start, 1600));
    const shown = (aim * t).toFixed(decimals).padStart(digits.length, '0');
    const cells = [...shown];
    const width = Math.max(cells.length * 146 + 190, laidRow(title, input.fonts.label, 52).width + 60);
    const height = 330;
    const s = new Sheet();
    if (start >= 0) {
      const head = laidRow(title, input.fonts.label, 52);
      s.strip(-width / 2, -height / 2, Math.max(200, head.width + 90), 84, { cut: 'slant', head: input.tone.strong, thick: 10 });
      s.row(head, -width / 2 + 30, -height / 2 + 62, INK, 0, () => true);
      let x = -width / 2 + (before ? 60 : 0);
      for (const digit of cells) {
        if (digit === '.' || digit === ',') {
          s.row(laidRow(digit, input.fonts.title, 150), x + 8, height / 2 - 60, INK, 0, () => true);
          x += 60;
          continue;
        }
        s.strip(x, -height / 2 + 106, 134, 224, { cut: 'fold' });
        const row = laidRow(digit, input.fonts.title, 170);
        s.row(row, x + 67 - row.width / 2, height / 2 - 52, INK, 0, () => true);
        x += 146;
      }
      s.row(laidRow(after.trim(), input.fonts.title, 92), x + 14, height / 2 - 52, INK, 0, () => end >= 0);
    }
    return { nodes: s.nodes, width, height };
  },
};

const partCard: WordsLook = {
  id: 'part-card',
  name: 'Part card',
  use: 'chapter over all',
  sample: 'Part 2 of 3\nThe lamp and the orange',
  place: 'whole',
  moves: 700,
  draw(input) {
    const { width, height } = input.frame;
    const [part = '', title = ''] = input.rows;
    const size = height > width ? 118 : 132;
    const rows = brokenRows(title, input.fonts.title, size, width * 0.8);
    const laid = rows.map((row) => laidRow(row, input.fonts.title, size));
    const left = -width / 2 + width * 0.08;
    const from = counted([part, ...rows]);
    const [, which = 1, count = 3] = /(\d+)\D+(\d+)/.exec(part) ?? [];
    const s = new Sheet();
    s.fill(rect(-width / 2 - 20, -height / 2 - 20, width + 40, height + 40), DEEP);
    s.row(laidRow(part, input.fonts.label, 54), left, -size, LAMP, 0, () => true);
    laid.forEach((row, n) => void s.row(row, at(row, left, width * 0.84), 30 + n * size * 1.16, ON_DEEP, from[n + 1] as number, shownIn(input)));
    const y = 90 + laid.length * size * 1.16;
    const all = width * 0.84;
    const each = all / Number(count);
    for (let n = 0; n < Number(count); n++) {
      const own = n + 1 === Number(which);
      s.strip(left + n * each, y, each - 14, 54, { fill: '#23464c', cut: 'slant' });
      if (own) s.strip(left + n * each, y, (each - 14) * out(input.ms - 200, 300), 54, { fill: LAMP, cut: 'slant' });
      else if (n + 1 < Number(which)) s.strip(left + n * each, y, each - 14, 54, { fill: '#3b7a78', cut: 'slant' });
    }
    return { nodes: s.nodes, width, height };
  },
};

const sign: WordsLook = {
  id: 'sign',
  name: 'Sign in the scene',
  use: 'pinned to a wall or a board',
  sample: 'LOW WATER\n06:12\n18:37',
  place: 'side',
  moves: 500,
  draw(input) {
    const laid = input.rows.map((row, n) => laidRow(row, input.fonts.label, n ? 74 : 46));
    const width = widest(laid) + 90;
    const height = 60 + laid.reduce((sum, _, n) => sum + (n ? 88 : 64), 0);
    const s = new Sheet();
    const ms = input.since(0);
    if (ms >= 0) {
      s.strip(-width / 2, -height / 2, width, height, { cut: 'square' });
      let y = -height / 2 + 74;
      laid.forEach((row, n) => {
        if (n) y += n === 1 ? 84 : 88;
        s.row(row, -row.width / 2, y, n ? INK : input.tone.strong, 0, () => true);
      });
      s.ring(0, -height / 2 + 14, 9, input.tone.strong, 10);
      const turn = ms < 420 ? ([6, -3, -1, -2][Math.min(3, Math.floor(ms / 105))] ?? -2) : -2;
      s.turned(turn, 0, -height / 2);
      const fall = -60 * (1 - out(ms, 200));
      if (fall) for (let n = 0; n < s.nodes.length; n++) s.nodes[n] = lifted(s.nodes[n] as LookNode, fall);
    }
    return { nodes: s.nodes, width, height };
  },
};

const lastCard: WordsLook = {
  id: 'last-card',
  name: 'Last card',
  use: 'who made it, over all',
  sample: 'How tides work\nMarit, Ingrid Tide\nTully, Sven Okoro\nWords and pictures, Harbour School',
  place: 'whole',
  moves: 1200,
  read: 4,
  draw(input) {
    const { width, height } = input.frame;
    const [title = '', ...credits] = input.rows;
    const size = height > width ? 112 : 132;
    const left = -width / 2 + width * 0.1;
    const s = new Sheet();
    s.fill(rect(-width / 2 - 20, -height / 2 - 20, width + 40, height + 40), DEEP);
    const rows = brokenRows(title, input.fonts.title, size, width * 0.8);
    const top = -Math.min(height * 0.3, 160 + credits.length * 50) + size;
    rows.forEach((row, n) => void s.row(laidRow(row, input.fonts.title, size), left, top + n * size * 1.16, ON_DEEP, 0, () => true));
    credits.forEach((credit, n) => {
      const ms = input.ms - 300 - n * 90;
      if (ms < 0) return;
      const [who = '', what = ''] = credit.split(/,(.+)/);
      const y = top + rows.length * size * 1.16 + 10 + n * 104;
      const name = laidRow(who, input.fonts.title, 50);
      s.strip(left, y - 56, (name.width + 90) * out(ms, 240), 80, { fill: n % 2 ? '#2a565a' : '#23464c', cut: 'slant' });
      s.row(name, left + 30, y, ON_DEEP, 0, () => ms > 120);
      s.row(laidRow(what.trim(), input.fonts.label, 42), left + Math.max(width * 0.34, name.width + 130), y - 2, '#a9c6c3', 0, () => ms > 240);
    });
    return { nodes: s.nodes, width, height };
  },
};

/** Ways in which words are on the screen; captions have their own. */
export const LOOKS_OF_WORDS: readonly WordsLook[] = [
  cutStrip,
  twoLengths,
  hungBoard,
  onTheSky,
  nameRibbon,
  edgeTape,
  threadFlag,
  growingList,
  countedStrips,
  saidSo,
  bigNumber,
  counter,
  partCard,
  sign,
  lastCard,
];
const byId = new Map(LOOKS_OF_WORDS.map((look) => [look.id, look]));
export const wordsLook = (id: string | undefined): WordsLook | undefined => (id === undefined ? undefined : byId.get(id));
