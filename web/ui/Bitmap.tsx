import { useEffect, useRef } from 'react';

/** Shows an ImageBitmap; a still outline of its size until it is there. */
export function Bitmap({ bitmap, width, height, className = '' }: { bitmap: ImageBitmap | undefined; width: number; height: number; className?: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !bitmap) return;
    element.width = bitmap.width;
    element.height = bitmap.height;
    element.getContext('2d')?.drawImage(bitmap, 0, 0);
  }, [bitmap]);
  // biome-ignore lint/a11y/noAriaHiddenOnFocusable: nothing in it takes the focus
  return <canvas ref={canvas} aria-hidden="true" className={`bg-well ${className}`} style={{ width, height }} />;
}
