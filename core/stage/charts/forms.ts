import { arc, area, curveMonotoneX, line } from 'd3-shape';
import { ellipse, type Path, pen, polygon } from '../../draw/path.ts';
import { INK, INK_2, LAMP, laidRow, out, PAPER, Sheet, stripPath } from '../words/kit.ts';
import type { ChartForm, ChartInput } from './chart.ts';

/** Long motions of a part, of its number, milliseconds. */
const PART = 420;
const NUMBER = 120;
const LABEL = 50;
const VALUE = 70;

/** Room within the sheet: below the title, above the axis. */
const inside = ({ width, height, title }: ChartInput) => ({ left: -width / 2 + 90, right: width / 2 - 90, top: -height / 2 + (title ? 190 : 90), low: height / 2 - 130 });

/** Path commands of a shape that d3 draws (its context of a canvas), as ours. */
class Context {
  private readonly own = pen();
  moveTo(x: number, y: number): void {
    this.own.move(x, y);
  }
  lineTo(x: number, y: number): void {
    this.own.line(x, y);
  }
  bezierCurveTo(a: number, b: number, c: number, d: number, x: number, y: number): void {
    this.own.cubic(a, b, c, d, x, y);
  }
  arc(x: number, y: number, r: number, from: number, to: number, back = false): void {
    const sweep = back ? to - from : to - from;
    const steps = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 8)));
    const k = (4 / 3) * Math.tan(sweep / steps / 4) * r;
    for (let n = 0; n < steps; n++) {
      const [a, b] = [from + (sweep * n) / steps, from + (sweep * (n + 1)) / steps];
      if (n === 0) this.own.line(x + r * Math.cos(a), y + r * Math.sin(a));
      this.own.cubic(
        x + r * Math.cos(a) - k * Math.sin(a),
        y + r * Math.sin(a) + k * Math.cos(a),
        x + r * Math.cos(b) + k * Math.sin(b),
        y + r * Math.sin(b) - k * Math.cos(b),
        x + r * Math.cos(b),
        y + r * Math.sin(b),
      );
    }
  }
  closePath(): void {
    this.own.close();
  }
  done(): Path {
    return this.own.done();
  }
}
const drawnBy = (draw: (context: never) => void): Path => {
  const context = new Context();
  draw(context as never);
  return context.done();
};

const middle = (s: Sheet, input: ChartInput, text: string, size: number, x: number, y: number, fill: string, serif = false): void => {
  const row = laidRow(text, serif ? input.fonts.title : input.fonts.label, size);
  s.row(row, x - row.width / 2, y, fill, 0, () => true);
};
/** A number on its way up, as it is written at its end. */
function counting(text: string, value: number, share: number): string {
  if (share >= 1 || Math.abs(value) < 20) return text;
  const digits = /[\d.,\s'’]+/.exec(text)?.[0]?.trim();
  return digits ? text.replace(digits, String(Math.round(value * share))) : text;
}

const bars: ChartForm = {
  id: 'bars',
  name: 'Bars',
  use: 'how much of each',
  most: 7,
  sample: '06:00, 0\n09:00, 4\n12:00, 9\n15:00, 5',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const most = Math.max(1e-9, ...rows.map(({ values }) => values[0] ?? 0));
    const step = (right - left) / Math.max(1, rows.length);
    const best = rows.findIndex(({ values }) => values[0] === most);
    rows.forEach((row, n) => {
      const ms = input.since(n);
      const x = left + step * (n + 0.5);
      middle(s, input, row.label, LABEL, x, low + 66, INK_2);
      if (ms < 0) return;
      const value = Math.max(0, row.values[0] ?? 0);
      const tall = ((low - top - 90) * value * out(ms, PART)) / most;
      const wide = step * 0.66;
      // The corner is cut off the side: the top is the value.
      const cut = Math.min(44, wide * 0.3);
      if (tall > 1)
        s.fill(
          polygon([
            x - wide / 2,
            low,
            x - wide / 2,
            low - tall,
            x + wide / 2 - cut,
            low - tall,
            x + wide / 2,
            low - Math.max(0, tall - Math.min(60, tall * 0.5)),
            x + wide / 2,
            low,
          ]),
          n === best ? input.tone.strong : input.tone.mid,
        );
      if (ms > NUMBER) middle(s, input, counting(row.texts[0] ?? '', value, out(ms - NUMBER, 600)), VALUE, x, low - tall - 26, n === best ? input.tone.deep : INK, true);
    });
    s.thread([left - 20, low, right + 20, low], INK, 5);
    return s.nodes;
  },
};

const curve: ChartForm = {
  id: 'line',
  name: 'Line',
  use: 'how it goes on',
  most: 60,
  sample: '0 h, 4.1 m\n6 h, 0.4 m\n12 h, 3.9 m\n18 h, 0.5 m\n24 h, 4.1 m',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const values = rows.map((row) => row.values[0] ?? 0);
    const [least, most] = [Math.min(0, ...values), Math.max(1e-9, ...values)];
    const at = (n: number): [number, number] => [
      left + ((right - left) * n) / Math.max(1, rows.length - 1),
      low - ((low - top - 80) * ((values[n] ?? 0) - least)) / (most - least),
    ];
    // As far as it was said, and on its way to the next.
    const come = rows.findLastIndex((_, n) => input.since(n) >= 0);
    const points = rows.slice(0, come + 1).map((_, n) => at(n));
    if (come > 0) {
      const [ax, ay] = at(come - 1);
      const [bx, by] = at(come);
      const t = out(input.since(come), 600);
      points[come] = [ax + (bx - ax) * t, ay + (by - ay) * t];
    }
    if (points.length > 1) {
      s.fill(
        drawnBy((context) =>
          area<[number, number]>()
            .x(([x]) => x)
            .y0(low)
            .y1(([, y]) => y)
            .curve(curveMonotoneX)
            .context(context)(points),
        ),
        input.tone.tint,
      );
      s.line(
        drawnBy((context) =>
          line<[number, number]>()
            .x(([x]) => x)
            .y(([, y]) => y)
            .curve(curveMonotoneX)
            .context(context)(points),
        ),
        input.tone.strong,
        15,
      );
    }
    s.thread([left - 20, low, right + 20, low], INK, 5);
    const named = rows.length > 8 ? Math.ceil(rows.length / 6) : 1;
    rows.forEach((row, n) => {
      if (n % named === 0) middle(s, input, row.label, LABEL, at(n)[0], low + 66, INK_2);
      const ms = input.since(n);
      if (ms < 0 || n % named) return;
      const [x, y] = points[n] ?? at(n);
      s.ring(x, y, 15, input.tone.strong, 8, PAPER);
      if (ms > NUMBER && (values[n] === most || values[n] === Math.min(...values))) middle(s, input, row.texts[0] ?? '', VALUE, x, y - 36, INK, true);
    });
    const lead = points.at(-1);
    if (lead && come < rows.length - 1) s.ring(lead[0], lead[1], 20, LAMP, 9, PAPER);
    return s.nodes;
  },
};

/** Whole hundredths that add up to a hundred: the largest remainders get what is left. */
export function hundredths(values: readonly number[]): number[] {
  const sum = values.reduce((all, value) => all + Math.max(0, value), 0);
  if (sum <= 0) return values.map(() => 0);
  const exact = values.map((value) => (100 * Math.max(0, value)) / sum);
  const whole = exact.map(Math.floor);
  let left = 100 - whole.reduce((all, value) => all + value, 0);
  for (const n of exact.map((_, k) => k).sort((a, b) => (exact[b] as number) - (whole[b] as number) - ((exact[a] as number) - (whole[a] as number)))) {
    if (left-- <= 0) break;
    whole[n] = (whole[n] as number) + 1;
  }
  return whole;
}

const shares: ChartForm = {
  id: 'ring',
  name: 'Ring of shares',
  use: 'parts of a whole',
  most: 4,
  sample: 'Moon, 68\nSun, 32',
  draw(input) {
    const s = new Sheet();
    const { top, low, left } = inside(input);
    const rows = input.table.rows.slice(0, this.most).map((row, n) => ({ ...row, n, value: Math.max(0, row.values[0] ?? 0) }));
    const whole = hundredths(rows.map(({ value }) => value));
    const order = [...rows].sort((a, b) => b.value - a.value);
    const radius = (low + 70 - top) / 2;
    const [cx, cy] = [left + radius + 40, (top + low + 70) / 2];
    const sum = Math.max(
      1e-9,
      rows.reduce((all, { value }) => all + value, 0),
    );
    const colours = [input.tone.strong, LAMP, input.tone.mid, input.tone.deep];
    let angle = 0;
    order.forEach(({ value, n, label }, place) => {
      const long = (value / sum) * 2 * Math.PI;
      const ms = input.since(n);
      const [from, to] = [angle, angle + long];
      angle = to;
      if (ms < 0) return;
      const shape = drawnBy(
        (context) =>
          void arc<null>()
            .innerRadius(radius - 120)
            .outerRadius(radius)
            .startAngle(from + 6 / radius)
            .endAngle(from + 6 / radius + Math.max(0.001, long - 12 / radius) * out(ms, 500))
            .context(context)(null),
      );
      s.item({ path: shape, fill: colours[place % colours.length] as string, matrix: [1, 0, 0, 1, cx, cy] });
      if (ms <= NUMBER) return;
      const y = top + 70 + place * ((low - top) / Math.max(2, order.length));
      const x = cx + radius + 90;
      s.fill(stripPath(x, y - 44, 60, 60, 'slant'), colours[place % colours.length] as string);
      const name = laidRow(label, input.fonts.label, LABEL + 6);
      s.row(name, x + 90, y, INK, 0, () => true);
      s.row(laidRow(`${whole[n]} %`, input.fonts.title, VALUE + 12), x + 90, y + 86, input.tone.deep, 0, () => true);
    });
    return s.nodes;
  },
};

const timeline: ChartForm = {
  id: 'timeline',
  name: 'Timeline',
  use: 'what comes when',
  most: 6,
  sample: '00:12, low water\n06:24, high water\n12:37, low water\n18:49, high water',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const y = (top + low) / 2 + 30;
    const at = (n: number): number => left + 60 + ((right - left - 120) * n) / Math.max(1, rows.length - 1);
    const come = rows.findLastIndex((_, n) => input.since(n) >= 0);
    if (come >= 0) {
      const from = come > 0 ? at(come - 1) : left;
      s.strip(left - 30, y - 22, from - left + 30 + (at(come) + 60 - from) * out(input.since(come), PART), 44, { fill: input.tone.mid, head: input.tone.strong, thick: 10 });
    }
    rows.forEach((row, n) => {
      const ms = input.since(n);
      if (ms < 0) return;
      const up = n % 2 === 1;
      const end = up ? y - 120 : y + 120;
      s.thread([at(n), y, at(n), y + (end - y) * out(ms, 220)], input.tone.strong, 5).ring(at(n), y, 17, input.tone.strong, 8, PAPER);
      if (ms < NUMBER) return;
      middle(s, input, row.label, VALUE, at(n), up ? end - 66 : end + 66, INK, true);
      middle(s, input, row.texts[0] ?? '', LABEL, at(n), up ? end - 12 : end + 126, INK_2);
    });
    return s.nodes;
  },
};

const process: ChartForm = {
  id: 'process',
  name: 'Process',
  use: 'one thing after another',
  most: 5,
  sample: 'Moon, pulls\nWater, bulges\nEarth, turns\nSea, returns',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const step = (right - left) / Math.max(1, rows.length);
    const y = (top + low) / 2 + 20;
    const last = rows.findLastIndex((_, n) => input.since(n) >= 0);
    // The first lies on top, so that the next slides from under it.
    for (let n = rows.length - 1; n >= 0; n--) {
      const row = rows[n] as (typeof rows)[number];
      const ms = input.since(n);
      const x = left + step * n;
      if (ms < 0) {
        s.line(stripPath(x + 6, y - 90, step - 24, 180, 'point'), '#cfdcd9', 4);
        continue;
      }
      const slid = (1 - out(ms, PART)) * -step * 0.7;
      s.strip(x + slid, y - 90, step + 8, 180, { fill: input.tone.mid, head: n === last ? LAMP : input.tone.strong, thick: 16, cut: 'point' });
      if (ms > NUMBER) {
        const name = laidRow(row.label, input.fonts.title, 62);
        s.row(name, x + Math.max(26, (step - 40 - name.width) / 2 + 10), y + 14, input.tone.deep, 0, () => true);
        const what = laidRow(row.texts[0] ?? '', input.fonts.label, LABEL - 6);
        s.row(what, x + Math.max(26, (step - 40 - what.width) / 2 + 10), y + 66, INK, 0, () => true);
      }
    }
    return s.nodes;
  },
};

const beside: ChartForm = {
  id: 'beside',
  name: 'Two beside',
  use: 'one against the other',
  most: 4,
  sample: ', Low tide, High tide\nDepth, 0.4 m, 4.1 m\nBoats afloat, 0, 9\nWalk to the light, 12 min, 30 min',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const [one = '', two = ''] = input.table.columns;
    const reach = (right - left) / 2 - 190;
    const step = (low + 70 - top - 100) / Math.max(1, rows.length);
    const head = (text: string, side: -1 | 1, fill: string): void => {
      const row = laidRow(text, input.fonts.label, 56);
      s.strip(side < 0 ? -row.width - 110 : 20, top - 20, row.width + 90, 86, { fill, cut: 'slant', flip: side < 0 });
      s.row(row, side < 0 ? -row.width - 60 : 56, top + 42, INK, 0, () => true);
    };
    head(one, -1, input.tone.mid);
    head(two, 1, LAMP);
    // The axis leaves room for what is written on it.
    let axis = top + 90;
    const axisTo = (y: number): void => void (y > axis && s.thread([0, axis, 0, y], INK, 5));
    rows.forEach((row, n) => {
      const ms = input.since(n);
      if (ms < 0) return;
      const y = top + 130 + step * n;
      axisTo(y - 56);
      axis = y + 6;
      middle(s, input, row.label, LABEL - 4, 0, y - 8, INK_2);
      const most = Math.max(1e-9, Math.abs(row.values[0] ?? 0), Math.abs(row.values[1] ?? 0));
      for (const [side, value, text, fill] of [
        [-1, row.values[0] ?? 0, row.texts[0] ?? '', input.tone.strong],
        [1, row.values[1] ?? 0, row.texts[1] ?? '', '#e0a800'],
      ] as const) {
        const long = ((reach * Math.abs(value)) / most) * out(ms, PART);
        if (long > 1) s.fill(polygon(side < 0 ? [-8, y + 8, -8 - long, y + 8, -8 - long, y + 66, -8, y + 66] : [8, y + 8, 8 + long, y + 8, 8 + long, y + 66, 8, y + 66]), fill);
        if (ms <= NUMBER) continue;
        const label = laidRow(text, input.fonts.title, 58);
        s.row(label, side < 0 ? -long - label.width - 34 : long + 34, y + 60, INK, 0, () => true);
      }
    });
    axisTo(low + 70);
    return s.nodes;
  },
};

const against: ChartForm = {
  id: 'against',
  name: 'Against each other',
  use: 'how much larger one is',
  most: 3,
  sample: 'Earth, 12756 km\nMoon, 3475 km',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const values = rows.map(({ values: [value = 0] }) => Math.max(0, value));
    const largest = Math.max(1e-9, ...values);
    // Areas go with the values; the largest fills the height, and all of them the width.
    const shares = values.map((value) => Math.sqrt(value / largest));
    const gap = 90;
    const room = right - left - gap * (rows.length - 1);
    const radius = Math.min((low - top - 60) / 2, room / Math.max(1e-9, 2 * shares.reduce((sum, share) => sum + Math.max(share, 0.3), 0)));
    const wide = shares.map((share) => 2 * radius * Math.max(share, 0.3));
    let x = -(wide.reduce((sum, one) => sum + one, 0) + gap * (rows.length - 1)) / 2;
    s.thread([left, low, right, low], INK, 5);
    rows.forEach((row, n) => {
      const own = wide[n] as number;
      const cx = x + own / 2;
      x += own + gap;
      const ms = input.since(n);
      if (ms < 0) return;
      const r = radius * (shares[n] as number) * out(ms, 500);
      if (r > 1) s.fill(ellipse(cx, low - r, r), n === 0 ? input.tone.strong : n === 1 ? '#e0a800' : input.tone.mid);
      middle(s, input, row.label, LABEL, cx, low + 58, INK_2);
      if (ms <= NUMBER) return;
      const text = laidRow(row.texts[0] ?? '', input.fonts.title, 58);
      // Within where there is room, else above; white only on the tones that are dark enough for it.
      const dark = n === 0 && input.tone.strong === input.tone.fine;
      const within = text.width < r * 1.6;
      s.row(text, cx - text.width / 2, within ? low - r + 20 : low - 2 * r - 24, within && dark ? PAPER : INK, 0, () => true);
    });
    return s.nodes;
  },
};

const dots: ChartForm = {
  id: 'dots',
  name: 'Dots on a map',
  use: 'how much is where',
  most: 20,
  sample: ', Boats, Across, Down\nNorth quay, 9, 30, 20\nOld harbour, 24, 52, 55\nBeach, 4, 82, 78',
  draw(input) {
    const s = new Sheet();
    const { left, right, top, low } = inside(input);
    const rows = input.table.rows.slice(0, this.most);
    const foot = low + 70;
    // A plain field with a fold: its ground may be a picture that lies below.
    s.fill(polygon([left, top - 40, right, top - 40, right, foot - 54, right - 54, foot, left, foot]), '#dceae6');
    for (let n = 1; n < 6; n++) s.thread([left + ((right - left) * n) / 6, top - 40, left + ((right - left) * n) / 6, foot], '#cbddd8', 2);
    for (let n = 1; n < 4; n++) s.thread([left, top - 40 + ((foot - top + 40) * n) / 4, right, top - 40 + ((foot - top + 40) * n) / 4], '#cbddd8', 2);
    const largest = Math.max(1e-9, ...rows.map(({ values: [value = 0] }) => Math.abs(value)));
    let sum = 0;
    rows.forEach((row, n) => {
      const ms = input.since(n);
      if (ms < 0) return;
      const [value = 0, across = 50, down = 50] = row.values;
      sum += value;
      const [x, y] = [left + 90 + ((right - left - 180) * clamped(across)) / 100, top + 20 + ((foot - top - 100) * clamped(down)) / 100];
      const r = 46 * Math.sqrt(Math.abs(value) / largest) * out(ms, PART);
      if (r > 0.5) {
        s.fill(ellipse(x, y, r * 1.6), input.tone.strong, 0.22);
        s.fill(ellipse(x, y, r), input.tone.strong);
      }
      if (ms <= NUMBER || rows.length > 10) return;
      const label = laidRow(`${row.label} ${row.texts[0] ?? ''}`.trim(), input.fonts.label, LABEL);
      const beyond = x + r + 40 + label.width > right - 20;
      s.row(label, beyond ? x - r * 1.6 - 16 - label.width : x + r * 1.6 + 16, y + 18, INK, 0, () => true);
    });
    if (rows.length > 10) middle(s, input, `${Math.round(sum * 100) / 100}`, VALUE, 0, foot - 30, INK);
    return s.nodes;
  },
};
const clamped = (percent: number): number => Math.min(100, Math.max(0, percent));

/** Ways in which a small table is shown. */
export const CHART_FORMS: readonly ChartForm[] = [bars, curve, shares, timeline, process, beside, against, dots];
const byId = new Map(CHART_FORMS.map((form) => [form.id, form]));
export const chartForm = (id: string): ChartForm => byId.get(id) ?? bars;
