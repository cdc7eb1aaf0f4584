/** The members of a 2D context that the painter uses: HTML, offscreen and Node canvases all have them. */
export interface Context2D {
  fillStyle: unknown;
  globalAlpha: number;
  globalCompositeOperation: string;
  filter: string;
  beginPath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void;
  closePath(): void;
  fill(rule?: 'nonzero' | 'evenodd'): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  drawImage(image: never, ...numbers: number[]): void;
  getImageData(x: number, y: number, width: number, height: number): { readonly data: Uint8ClampedArray };
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): { addColorStop(at: number, colour: string): void };
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): { addColorStop(at: number, colour: string): void };
}

export interface Surface {
  /** What drawImage takes. */
  readonly canvas: unknown;
  readonly context: Context2D;
  readonly width: number;
  readonly height: number;
}

/** Makes canvases and finds decoded pictures; one stands in server/, one in web/. */
export interface PaintHost {
  surface(width: number, height: number): Surface;
  /** The decoded working copy of a picture, or undefined while it is being read. */
  image(media: string): { readonly source: unknown; readonly width: number; readonly height: number } | undefined;
}
