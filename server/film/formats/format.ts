/** Numbers that every format's encoder needs. */
export interface EncodeSettings {
  readonly width: number;
  readonly height: number;
  readonly fps: number;
  readonly preset: string;
  readonly crf: number;
}

/** An export format: how a segment is encoded from I420 on standard input, and how segments become a film. */
export interface FilmFormat {
  readonly id: string;
  readonly name: string;
  readonly extension: string;
  readonly type: string;
  /** ffmpeg's arguments up to the segment's file. They are part of the segment's key. */
  encode(settings: EncodeSettings): readonly string[];
  /** Arguments that join the listed segments without re-encoding and lay the sound under them, up to the film's file. */
  join(list: string, sound: string): readonly string[];
}

/** Raw frames on standard input. */
export const rawInput = ({ width, height, fps }: EncodeSettings): string[] => [
  '-f',
  'rawvideo',
  '-pix_fmt',
  'yuv420p',
  '-s',
  `${width}x${height}`,
  '-r',
  String(fps),
  '-i',
  'pipe:0',
];

/** Fixed for all segments of all films: the thread count is part of the picture (rendering.md, Parallel work). */
export const ENCODER_THREADS = 2;
