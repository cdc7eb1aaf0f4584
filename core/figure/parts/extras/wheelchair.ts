import { ellipse, pen, roundedRect } from '../../../draw/path.ts';
import { Sketch } from '../../sketch.ts';
import type { Extra } from '../part.ts';

const FRAME = { base: '#4a5562', shadow: '#333c47' };
const TYRE = '#2b303a';

/** A wheelchair: whoever has it sits, rolls instead of walking, and gestures as ever. */
export const wheelchair: Extra = {
  id: 'wheelchair',
  name: 'Wheelchair',
  words: ['chair', 'seated', 'disability', 'wheels'],
  colours: ['metal'],
  excludes: ['stool', 'cane', 'umbrella', 'wings', 'backpack'],
  seat: {
    stays: true,
    back({ model, sk }) {
      const s = new Sketch('chairBack');
      const { x, y } = sk.hip;
      const half = model.p.hip + 12;
      for (const out of [-1, 1])
        s.limb(
          `handle${out}`,
          [
            { x: x + out * half * 0.86, y: y - 70 },
            { x: x + out * half * 0.9, y: y - 92 },
          ],
          [4.4, 4.4],
          FRAME,
          2,
        );
      s.shaded('rest', roundedRect(x - half * 0.92, y - 78, half * 1.84, 96, 14), model.tone('metal'), [-6, -3]);
      s.shaded('seat', roundedRect(x - half * 0.94, y + 14, half * 1.88, 16, 7), FRAME, [-4, -2]);
      return s.nodes;
    },
    front({ model, sk, rolled = 0 }) {
      const s = new Sketch('chair');
      const { x, y } = sk.hip;
      const half = model.p.hip + 20;
      for (const side of ['L', 'R'] as const) {
        const foot = sk.legs[side].ankle;
        const out = side === 'L' ? -1 : 1;
        s.limb(
          `rest${side}`,
          [
            { x: x + out * half * 0.4, y: y + 26 },
            { x: foot.x, y: -8 },
          ],
          [3.2, 3.2],
          FRAME,
          1.6,
        );
        s.fill(`plate${side}`, roundedRect(foot.x - 19, -4.5, 38, 6.5, 3), TYRE);
      }
      for (const out of [-1, 1]) {
        const cx = x + out * half;
        const turned = Math.max(0.18, Math.min(0.42, 0.24 + Math.abs(sk.bodyYaw) * 0.3));
        const r = Math.min(78, -y * 0.62);
        const cy = -r - 1;
        const spokes = pen();
        for (let n = 0; n < 6; n++) {
          const a = (n / 6) * Math.PI + 0.2 + rolled / r;
          spokes.move(cx - Math.cos(a) * r * turned * 0.9, cy - Math.sin(a) * r * 0.9).line(cx + Math.cos(a) * r * turned * 0.9, cy + Math.sin(a) * r * 0.9);
        }
        s.line(`spokes${out}`, spokes.done(), '#aab4be', 1.6);
        s.line(`tyre${out}`, ellipse(cx, cy, r * turned, r), TYRE, 7);
        s.line(`rim${out}`, ellipse(cx + out * 2.5, cy, r * turned * 0.84, r * 0.84), '#c5ccd4', 2.6);
        s.shaded(`hub${out}`, ellipse(cx, cy, 6, 8), FRAME, [-1.5, -1.5]);
      }
      return s.nodes;
    },
  },
};
