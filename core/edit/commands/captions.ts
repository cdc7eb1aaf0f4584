import { failure } from '../../document/failure.ts';
import type { CaptionLook, CaptionPlace, CaptionTrack } from '../../document/schema.ts';
import type { Subtitle } from '../../formats/subtitles/cue.ts';
import type { FilmSchedule } from '../../schedule/schedule.ts';
import { orderAtEnd } from '../../time/order.ts';
import { toSeconds } from '../../time/ticks.ts';
import type { Recipe } from '../change.ts';

/** Another track of captions, such as another language: texts by line, so that they move with the lines. */
export const addCaptionTrack =
  (id: string, track: Omit<CaptionTrack, 'order'>): Recipe =>
  (draft) => {
    draft.production.captionTracks ??= {};
    draft.production.captionTracks[id] = { ...track, order: orderAtEnd(draft.production.captionTracks) };
    draft.production.shownCaptions = id;
  };

export const deleteCaptionTrack =
  (id: string): Recipe =>
  (draft) => {
    delete draft.production.captionTracks?.[id];
    if (draft.production.shownCaptions === id) delete draft.production.shownCaptions;
  };

/** Which captions are seen: those of a track, or the words as they are said (null). */
export const showCaptions =
  (id: string | null): Recipe =>
  (draft) => {
    if (id === null) delete draft.production.shownCaptions;
    else if (draft.production.captionTracks?.[id]) draft.production.shownCaptions = id;
    else throw failure('no-captions', 'Those captions are gone. Choose others.');
  };

/** On what captions are written and where they stand, in all scenes. */
export const setCaptionStyle =
  (look: CaptionLook, place: CaptionPlace): Recipe =>
  (draft) => {
    const { production } = draft;
    if (look === 'plate') delete production.captionLook;
    else production.captionLook = look;
    if (place === 'foot') delete production.captionPlace;
    else production.captionPlace = place;
  };

/** Captions in the colours of who speaks, or all alike. */
export const colourCaptions =
  (on: boolean): Recipe =>
  (draft) => {
    if (on) draft.production.captionColours = true;
    else delete draft.production.captionColours;
  };

export const setCaptionText =
  (id: string, line: string, text: string): Recipe =>
  (draft) => {
    const track = draft.production.captionTracks?.[id];
    if (!track) throw failure('no-captions', 'Those captions are gone. Choose others.');
    if (text.trim()) track.lines[line] = text.trim();
    else delete track.lines[line];
  };

/** Texts by line from captions with times: each goes to the line that it lies over most; none is lost. */
export function captionsByLine(film: FilmSchedule, subtitles: readonly Subtitle[]): Record<string, string> {
  const lines = film.scenes.flatMap((scene) =>
    scene.lines.filter(({ line }) => line.kind === 'line').map(({ id, start, end }) => ({ id, start: toSeconds(scene.start + start), end: toSeconds(scene.start + end) })),
  );
  const out: Record<string, string> = {};
  for (const { start, end, text } of subtitles) {
    const near = (line: (typeof lines)[number]): number => {
      const shared = Math.min(end, line.end) - Math.max(start, line.start);
      return shared > 0 ? shared : Math.min(0, shared) - 0.001;
    };
    const [best] = [...lines].sort((a, b) => near(b) - near(a));
    if (!best) continue;
    const flat = text.replace(/\s+/g, ' ').trim();
    out[best.id] = out[best.id] ? `${out[best.id]} ${flat}` : flat;
  }
  return out;
}
