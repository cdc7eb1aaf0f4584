import type { ReactNode } from 'react';
import type { PropertyInfo } from '#core/document/properties';
import { ValueField } from '../ui/parts.tsx';
import { useColourBox } from '../ui/useColourBox.ts';

export const UNITS: Readonly<Record<PropertyInfo['unit'], { readonly by: number; readonly shown: (value: number) => string; readonly read: (text: string) => number }>> = {
  units: plain(1, 0),
  times: plain(1, 2),
  degrees: plain(1, 1, '°'),
  share: plain(100, 0, ' %'),
  metres: plain(1, 1, ' m'),
  dB: plain(1, 1, ' dB'),
};

/** Numbers as they are written in a field: so many times as large, so many digits, with their mark. */
function plain(by: number, digits: number, mark = '') {
  return {
    by,
    shown: (value: number): string => `${Number((value * by).toFixed(digits))}${mark}`,
    read: (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(/[%°×\s]|dB|m$/g, '').replace(',', '.')) / by),
  };
}

export function NumberField({
  label,
  unit,
  value,
  least,
  most,
  step,
  onTake,
}: {
  label: string;
  unit: PropertyInfo['unit'];
  value: number;
  least: number;
  most: number;
  step: number;
  onTake: (value: number) => void;
}) {
  const { shown, read } = UNITS[unit];
  const take = (next: number): void => onTake(Math.min(most, Math.max(least, Math.round(next * 1e4) / 1e4)));
  return (
    <ValueField
      label={label}
      value={shown(value)}
      hint={`Write a number from ${shown(least)} to ${shown(most)}.`}
      onCommit={(text) => {
        const next = read(text);
        if (!Number.isFinite(next) || next < least || next > most) return false;
        take(next);
        return true;
      }}
      step={(direction, large) => take(value + direction * step * (large ? 10 : 1))}
    />
  );
}

export function ColourField({
  label,
  value,
  inline = false,
  onTry,
  onTake,
}: {
  label: string;
  value: string;
  /** Its name stands before it, as a number's does. */
  inline?: boolean;
  onTry: (value: string | undefined) => void;
  onTake: (value: string) => void;
}) {
  const box = useColourBox(value, onTry, onTake);
  if (inline)
    return (
      <label className="relative flex h-[28px] min-w-0 flex-1 items-center gap-2 rounded-[6px] border border-edge bg-white pr-1 pl-2 text-[12px] text-ink-3">
        <span className="min-w-0 flex-1 truncate">{label}</span>
        <span className="h-5 w-9 shrink-0 rounded-[4px] border border-line" style={{ background: box.value }} />
        <input {...box} aria-label={label} className="absolute inset-0 size-full cursor-pointer opacity-0" />
      </label>
    );
  return (
    <label className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
      {label}
      <span className="relative block h-[28px] rounded-[6px] border border-edge" style={{ background: box.value }}>
        <input {...box} aria-label={label} className="absolute inset-0 size-full cursor-pointer opacity-0" />
      </span>
    </label>
  );
}

/** Sections that were folded or opened by hand stay so, by kind. */
const folded = new Map<string, boolean>();

/** A part of the inspector that can be folded; `actions` stand at its right. */
export function Section({ title, closed = false, of = '', actions, children }: { title: string; closed?: boolean; of?: string; actions?: ReactNode; children: ReactNode }) {
  const key = `${of} ${title}`;
  return (
    <details
      open={folded.get(key) ?? !closed}
      className="group relative border-t border-line px-3.5 py-2"
      onToggle={(event) => {
        const { open } = event.currentTarget;
        if (open === closed || folded.has(key)) folded.set(key, open);
      }}
    >
      <summary className="flex h-6 cursor-pointer list-none items-center gap-1.5 text-[13px] font-[680] [&::-webkit-details-marker]:hidden">
        <span className="inline-block text-[9px] text-ink-3 transition-transform group-open:rotate-90" aria-hidden="true">
          ▶
        </span>
        {title}
      </summary>
      {actions && <span className="absolute top-2 right-3.5 flex h-6 items-center gap-3">{actions}</span>}
      <div className="pt-1.5">{children}</div>
    </details>
  );
}

/** Something to do, said in words, beside the title of its section. */
export const Saying = ({ onClick, children }: { onClick: () => void; children: ReactNode }) => (
  <button type="button" className="rounded-sm text-[12px] font-[650] text-act hover:underline" onClick={onClick}>
    {children}
  </button>
);

export const SmallButton = ({ onClick, disabled = false, children }: { onClick: () => void; disabled?: boolean; children: ReactNode }) => (
  <button
    type="button"
    disabled={disabled}
    className="h-6 rounded-[6px] border border-edge bg-paper px-2 text-[12px] hover:bg-bench disabled:border-line disabled:text-ink-3"
    onClick={onClick}
  >
    {children}
  </button>
);
