import { Popover as RadixPopover, Tooltip as RadixTooltip } from 'radix-ui';
import { type ButtonHTMLAttributes, type ReactNode, useEffect, useRef, useState } from 'react';
import { ribbonPath, toneOf } from './speakers.ts';

/** The mark: a spine with two ribbon cuts leaving it. */
export const Mark = ({ size = 24 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
    <path d="M4 3h7v26H4z" fill="#0f2b30" />
    <path d="M13 17 24 4h6L17 19z" fill="#ee6114" />
    <path d="m17 18 5-1 8 12h-7l-6-8z" fill="#04585f" />
  </svg>
);

const KINDS = {
  primary: 'bg-act text-white hover:bg-act-hover border border-act disabled:bg-edge disabled:border-edge',
  outline: 'bg-paper text-ink border border-edge hover:bg-bench disabled:text-ink-3',
  quiet: 'bg-transparent text-ink border border-transparent hover:bg-well disabled:text-edge disabled:hover:bg-transparent',
  danger: 'bg-paper text-err border border-err hover:bg-err-soft',
  deep: 'bg-deep-2 text-on-deep border border-deep-line hover:bg-deep-line',
} as const;

export function Button({ kind = 'outline', icon, children, className = '', ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: keyof typeof KINDS; icon?: ReactNode }) {
  return (
    <button
      type="button"
      className={`inline-flex h-[30px] items-center justify-center gap-1.5 rounded-[7px] px-3 text-[13px] font-semibold whitespace-nowrap transition-colors duration-[120ms] ${KINDS[kind]} ${className}`}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
}

/** A button that is only an icon: always with a name and a tooltip. */
export function IconButton({
  label,
  children,
  className = '',
  side = 'bottom',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { label: string; side?: 'top' | 'bottom' | 'left' | 'right' }) {
  return (
    <Tip text={label} side={side}>
      <button
        type="button"
        aria-label={label}
        className={`inline-flex size-7 items-center justify-center rounded-[7px] text-ink-2 transition-colors duration-[120ms] hover:bg-well hover:text-ink disabled:text-line disabled:hover:bg-transparent ${className}`}
        {...rest}
      >
        {children}
      </button>
    </Tip>
  );
}

export const Tip = ({ text, children, side = 'bottom' }: { text: string; children: ReactNode; side?: 'top' | 'bottom' | 'left' | 'right' }) => (
  <RadixTooltip.Root delayDuration={500}>
    <RadixTooltip.Trigger asChild>{children}</RadixTooltip.Trigger>
    <RadixTooltip.Portal>
      <RadixTooltip.Content side={side} sideOffset={6} className="raised z-50 max-w-64 rounded-md bg-ink px-2 py-1 text-[12px] text-paper">
        {text}
      </RadixTooltip.Content>
    </RadixTooltip.Portal>
  </RadixTooltip.Root>
);

/** The speaker's cut, beside a name. */
export const CutTag = ({ colour, width = 12, height = 14, outline = false }: { colour: number | undefined; width?: number; height?: number; outline?: boolean }) => {
  const tone = toneOf(colour);
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} className="shrink-0" aria-hidden="true">
      <path
        d={ribbonPath(outline ? 1 : 0, outline ? 1 : 0, width - (outline ? 2 : 0), height - (outline ? 2 : 0), tone.cut)}
        fill={outline ? 'none' : tone.strong}
        stroke={outline ? tone.strong : 'none'}
        strokeWidth={1.5}
        strokeDasharray={outline ? '3 2' : undefined}
      />
    </svg>
  );
};

/** A name that can be changed where it stands: click or Enter to edit, Enter to keep, Esc to leave as it was. */
export function EditableName({ value, onChange, label, className = '' }: { value: string; onChange: (value: string) => void; label: string; className?: string }) {
  const [editing, setEditing] = useState(false);
  const [draft, setDraft] = useState(value);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (editing) input.current?.select();
  }, [editing]);
  const keep = (): void => {
    setEditing(false);
    if (draft.trim() && draft.trim() !== value) onChange(draft.trim());
  };
  if (!editing)
    return (
      <button
        type="button"
        className={`rounded-sm text-left hover:bg-well ${className}`}
        aria-label={`${label}: ${value}. Change it`}
        onClick={(event) => {
          event.stopPropagation();
          setDraft(value);
          setEditing(true);
        }}
      >
        {value}
      </button>
    );
  return (
    <input
      ref={input}
      aria-label={label}
      value={draft}
      maxLength={120}
      size={Math.max(4, draft.length)}
      className={`rounded-sm border border-edge bg-white px-1 ${className}`}
      onClick={(event) => event.stopPropagation()}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') keep();
        if (event.key === 'Escape') setEditing(false);
      }}
    />
  );
}

/** A field that keeps what is typed until it is left or Enter is pressed; a text that is no value says so. */
export function ValueField({
  label,
  value,
  onCommit,
  step,
  hint,
  className = '',
}: {
  label: string;
  value: string;
  onCommit: (text: string) => boolean;
  step?: (direction: 1 | -1, large: boolean) => void;
  hint?: string;
  className?: string;
}) {
  const [draft, setDraft] = useState<string>();
  const [wrong, setWrong] = useState(false);
  const commit = (): void => {
    if (draft === undefined || draft === value) {
      setDraft(undefined);
      setWrong(false);
      return;
    }
    const ok = onCommit(draft);
    setWrong(!ok);
    if (ok) setDraft(undefined);
  };
  return (
    <label className={`flex flex-col gap-1 text-[12px] text-ink-2 ${className}`}>
      {label}
      <input
        aria-invalid={wrong}
        className={`h-[28px] w-full rounded-[6px] border bg-white px-2 text-[13px] text-ink ${wrong ? 'border-err' : 'border-edge'}`}
        value={draft ?? value}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') {
            setDraft(undefined);
            setWrong(false);
          }
          if (step && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
            event.preventDefault();
            setDraft(undefined);
            step(event.key === 'ArrowUp' ? 1 : -1, event.shiftKey);
          }
        }}
      />
      {wrong && <span className="text-err">{hint ?? 'Write a time such as 0.4 or 1:02.'}</span>}
    </label>
  );
}

export const Popover = RadixPopover;
export const PopoverPanel = ({ children, className = '', ...rest }: RadixPopover.PopoverContentProps) => (
  <RadixPopover.Portal>
    <RadixPopover.Content sideOffset={6} collisionPadding={8} className={`raised z-40 rounded-[10px] border border-line bg-paper p-2 ${className}`} {...rest}>
      {children}
    </RadixPopover.Content>
  </RadixPopover.Portal>
);

/** One sentence and one action where content will be. */
export const Empty = ({ sentence, children }: { sentence: string; children?: ReactNode }) => (
  <div className="flex flex-col items-start gap-2 rounded-[10px] border border-dashed border-edge p-3 text-[13px] text-ink-2">
    <span>{sentence}</span>
    {children}
  </div>
);
