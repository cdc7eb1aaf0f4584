import { type ChangeEvent, useEffect, useRef, useState } from 'react';

/**
 * What a colour input is given: `onTry` hears of every colour that its dialog passes over (of
 * none when it is left as it was), `onTake` of the one that it is
 * closed with, once: mixing a colour is one edit. `now` may follow what is tried.
 */
export function useColourBox(now: string, onTry: (colour: string | undefined) => void, onTake: (colour: string) => void) {
  const [mixing, setMixing] = useState<string>();
  const box = useRef<HTMLInputElement>(null);
  const before = useRef<string>(undefined);
  const take = useRef<(colour: string | undefined) => void>(() => {});
  take.current = (colour) => {
    const began = before.current;
    before.current = undefined;
    setMixing(undefined);
    if (began === undefined) return;
    if (colour && colour !== began) onTake(colour);
    else onTry(undefined);
  };
  // The browser's own change event comes when its colour dialog is closed; React's comes with every move in it.
  useEffect(() => {
    const input = box.current;
    const closed = (): void => take.current(input?.value);
    input?.addEventListener('change', closed);
    return () => input?.removeEventListener('change', closed);
  }, []);
  return {
    ref: box,
    type: 'color',
    value: mixing ?? now,
    onChange: (event: ChangeEvent<HTMLInputElement>): void => {
      before.current ??= now;
      setMixing(event.currentTarget.value);
      onTry(event.currentTarget.value);
    },
    onBlur: (): void => take.current(mixing),
  } as const;
}
