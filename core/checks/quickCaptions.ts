import { CAPTION_RULES } from '../schedule/captions.ts';
import { type Check, titled } from './check.ts';

/** Captions are laid out for 17 characters in a second; a quarter more is too quick to be read (motion.md, Reading). */
const MOST_PER_SECOND = CAPTION_RULES.charactersPerSecond * 1.25;

export const quickCaptions: Check = {
  id: 'quick-captions',
  find(scene) {
    const quick = scene.captions.filter(({ rows, start, end }) => rows.join(' ').length / Math.max(0.001, (end - start) / 48_000) > MOST_PER_SECOND);
    const [first] = quick;
    if (!first) return [];
    const text =
      quick.length === 1
        ? `The caption “${first.rows.join(' ')}” goes too quickly to be read.`
        : `${quick.length} captions in ${titled(scene)} go too quickly to be read; the first is “${first.rows.join(' ')}”.`;
    return [{ scene: scene.id, tick: first.start, ...(first.line ? { line: first.line } : {}), text }];
  },
};
