import { useSyncExternalStore } from 'react';

const listen = (query: string) => (heard: () => void) => {
  const list = window.matchMedia?.(query);
  list?.addEventListener('change', heard);
  return () => list?.removeEventListener('change', heard);
};

/** Whether the window is at most so many pixels wide. */
export function useAtMost(pixels: number): boolean {
  const query = `(max-width: ${pixels}px)`;
  return useSyncExternalStore(listen(query), () => window.matchMedia?.(query).matches ?? false);
}

/** A phone: one thing at a time. */
export const NARROW = 599;
/** A tablet: panels become sheets. */
export const SHEETS = 1099;
