/** Speaker colours in order of casting, each with its own cut end (design.md, 3): colour is never the only carrier. */
export interface SpeakerTone {
  readonly strong: string;
  /** For lines under 3 px on tint or bench. */
  readonly fine: string;
  readonly mid: string;
  readonly tint: string;
  readonly deep: string;
  readonly cut: Cut;
}

export type Cut = 'slant' | 'swallowtail' | 'round' | 'point' | 'step' | 'square' | 'scallop' | 'notches';

const TONES: readonly SpeakerTone[] = [
  { strong: '#27348c', fine: '#27348c', mid: '#c1cffd', tint: '#dde6fe', deep: '#2a3881', cut: 'slant' },
  { strong: '#ee6114', fine: '#d95505', mid: '#fdc1a9', tint: '#ffded1', deep: '#803108', cut: 'swallowtail' },
  { strong: '#551d44', fine: '#551d44', mid: '#edc3dc', tint: '#f8deed', deep: '#512242', cut: 'round' },
  { strong: '#04706a', fine: '#04706a', mid: '#9ce0d9', tint: '#c8f0eb', deep: '#045954', cut: 'point' },
  { strong: '#834a01', fine: '#834a01', mid: '#f0c9a6', tint: '#f9e1cd', deep: '#6f400a', cut: 'step' },
  { strong: '#1796eb', fine: '#0586d6', mid: '#aad7ff', tint: '#d3e9fe', deep: '#035183', cut: 'square' },
  { strong: '#619858', fine: '#588f50', mid: '#badcb4', tint: '#d9edd5', deep: '#2e5927', cut: 'scallop' },
  { strong: '#d767a3', fine: '#c65793', mid: '#fcbbda', tint: '#ffdbeb', deep: '#7e2658', cut: 'notches' },
];

/** Lanes that belong to nobody. */
export const NEUTRAL: SpeakerTone = { strong: '#6f8586', fine: '#54696c', mid: '#cad7d5', tint: '#dfe9e7', deep: '#3d5559', cut: 'square' };

export const toneOf = (colour: number | undefined): SpeakerTone => (colour === undefined ? NEUTRAL : (TONES[(colour - 1) % TONES.length] as SpeakerTone));
