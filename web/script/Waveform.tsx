import { useEffect, useState } from 'react';
import { soundOf } from '../player.ts';

/** Highest level of each of `count` equal stretches of a sound, 0..1; undefined while it is read. */
export function usePeaks(media: string, from: number, length: number, count: number): readonly number[] | undefined {
  const [peaks, setPeaks] = useState<readonly number[]>();
  useEffect(() => {
    let here = true;
    setPeaks(undefined);
    if (!media) return;
    soundOf(media)
      .then((buffer) => {
        if (!here) return;
        const samples = buffer.getChannelData(0);
        const step = Math.max(1, length / count);
        const out: number[] = [];
        for (let n = 0; n < count; n++) {
          let peak = 0;
          const to = Math.min(samples.length, from + Math.round((n + 1) * step));
          // Every third sample shows the same hull at a third of the work.
          for (let at = from + Math.round(n * step); at < to; at += 3) peak = Math.max(peak, Math.abs(samples[at] as number));
          out.push(peak);
        }
        setPeaks(out);
      })
      .catch(() => here && setPeaks([]));
    return () => {
      here = false;
    };
  }, [media, from, length, count]);
  return peaks;
}

/** A sound's hull as bars, loud parts tall; quiet recordings are shown larger so that they can be read. */
export function Waveform({
  media,
  from,
  length,
  width,
  height,
  colour,
  share = 1,
}: {
  media: string;
  from: number;
  length: number;
  width: number;
  height: number;
  colour: string;
  share?: number;
}) {
  const count = Math.floor(width / 3);
  const peaks = usePeaks(media, from, length, count);
  if (!peaks) return <div style={{ width, height }} className="rounded-sm bg-well/60" aria-hidden="true" />;
  const most = Math.max(0.12, ...peaks);
  const bars = peaks
    .map((peak, n) => {
      const tall = Math.max(1.4, (peak / most) * height * 0.94);
      return `M${n * 3 + 1} ${((height - tall) / 2).toFixed(1)}v${tall.toFixed(1)}`;
    })
    .join('');
  return (
    <svg width={width * share} height={height} viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" className="block" aria-hidden="true">
      <path d={bars} stroke={colour} strokeWidth={1.7} strokeLinecap="round" fill="none" />
    </svg>
  );
}
