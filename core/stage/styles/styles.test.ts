import { describe, expect, it } from 'vitest';
import { nodePainter } from '#server/paint/host';
import type { Production } from '../../document/schema.ts';
import { poseForHand } from '../../figure/actions/action.ts';
import { ACTIONS } from '../../figure/actions/index.ts';
import { DESIGNS, type DesignId, designed } from '../../figure/cast.ts';
import { drawFigure } from '../../figure/figure.ts';
import { MOUTH_CHART } from '../../figure/mouth.ts';
import { posed } from '../../figure/pose.ts';
import { IncrementalPainter, paintFully } from '../../paint/incremental.ts';
import { schedule } from '../../schedule/schedule.ts';
import { sampleDocument } from '../../testing/samples.ts';
import { evaluate } from '../evaluate.ts';
import { STYLES, styledPlane } from './index.ts';

const fonts = { caption: [], captionBold: [], title: [], label: [] };
const styledAs = (style: Production['style']) => {
  const { document } = sampleDocument();
  return { ...document, production: { ...document.production, style } };
};

describe.each(STYLES.map((style) => [style.id, style] as const))('drawn %s', (id, style) => {
  it('everybody and every action shows, and hardly two look alike', () => {
    const painter = nodePainter();
    const seen = new Set<string>();
    let count = 0;
    for (const [n, design] of (Object.keys(DESIGNS) as DesignId[]).entries()) {
      const pose = posed(poseForHand(ACTIONS[(n * 3) % ACTIONS.length]?.keys.at(-1)?.pose ?? {}, 'right', 1));
      const { nodes } = drawFigure(designed(design, 'ch_000000000000', 'a0'), pose, MOUTH_CHART.mid);
      const plane = styledPlane({ id: 'figure', view: [0.5, 0, 0, 0.5, 130, 280], nodes }, style, 'figure');
      const surface = paintFully(painter, { width: 260, height: 300, background: style.background?.('#ffffff') ?? '#ffffff', planes: [plane] }, 260, 300);
      const data = surface.view();
      let painted = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i] !== data[0] || data[i + 1] !== data[1]) painted++;
      expect(painted / (data.length / 4), design).toBeGreaterThan(0.02);
      seen.add(Buffer.from(data).toString('base64'));
      surface.dispose();
      count++;
    }
    expect(seen.size).toBe(count);
  });
  it('a moving scene painted in parts is the same as painted whole', () => {
    const document = styledAs(id);
    const [place] = schedule(document, () => undefined).scenes;
    if (!place) throw new Error('no scene');
    const painter = nodePainter();
    const film = new IncrementalPainter(painter, 320, 180);
    for (let n = 0; n < 24; n++) {
      const picture = evaluate(document, place, 40_000 + n * 6000, fonts as never, { captions: false });
      film.paint(picture);
      const whole = paintFully(painter, picture, 320, 180);
      expect(Buffer.compare(new Uint8Array(film.surface.view()), new Uint8Array(whole.view()))).toBe(0);
      whole.dispose();
    }
  });
});

describe('chalk', () => {
  it('has the grain of its board: it lies still while the camera moves, and the same twice', () => {
    const document = styledAs('chalk');
    const [place] = schedule(document, () => undefined).scenes;
    if (!place) throw new Error('no scene');
    const top = (tick: number) => evaluate(document, place, tick, fonts, { captions: false }).planes.at(-1);
    const [one, other] = [top(1000), top(200_000)];
    expect(one?.nodes).toBe(other?.nodes);
    expect(one?.view).toEqual(other?.view);
    expect(one?.nodes.every(({ id }) => id.startsWith('grain'))).toBe(true);
  });
});
