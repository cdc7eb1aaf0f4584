import { laneOfCue } from '#core/edit/commands/bars';
import type { Bar } from './CueBar.tsx';
import type { PlacedScene } from './film.ts';

const NO_BARS: readonly Bar[] = [];

/** The cues of one lane in time: the same list as long as nothing on that lane moved. */
export const barsIn = (scene: PlacedScene, kind: string, layer: string | undefined): readonly Bar[] => barsOf(scene).get(`${kind} ${layer ?? ''}`) ?? NO_BARS;

const barsMemo = new WeakMap<PlacedScene, ReadonlyMap<string, readonly Bar[]>>();
/** Bars as they were last, by scene: a lane in which nothing moved keeps its list. */
const lastBars = new Map<string, ReadonlyMap<string, readonly Bar[]>>();
const sameBars = (a: readonly Bar[], b: readonly Bar[]): boolean =>
  a.length === b.length &&
  a.every((bar, index) => {
    const other = b[index] as Bar;
    return bar.cue === other.cue && bar.start === other.start && bar.end === other.end;
  });

/** All cues of a scene by lane, in time: gone through once, not once a lane. A shot holds until the next one. */
function barsOf(scene: PlacedScene): ReadonlyMap<string, readonly Bar[]> {
  const known = barsMemo.get(scene);
  if (known) return known;
  const lanes = new Map<string, Bar[]>();
  for (const [id, cue] of Object.entries(scene.scene.cues)) {
    const times = scene.resolved.cues.get(id);
    if (!times || cue.kind === 'camera') continue;
    const key = laneOfCue(cue);
    const list = lanes.get(key);
    if (list) list.push({ id, cue, ...times });
    else lanes.set(key, [{ id, cue, ...times }]);
  }
  for (const list of lanes.values()) list.sort((a, b) => a.start - b.start);
  lanes.set(
    'camera ',
    scene.shots.map(({ id, cue, start, end }) => ({ id, cue, start, end })),
  );
  const before = lastBars.get(scene.id);
  const made = new Map<string, readonly Bar[]>(
    [...lanes].map(([key, list]) => [key, before?.get(key) && sameBars(before.get(key) as readonly Bar[], list) ? (before.get(key) as readonly Bar[]) : list]),
  );
  barsMemo.set(scene, made);
  lastBars.set(scene.id, made);
  return made;
}
