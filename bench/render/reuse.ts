import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { setColours } from '#core/edit/commands/cast';
import { setGap } from '#core/edit/commands/lines';
import type { Resources } from '#core/resources';
import { schedule } from '#core/schedule/schedule';
import { segmentsOf } from '#core/schedule/segments';
import { momentOf } from '#core/stage/evaluate';
import { everSeen } from '#core/stage/inPicture';
import { segmentInputs } from '#core/stage/segmentInputs';
import { inOrder } from '#core/time/order';
import { ticksPerFrame, toTicks } from '#core/time/ticks';

const percent = (share: number): number => Math.round(share * 1000) / 10;

/**
 * How much of a film is made anew after a small change, as percentages of its frames: each gap of the chain 0.2 s longer;
 * each character recoloured, beside the frames in which it may be seen.
 */
export function reuseOf(document: Document, resources: Pick<Resources, 'analysis'>) {
  const film = schedule(document, resources.analysis);
  const frame = ticksPerFrame(film.fps);
  const segments = segmentsOf(film);
  const known = new Set(segments.map((segment) => segmentInputs(film, segment)));
  const anew = (recipe: Recipe): number => {
    const after = schedule(edit(document, 'bench', 'cg_000000000001', recipe).document, resources.analysis);
    const fresh = segmentsOf(after).filter((segment) => !known.has(segmentInputs(after, segment)));
    return percent(fresh.reduce((sum, { fromFrame, toFrame }) => sum + toFrame - fromFrame, 0) / (after.length / frame));
  };
  const gaps = film.scenes.flatMap((scene) =>
    scene.lines.flatMap(({ id, gap, line }) => (gap === undefined || line.pin.to !== 'previous' ? [] : [anew(setGap(scene.id, id, gap + toTicks(0.2)))])),
  );
  const recoloured = inOrder(document.characters).map(([id, { name, colours }]) => {
    let seen = 0;
    for (const scene of film.scenes)
      for (let tick = 0; tick < scene.length; tick += frame)
        if ([...scene.layers.values()].some((staged) => staged.acting?.character.id === id && everSeen([momentOf(document, scene, tick)], staged))) seen++;
    const shades = Object.fromEntries(Object.keys(colours).map((slot) => [slot, '#3a7d44']));
    return { name, anew: anew(setColours(id, shades)), seen: percent(seen / (film.length / frame)) };
  });
  return {
    segments: segments.map(({ fromFrame, toFrame }) => Math.round(((toFrame - fromFrame) / film.fps) * 10) / 10),
    gaps: { each: gaps, mean: Math.round((gaps.reduce((sum, share) => sum + share, 0) / gaps.length) * 10) / 10 },
    recoloured,
  };
}
