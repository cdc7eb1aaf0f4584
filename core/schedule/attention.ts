import { restValue } from '../document/properties.ts';
import type { Cue, CueOf, Scene, Target } from '../document/schema.ts';
import { dice, hashText } from '../draw/hash.ts';
import { toTicks } from '../time/ticks.ts';
import { characterLayers, voiceThing } from './casting.ts';
import type { ScheduledLine } from './lines.ts';
import { MOTION } from './motion/figures.ts';
import type { Fixation } from './motion/gaze.ts';
import { restPoint } from './place.ts';
import type { Resolved } from './resolve.ts';

/** A cue with its times in scene ticks. */
export type TimedCue = { readonly id: string; readonly cue: Cue; readonly start: number; readonly end: number };

/** A look that somebody is to take, by itself or `asked` by a cue. */
interface Wish {
  readonly at: number;
  readonly target: Target;
  readonly offset?: readonly [number, number];
  readonly seed: string;
  /** Whom the trunk is turned to meanwhile. */
  readonly address?: Target;
  readonly asked?: true;
}

/** Who or what a layer looks at, from its look cues and, between them, from the conversation. */
export function fixationsOf(
  scene: Scene,
  resolved: Resolved,
  lines: readonly ScheduledLine[],
  own: readonly ScheduledLine[],
  id: string,
  cues: readonly TimedCue[],
  lively: number,
): Fixation[] {
  const others = characterLayers(scene).filter(([other, l]) => other !== id && !l.hidden);
  const wishes: Wish[] = [];
  const companion = others[0]?.[0];
  const viewer: Target = { to: 'viewer' };
  const toLayer = (other: string): Target => ({ to: 'layer', layer: other });
  const first = companion ? toLayer(lines.find((l) => l.layer && l.layer !== id)?.layer ?? companion) : undefined;
  wishes.push({ at: 0, target: first ?? viewer, seed: id, ...(first ? { address: first } : {}) });
  const thing = voiceThing(scene);
  /** Who says a line: a figure, or the thing that a voice from off stage comes from. */
  const sayer = (line: ScheduledLine | undefined): string | undefined => line?.layer ?? (line?.line.kind === 'line' && line.words.length ? thing : undefined);
  for (const line of lines) {
    const name = `${line.id} ${id} look`;
    const seed = dice(hashText(name));
    if (line.layer === id) {
      const before = sayer(lines[line.index - 1]);
      const after = sayer(lines[line.index + 1]);
      const partner = before && before !== id ? before : after && after !== id ? after : companion;
      const length = line.end - line.start;
      if (!partner) {
        // A lone presenter looks at the viewer, with glances away at pauses.
        for (const word of line.words)
          if (/[,;:.?!]$/.test(word.text) && seed.next() < 0.4 && word.end < line.end - toTicks(1)) {
            wishes.push(
              { seed: name, at: word.end, target: viewer, offset: [seed.between(-0.2, 0.2), seed.between(-0.18, 0.05)] },
              { seed: name, at: word.end + toTicks(seed.between(0.5, 0.9)), target: viewer },
            );
          }
        continue;
      }
      const address = toLayer(partner);
      // Away when the turn starts, back when it ends (Kendon 1967); between, partner and viewer in turn.
      if (length > toTicks(1.4)) wishes.push({ seed: name, address, at: line.start - toTicks(0.12), target: viewer, offset: [seed.between(-0.1, 0.1), seed.between(-0.12, 0.06)] });
      let at = line.start + toTicks(seed.between(0.5, 1));
      let partnerNext = seed.next() < 0.7;
      while (at < line.end - toTicks(1)) {
        wishes.push({ seed: name, address, at, target: partnerNext ? toLayer(partner) : viewer, offset: [seed.between(-0.03, 0.03), 0] });
        at += toTicks(seed.between(0.8, 2.6) * (partnerNext ? 0.8 : 1.1));
        partnerNext = !partnerNext || seed.next() < MOTION.speakerLooks * 0.4;
      }
      wishes.push({ seed: name, address, at: Math.max(line.start, line.end - toTicks(0.7)), target: toLayer(partner) });
    } else if (sayer(line)) {
      const speaker = sayer(line) as string;
      if (own.some((o) => o.start <= line.start && o.end > line.start + toTicks(0.5))) continue;
      const from = line.start + toTicks(seed.between(...MOTION.lookAtSpeakerAfter));
      const address = toLayer(speaker);
      wishes.push({ seed: name, address, at: from, target: address });
      for (let at = from + toTicks(seed.between(1.6, 3)); at < line.end - toTicks(1); at += toTicks(seed.between(2, 4))) {
        if (seed.next() < MOTION.listenerLooks) continue;
        wishes.push(
          { seed: name, address, at, target: viewer, offset: [seed.between(-0.12, 0.12), seed.between(0, 0.2)] },
          { seed: name, address, at: at + toTicks(seed.between(0.5, 1)), target: address },
        );
      }
    } else if (line.line.kind === 'line' && line.words.length) {
      // A voice from off stage: a listening look a little up and away.
      wishes.push({ seed: name, at: line.start + toTicks(seed.between(0.2, 0.45)), target: viewer, offset: [seed.between(-0.16, 0.16), -0.14] });
    }
  }
  wishes.sort((a, b) => a.at - b.at);
  const looks = cues.filter((c): c is TimedCue & { cue: CueOf<'look'> } => c.cue.kind === 'look');
  const kept: Wish[] = wishes.filter((wish) => !looks.some((look) => wish.at > look.start - toTicks(0.25) && wish.at < look.end));
  for (const look of looks) {
    kept.push({ seed: look.id, at: look.start, target: look.cue.target, asked: true });
    const resume = wishes.filter((wish) => wish.at <= look.end).at(-1);
    if (resume && look.end < resolved.length - toTicks(0.4)) kept.push({ ...resume, at: look.end });
  }
  kept.sort((a, b) => a.at - b.at);
  const out: Fixation[] = [];
  for (const wish of kept) {
    if (out.length && wish.at - (out.at(-1) as Fixation).at < toTicks(0.3)) continue;
    const { yaw, pitch } = directionTo(scene, id, wish.target, wish.asked);
    // Seeded by what it belongs to, so that a change elsewhere leaves it as it is.
    const order = kept.filter((other) => other.seed === wish.seed).indexOf(wish);
    const chance = dice(hashText(`${wish.seed} ${order}`));
    out.push({
      at: Math.max(0, wish.at),
      yaw: yaw + (wish.offset?.[0] ?? 0),
      pitch: pitch + (wish.offset?.[1] ?? 0),
      headDelay: chance.between(...MOTION.headAfterEyes),
      headSeconds: chance.between(...MOTION.headTurnSeconds) * (1.15 - 0.3 * lively),
      ...(wish.address ? { trunk: directionTo(scene, id, wish.address).yaw } : {}),
    });
  }
  return out;
}

/** Height of a figure's eyes in its own units; layers know no character here, so a person's or the robot's. */
const EYES = 340;
/** What else is looked at has its middle about so high above its foot, in stage units. */
const MIDDLE = 40;

/** Turned so far by the layer (-1..1) somebody stands aside: to look at us takes a look cue. */
const ASIDE = 0.6;
/** What such a one looks at instead: a little before what is beside. */
const BESIDE = 0.12;

/**
 * Yaw and pitch (-1..1) from a figure to a target, along its own facing. Figures stand in one plane: a look sideways
 * stays in three-quarter, but for somebody who is turned there farther. `asked` by a cue, not by itself.
 */
function directionTo(scene: Scene, from: string, target: Target, asked = false): { yaw: number; pitch: number } {
  const own = scene.layers[from];
  const turn = own ? restValue(own, 'turn') : 0;
  if (target.to === 'viewer') return { yaw: !asked && Math.abs(turn) > ASIDE ? turn - Math.sign(turn) * BESIDE : 0, pitch: 0 };
  const other = target.to === 'layer' ? scene.layers[target.layer] : undefined;
  if (!own || (target.to === 'layer' && !other)) return { yaw: 0, pitch: 0 };
  const eyes = restPoint(scene, from, 0, -EYES);
  const foot = target.to === 'layer' ? restPoint(scene, target.layer) : target;
  const to = target.to === 'layer' && other?.kind === 'character' ? restPoint(scene, target.layer, 0, -EYES) : { x: foot.x, y: target.to === 'layer' ? foot.y - MIDDLE : foot.y };
  const dx = (to.x - eyes.x) * (restValue(own, 'scaleX') < 0 ? -1 : 1);
  const dy = to.y - eyes.y;
  const side = Math.sign(dx);
  const near = 0.26 + 0.2 * Math.min(1, Math.abs(dx) / 700);
  const yaw = Math.abs(dx) < 60 ? dx / 400 : side * Math.max(near, turn * side > ASIDE ? turn * side : 0);
  return { yaw, pitch: Math.max(-0.7, Math.min(0.7, dy / Math.max(320, Math.abs(dx)) / 0.9)) };
}
