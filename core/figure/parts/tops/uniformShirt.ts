import { Tailor, toned } from '../clothKit.ts';
import type { Garment } from '../part.ts';

/** A uniform shirt with pockets, shoulder tabs and a badge. */
export const uniformShirt: Garment = {
  id: 'uniform-shirt',
  slot: 'top',
  name: 'Uniform shirt',
  words: ['police', 'pilot', 'guard', 'officer', 'scout'],
  colours: ['primary', 'accent'],
  cloth: 'primary',
  sleeve: [4, 3.6, 3.6],
  grow: 3.5,
  hem: ({ p }) => ({ y: p.torso * 1.15, out: 0 }),
  details(frame) {
    const c = new Tailor(frame, 'uniform');
    const seam = frame.model.seam('primary');
    c.line('placket', seam, 2.2, [3, 10, 3, 130]);
    for (const out of [-1, 1])
      c.fill(
        `flap${out}`,
        toned(frame.model.tone('primary'), -0.05).base,
        [out * 13 * c.k, 42],
        [out * 33 * c.k, 41],
        [out * 33 * c.k, 49],
        [out * 23 * c.k, 54],
        [out * 13 * c.k, 50],
        [out * 13 * c.k, 42],
      ).line(`bag${out}`, seam, 2, [out * 14 * c.k, 50, out * 15 * c.k, 68, out * 32 * c.k, 68, out * 32 * c.k, 50]);
    c.buttons(0, [28, 54, 80, 106], frame.model.tone('accent'), 2.4);
    const star = [0, -7, 2, -2, 7, -2, 3, 1.5, 4.5, 7, 0, 3.8, -4.5, 7, -3, 1.5, -7, -2, -2, -2].map((v, n) => (n % 2 ? v + 30 : v - 22 * c.k));
    return c.fill('badge', frame.model.colour('accent'), ...Array.from({ length: 10 }, (_, n) => [star[n * 2] as number, star[n * 2 + 1] as number])).s.nodes;
  },
  collar(frame) {
    const c = new Tailor(frame, 'uniformCollar');
    c.fill('neck', frame.model.skin.shadow, [-9, -12, 0, -2, 9, -12], [0, 9], [-9, -12]);
    for (const out of [-1, 1]) c.shaded(`tab${out}`, frame.model.tone('accent'), [-1, -1], [out * 27, -5], [out * 48 * c.k, 2], [out * 49 * c.k, 8], [out * 27, 1], [out * 27, -5]);
    return c.shirtCollar(frame.model.tone('primary'), 0.95, 21).s.nodes;
  },
};
