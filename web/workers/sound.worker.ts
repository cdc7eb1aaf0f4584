import { ownSamples } from '#core/sound/own/index';

/** Makes our own sounds away from the page, which goes on meanwhile. */
self.onmessage = ({ data }: MessageEvent<{ readonly id: number; readonly source: string }>) => {
  const made = ownSamples(data.source);
  const channels = made?.map((samples) => samples.slice());
  self.postMessage({ id: data.id, channels }, { transfer: channels?.map(({ buffer }) => buffer) ?? [] });
};
