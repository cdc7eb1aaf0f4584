import type { RawImage } from '#core/paint/paint';

/** Pictures that a worker's painter needs, decoded once from the media store; `onReady` is called as each comes. */
export class Pictures {
  private readonly images = new Map<string, RawImage>();
  private readonly asked = new Set<string>();
  private readonly onReady: () => void;
  constructor(onReady: () => void) {
    this.onReady = onReady;
  }

  /** The decoded picture, or undefined while it is on its way. */
  find = (media: string): RawImage | undefined => {
    const known = this.images.get(media);
    if (!known) void this.want(media);
    return known;
  };

  /** Whether any that was asked for is still on its way. */
  get waiting(): boolean {
    return [...this.asked].some((media) => !this.images.has(media));
  }

  /** Waits until every picture that was asked for is there. */
  async arrived(): Promise<void> {
    for (let patience = 100; this.waiting && patience > 0; patience--) await new Promise((next) => setTimeout(next, 30));
  }

  /** Paints once, and again where a picture was still on its way. */
  async whole<T extends { dispose(): void }>(paint: () => T): Promise<T> {
    const first = paint();
    if (!this.waiting) return first;
    first.dispose();
    await this.arrived();
    return paint();
  }

  private async want(media: string): Promise<void> {
    if (this.asked.has(media)) return;
    this.asked.add(media);
    try {
      const response = await fetch(`/api/media/${media}`);
      const bitmap = await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
      const flat = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', { willReadFrequently: true });
      if (!flat) throw new Error('This browser cannot read pictures. Use a current Chromium, Firefox or Safari.');
      flat.drawImage(bitmap, 0, 0);
      this.images.set(media, flat.getImageData(0, 0, bitmap.width, bitmap.height));
      bitmap.close();
      this.onReady();
    } catch {
      // Asked again with the next frame that needs it.
      this.asked.delete(media);
    }
  }
}
