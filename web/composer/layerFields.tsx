import type { ReactNode } from 'react';
import type { PropertyInfo } from '#core/document/properties';
import { ValueField } from '../ui/parts.tsx';
import { useColourBox } from '../ui/useColourBox.ts';

const UNITS: Readonly<Record<PropertyInfo['unit'], { readonly shown: (value: number) => string; readonly read: (text: string) => number }>> = {
  units: plain(1, 0),
  times: plain(1, 2),
  degrees: plain(1, 1),
  share: plain(100, 0, ' %'),
  metres: plain(1, 1),
  dB: plain(1, 1),
};

/** Numbers as they are written in a field: so many times as large, so many digits, with their mark. */
function plain(by: number, digits: number, mark = '') {
  return {
    shown: (value: number): string => `${Number((value * by).toFixed(digits))}${mark}`,
    read: (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(/[%°×\s]/g, '').replace(',', '.')) / by),
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

export function ColourField({ label, value, onTry, onTake }: { label: string; value: string; onTry: (value: string | undefined) => void; onTake: (value: string) => void }) {
  const box = useColourBox(value, onTry, onTake);
  return (
    <label className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
      {label}
      <span className="relative block h-[28px] rounded-[6px] border border-edge" style={{ background: box.value }}>
        <input {...box} aria-label={label} className="absolute inset-0 size-full cursor-pointer opacity-0" />
      </span>
    </label>
  );
}

/** One property: its value at the playhead, and the mark that sets or takes a key there. */
export function Section({ title, closed = false, children }: { title: string; closed?: boolean; children: ReactNode }) {
  return (
    <details open={!closed} className="group border-t border-line px-4 py-2.5">
      <summary className="flex cursor-pointer list-none items-center gap-1.5 text-[13px] font-[680] [&::-webkit-details-marker]:hidden">
        <span className="inline-block text-[10px] text-ink-3 transition-transform group-open:rotate-90">▶</span>
        {title}
      </summary>
      <div className="pt-2">{children}</div>
    </details>
  );
}

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
