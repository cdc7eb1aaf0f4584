import { useEffect, useRef, useState } from 'react';
import type { Target } from './targets.ts';
import { useTyped } from './useTyped.ts';

interface Props {
  readonly target: Target;
  readonly value: string;
  /** What is shown while nobody types, if it is something else. */
  readonly shown?: string;
  readonly label: string;
  readonly className?: string;
}

/** A name of the production that can be changed where it stands: click or Enter to edit, Enter to keep, Esc to leave as it was. */
export function TypedName({ target, value, shown = value, label, className = '' }: Props) {
  const [editing, setEditing] = useState(false);
  if (editing) return <Field target={target} value={value} label={label} className={className} onDone={() => setEditing(false)} />;
  return (
    <button
      type="button"
      className={`rounded-sm text-left hover:bg-well ${className}`}
      aria-label={`${label}: ${shown}. Change it`}
      onClick={(event) => {
        event.stopPropagation();
        setEditing(true);
      }}
    >
      {shown}
    </button>
  );
}

function Field({ target, value, label, className, onDone }: Props & { onDone: () => void }) {
  const name = useTyped(target, value);
  const input = useRef<HTMLInputElement>(null);
  const left = useRef(false);
  useEffect(() => input.current?.select(), []);
  const leave = (keep: boolean): void => {
    if (left.current) return;
    left.current = true;
    if (keep) name.leave();
    else name.restore();
    onDone();
  };
  return (
    <input
      ref={input}
      aria-label={label}
      value={name.text}
      maxLength={120}
      size={Math.max(4, name.text.length)}
      className={`rounded-sm border border-edge bg-white px-1 ${className}`}
      onClick={(event) => event.stopPropagation()}
      onChange={(event) => name.type(event.target.value)}
      onBlur={() => leave(true)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') leave(true);
        if (event.key === 'Escape') leave(false);
      }}
    />
  );
}
