import { useId, useRef, useState } from 'react';
import { sumOf } from '#core/time/sum';
import { useDrag } from './useDrag.ts';

export interface NumberCellProps {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** How a value is written, and by how much what is typed is divided (100 for per cent). */
  readonly shown: (value: number) => string;
  readonly by?: number;
  readonly disabled?: boolean;
  /** Several things with different values: none is shown. */
  readonly mixed?: boolean;
  /** Shows what it would be, without an edit; undefined: as it was. */
  readonly onTry?: (value: number | undefined) => void;
  readonly onTake: (value: number) => void;
  /** Keys of its own, besides those of a number. Gives whether it did something. */
  readonly onOwnKey?: (key: string) => boolean;
}

/** Pixels of a drag that are one step. */
const STEP_PIXELS = 3;
const exact = (value: number): number => Math.round(value * 1e4) / 1e4;

/**
 * A number with its name before it: typed (sums too), stepped by arrow keys (Shift: ten), dragged left and right by its
 * name. What cannot be says what can, and keeps what was there.
 */
export function NumberCell({ label, value, least, most, step, shown, by = 1, disabled = false, mixed = false, onTry, onTake, onOwnKey }: NumberCellProps) {
  const [draft, setDraft] = useState<string>();
  const [wrong, setWrong] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const hint = useId();
  const within = (next: number): number => exact(Math.min(most, Math.max(least, next)));
  const keep = (): void => {
    if (draft === undefined || draft === shown(value)) {
      setDraft(undefined);
      setWrong(false);
      return;
    }
    const typed = sumOf(draft.replace(/[%°]|\bm$|s$/g, ''));
    const next = typed === undefined ? undefined : exact(typed / by);
    if (next === undefined || next < least - 1e-9 || next > most + 1e-9) return setWrong(true);
    setWrong(false);
    setDraft(undefined);
    onTake(within(next));
  };
  const scrub = useDrag<number>({
    start: () => (disabled ? undefined : value),
    move: (base, { dx, shift }) => onTry?.(within(base + Math.round(dx / STEP_PIXELS) * step * (shift ? 10 : 1))),
    end: (base, { dx, shift }) => onTake(within(base + Math.round(dx / STEP_PIXELS) * step * (shift ? 10 : 1))),
    cancel: () => onTry?.(undefined),
    click: () => input.current?.select(),
  });
  return (
    <div className="min-w-0 flex-1">
      <div
        className={`flex h-[28px] min-w-0 items-center rounded-[6px] border bg-white ${wrong ? 'border-err' : 'border-edge'} ${disabled ? 'bg-bench' : ''} focus-within:border-ink focus-within:shadow-[0_0_0_1px_var(--color-ink),0_0_0_3px_var(--color-lamp)]`}
      >
        <span
          className={`flex h-full shrink-0 items-center pl-2 text-[12px] text-ink-3 select-none ${disabled ? '' : 'cursor-ew-resize'} touch-none`}
          {...scrub}
          aria-hidden="true"
        >
          {label}
        </span>
        <input
          ref={input}
          role="spinbutton"
          aria-label={label}
          aria-valuenow={mixed ? undefined : exact(value * by)}
          aria-valuemin={exact(least * by)}
          aria-valuemax={exact(most * by)}
          aria-valuetext={mixed ? 'different' : shown(value)}
          aria-invalid={wrong}
          aria-describedby={wrong ? hint : undefined}
          disabled={disabled}
          className="h-full w-full min-w-0 bg-transparent pr-2 pl-1 text-right text-[13px] font-[650] text-ink !shadow-none !outline-none"
          value={draft ?? (mixed ? '—' : shown(value))}
          onFocus={(event) => event.target.select()}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === 'Enter') keep();
            else if (event.key === 'Escape') {
              setDraft(undefined);
              setWrong(false);
            } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
              if (event.altKey && onOwnKey?.(event.key)) return event.preventDefault();
              event.preventDefault();
              setDraft(undefined);
              setWrong(false);
              onTake(within(value + (event.key === 'ArrowUp' ? 1 : -1) * step * (event.shiftKey ? 10 : 1)));
            } else if (draft === undefined && onOwnKey?.(event.altKey ? `Alt+${event.key}` : event.key)) event.preventDefault();
            event.stopPropagation();
          }}
        />
      </div>
      {wrong && (
        <span id={hint} className="block pt-0.5 text-[11.5px] text-err">
          {`${label} goes from ${shown(least)} to ${shown(most)}.`}
        </span>
      )}
    </div>
  );
}
