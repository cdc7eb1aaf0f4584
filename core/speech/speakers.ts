import { CEPSTRA, FRAME_OFFSET_SECONDS, RATE } from './features.ts';
import type { AcousticModel } from './model.ts';
import { isVowel } from './phones.ts';
import { DENSITIES, Scorer, STATES, STREAMS } from './senones.ts';
import { pitchAt } from './stress.ts';

/** Static cepstra that tell who speaks: c1 to c12. */
const DIMS = 12;
/** Within-speaker deviation of each, measured on real recordings (speech.md, step 9). */
const DEVIATIONS = [2.2, 3.2, 3.6, 3.4, 5, 4.4, 5, 5.3, 6, 4.6, 4.3, 4];
const ACOUSTIC_SCALE = 0.3;
const PITCH_WEIGHT = 0.3;
const PITCH_DEVIATION = 0.12;
const PITCH_MOST = 16;
/** Voiced frames below which an utterance is too short to found a cluster, at which it counts in full, and of a cluster that stays. */
const FOUNDING = 80;
const CAPPED = 200;
const LEAST_CLUSTER = 60;
/**
 * Clusters farther apart than this are other people: without noise, and where speech stands no more than LOUD_NOISE over
 * it, which makes voices alike (dB; tuned on the tuning half of `kipzo bench speech`).
 */
const STOP = 2.5;
const STOP_IN_NOISE = 1.9;
const LOUD_NOISE = 13;
const NO_NOISE = 35;
/** What a change of speaker costs a short utterance. */
const CHANGE = 0.3;

/** Frames of 10 ms from one that is looked at to the next. */
const STEP = 3;

const VOICED = (phone: string): boolean => isVowel(phone) || ['M', 'N', 'NG', 'L', 'R', 'W', 'Y'].includes(phone);

export interface SpokenBy {
  /** 0, 1, … by first appearance. */
  readonly speaker: number;
  /** How much nearer it is to its own speaker than to the next one: 0 in doubt .. 1 sure. */
  readonly confidence: number;
}

interface Vector {
  readonly mean: Float64Array;
  readonly pitch: number | undefined;
  readonly frames: number;
}

const means = new WeakMap<AcousticModel, Map<number, Float64Array>>();
/** Mean static cepstra of a phone's mixture, over its states. */
function mixtureMean(model: AcousticModel, phone: number): Float64Array {
  let known = means.get(model);
  if (!known) means.set(model, (known = new Map()));
  let mean = known.get(phone);
  if (!mean) {
    mean = new Float64Array(CEPSTRA);
    let total = 0;
    for (let state = 0; state < STATES; state++)
      for (let d = 0; d < DENSITIES; d++) {
        const weight = Math.exp(model.weights[((phone * STATES + state) * STREAMS + 0) * DENSITIES + d] as number);
        total += weight;
        for (let k = 0; k < CEPSTRA; k++) mean[k] = (mean[k] as number) + weight * (model.means[(phone * STREAMS * CEPSTRA + k) * DENSITIES + d] as number);
      }
    for (let k = 0; k < CEPSTRA; k++) mean[k] = (mean[k] as number) / total;
    known.set(phone, mean);
  }
  return mean;
}

/** What one frame tells of who speaks. */
interface VoicedFrame {
  readonly t: number;
  readonly pitch: number;
  /** Posterior-weighted deviation from what is said, a value for each of DIMS. */
  readonly from: Float64Array;
}

/** The voiced frames of one recording, each looked at once. */
export class Voices {
  private readonly known = new Map<number, VoicedFrame | undefined>();
  private readonly scorer: Scorer;
  private readonly voiced: readonly number[];
  private readonly model: AcousticModel;
  private readonly features: Float32Array;
  private readonly samples: Float32Array;
  readonly frames: number;
  /** Decibels by which speech stands over the noise. */
  readonly overNoise: number;

  /** `features` are those of the whole recording (one cepstral mean for all); 16 kHz samples. */
  constructor(model: AcousticModel, features: Float32Array, frames: number, samples: Float32Array, overNoise: number) {
    this.overNoise = overNoise;
    this.model = model;
    this.features = features;
    this.frames = frames;
    this.samples = samples;
    this.scorer = new Scorer(model, features);
    this.voiced = model.phones.flatMap((name, index) => (VOICED(name) ? [index] : []));
  }

  /** Voiced frames from one time to another (seconds), one in STEP: as much as all of them tell. */
  between(from: number, to: number): VoicedFrame[] {
    const first = Math.max(0, Math.round((from - FRAME_OFFSET_SECONDS) * 100));
    const last = Math.min(this.frames, Math.round((to - FRAME_OFFSET_SECONDS) * 100));
    const out: VoicedFrame[] = [];
    for (let t = Math.ceil(first / STEP) * STEP; t < last; t += STEP) {
      if (!this.known.has(t)) this.known.set(t, this.look(t));
      const frame = this.known.get(t);
      if (frame) out.push(frame);
    }
    return out;
  }

  /** What has no pitch has no voice. */
  private look(t: number): VoicedFrame | undefined {
    const pitch = pitchAt(this.samples, RATE, t * 0.01 + FRAME_OFFSET_SECONDS);
    if (!pitch) return undefined;
    this.scorer.at(t);
    let top = Number.NEGATIVE_INFINITY;
    const own = this.voiced.map((phone) => this.scorer.score(phone, 1) * ACOUSTIC_SCALE);
    for (const value of own) if (value > top) top = value;
    let all = 0;
    for (const value of own) all += Math.exp(value - top);
    const from = new Float64Array(DIMS);
    this.voiced.forEach((phone, n) => {
      const posterior = Math.exp((own[n] as number) - top) / all;
      if (posterior < 0.01) return;
      const typical = mixtureMean(this.model, phone);
      for (let k = 0; k < DIMS; k++) from[k] = (from[k] as number) + posterior * ((this.features[t * CEPSTRA * STREAMS + k + 1] as number) - (typical[k + 1] as number));
    });
    return { t, pitch: Math.log(pitch), from };
  }
}

/** One vector of many frames: what is said is taken out, who says it stays (speech.md, step 9). */
function vectorOf(frames: readonly VoicedFrame[]): Vector {
  const mean = new Float64Array(DIMS);
  for (const { from } of frames) for (let k = 0; k < DIMS; k++) mean[k] = (mean[k] as number) + (from[k] as number);
  for (let k = 0; k < DIMS; k++) mean[k] = (mean[k] as number) / Math.max(1e-9, frames.length);
  const pitches = frames.map(({ pitch }) => pitch).sort((a, b) => a - b);
  return { mean, pitch: pitches.length > 4 ? pitches[pitches.length >> 1] : undefined, frames: frames.length * STEP };
}

/** Voiced frames on each side below which nothing is said of who speaks. */
const LEAST_HEARD = 24;
/** Seconds on each side of a moment that are compared, and the least that somebody speaks. */
const SIDE = 1.2;
const LEAST_TURN = 0.5;
/** Voices on the two sides of a moment farther apart than this (squared distance) are two people: 4 and 5 alike part the tuning half of `kipzo bench speech` rightly. */
const CHANGED = 4.5;

/**
 * Moments of a stretch of sound (seconds) at which another voice goes on, without a pause or over the last words of the
 * one before: where what lies before and after is farther apart than one voice is from itself.
 */
export function changesWithin(voices: Voices, from: number, to: number): number[] {
  const frames = voices.between(from, to);
  const moments: { at: number; apart: number }[] = [];
  for (let at = from + LEAST_TURN; at <= to - LEAST_TURN; at += 0.06) {
    const time = (frame: VoicedFrame): number => frame.t * 0.01 + FRAME_OFFSET_SECONDS;
    const before = frames.filter((frame) => time(frame) < at && time(frame) >= at - SIDE);
    const after = frames.filter((frame) => time(frame) >= at && time(frame) < at + SIDE);
    if (Math.min(before.length, after.length) * STEP < LEAST_HEARD) continue;
    moments.push({ at, apart: distance(vectorOf(before), vectorOf(after), true) });
  }
  const out: number[] = [];
  for (const { at } of moments.filter(({ apart }) => apart > CHANGED).sort((a, b) => b.apart - a.apart)) if (out.every((other) => Math.abs(other - at) > SIDE / 2)) out.push(at);
  return out.sort((a, b) => a - b);
}

/** Squared distance of two vectors; `counted` lets short ones be farther apart before they are told apart. */
function distance(a: Vector, b: Vector, counted: boolean): number {
  let sum = 0;
  for (let k = 0; k < DIMS; k++) sum += (((a.mean[k] as number) - (b.mean[k] as number)) / (DEVIATIONS[k] as number)) ** 2;
  const noise = counted ? 1 + 25 * (1 / Math.max(1, a.frames) + 1 / Math.max(1, b.frames)) : 1;
  const pitch = a.pitch !== undefined && b.pitch !== undefined ? PITCH_WEIGHT * Math.min(PITCH_MOST, ((a.pitch - b.pitch) / PITCH_DEVIATION) ** 2) : 0;
  return sum / DIMS / noise + pitch;
}

interface Cluster {
  readonly members: readonly number[];
  readonly centre: Vector;
  /** Frames, each utterance capped. */
  readonly weight: number;
}

function merged(a: Cluster, b: Cluster): Cluster {
  const weight = a.weight + b.weight;
  const mean = new Float64Array(DIMS);
  for (let k = 0; k < DIMS; k++) mean[k] = ((a.centre.mean[k] as number) * a.weight + (b.centre.mean[k] as number) * b.weight) / weight;
  const pitch = a.centre.pitch === undefined ? b.centre.pitch : b.centre.pitch === undefined ? a.centre.pitch : (a.centre.pitch * a.weight + b.centre.pitch * b.weight) / weight;
  return { members: [...a.members, ...b.members], centre: { mean, pitch, frames: weight }, weight };
}

/** Ward's linkage on distances of centroids. */
const linkage = (a: Cluster, b: Cluster): number => Math.sqrt(distance(a.centre, b.centre, false)) * Math.sqrt((2 * a.weight * b.weight) / (a.weight + b.weight) / 150);

/**
 * Who speaks each utterance of one recording, told apart by voice; times in seconds. With `count` exactly so many are
 * told apart, as far as there are utterances long enough. Sources: Ward 1963; the vectors and their figures are
 * speech.md's, step 9.
 */
export function speakersOf(voices: Voices, utterances: readonly { readonly start: number; readonly end: number }[], count?: number): SpokenBy[] {
  const vectors = utterances.map(({ start, end }) => vectorOf(voices.between(start, end)));
  const single = (index: number): Cluster => {
    const centre = vectors[index] as Vector;
    return { members: [index], centre, weight: Math.max(1, Math.min(CAPPED, centre.frames)) };
  };
  let founders = vectors.flatMap(({ frames: n }, index) => (n >= FOUNDING ? [index] : []));
  // A recording of short utterances alone is clustered by the longest of them.
  if (founders.length < Math.max(2, count ?? 2))
    founders = vectors
      .map(({ frames: n }, index) => ({ n, index }))
      .filter(({ n }) => n > 12)
      .sort((a, b) => b.n - a.n)
      .slice(0, Math.max(founders.length, (count ?? 2) * 3))
      .map(({ index }) => index);
  const stop = STOP_IN_NOISE + (STOP - STOP_IN_NOISE) * Math.max(0, Math.min(1, (voices.overNoise - LOUD_NOISE) / (NO_NOISE - LOUD_NOISE)));
  let clusters = founders.map(single);
  while (clusters.length > Math.max(1, count ?? 1)) {
    let best = { cost: Number.POSITIVE_INFINITY, a: 0, b: 1 };
    for (let a = 0; a < clusters.length; a++)
      for (let b = a + 1; b < clusters.length; b++) {
        const cost = linkage(clusters[a] as Cluster, clusters[b] as Cluster);
        if (cost < best.cost) best = { cost, a, b };
      }
    if (count === undefined && best.cost > stop) break;
    const joined = merged(clusters[best.a] as Cluster, clusters[best.b] as Cluster);
    clusters = clusters.filter((_, index) => index !== best.a && index !== best.b);
    clusters.push(joined);
  }
  if (count === undefined && clusters.length > 1) {
    const kept = clusters.filter(({ weight }) => weight >= LEAST_CLUSTER);
    if (kept.length) clusters = kept;
  }
  if (!clusters.length || vectors.every(({ frames: n }) => n === 0)) return utterances.map(() => ({ speaker: 0, confidence: 0 }));
  const owner = new Map(clusters.flatMap(({ members }, index) => members.map((member) => [member, index] as const)));
  const given: { cluster: number; confidence: number }[] = [];
  vectors.forEach((vector, index) => {
    const ways = clusters.map(({ centre }) => Math.sqrt(distance(vector, centre, true)));
    const before = given.at(-1)?.cluster;
    const cost = ways.map((way, cluster) => way + (before !== undefined && cluster !== before && vector.frames < FOUNDING ? CHANGE : 0));
    const cluster = owner.get(index) ?? cost.indexOf(Math.min(...cost));
    const own = ways[cluster] as number;
    const next = Math.min(...ways.filter((_, other) => other !== cluster), Number.POSITIVE_INFINITY);
    const sure = Number.isFinite(next) ? (next - own) / (next + own + 1e-9) : 1;
    given.push({ cluster, confidence: Math.max(0, Math.min(1, sure * 2 * Math.min(1, vector.frames / FOUNDING + 0.25))) });
  });
  const names = new Map<number, number>();
  return given.map(({ cluster, confidence }) => {
    let speaker = names.get(cluster);
    if (speaker === undefined) names.set(cluster, (speaker = names.size));
    return { speaker, confidence: Math.round(confidence * 100) / 100 };
  });
}
