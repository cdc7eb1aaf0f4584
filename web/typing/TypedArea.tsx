import type { Target } from './targets.ts';
import { useTyped } from './useTyped.ts';

/** A text of some rows that is kept while it is typed; Esc takes it back to what it was. */
export function TypedArea({
  target,
  value,
  label,
  most,
  className = '',
  words = '',
}: {
  target: Target;
  value: string;
  label: string;
  most: number;
  className?: string;
  words?: string;
}) {
  const typed = useTyped(target, value);
  return (
    <label className={`flex flex-col gap-1 text-[12px] text-ink-2 ${className}`}>
      {label}
      <textarea
        value={typed.text}
        maxLength={most}
        rows={2}
        className={`rounded-[6px] border border-edge bg-white px-2 py-1 text-[15px] text-ink ${words}`}
        onChange={(event) => typed.type(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') typed.restore();
        }}
        onBlur={() => typed.leave()}
      />
    </label>
  );
}
