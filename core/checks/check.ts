import type { Document } from '../document/schema.ts';
import type { SceneSchedule } from '../schedule/schedule.ts';

/** Something that a viewer would notice, and where it is. */
export interface Finding {
  readonly scene: string;
  /** Where to look, ticks of the scene. */
  readonly tick: number;
  readonly line?: string;
  /** What is wrong, as a sentence. */
  readonly text: string;
}

/** One thing that is looked for before a film is made. It reads the schedule and changes nothing. */
export interface Check {
  readonly id: string;
  find(scene: SceneSchedule, document: Document): readonly Finding[];
}

/** “title” of a scene as sentences name it. */
export const titled = ({ scene }: SceneSchedule): string => `“${scene.title}”`;
/** A length in seconds with one decimal. */
export const inSeconds = (ticks: number): string => `${(ticks / 48_000).toFixed(1)} s`;
