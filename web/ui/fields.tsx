import { Check as CheckMark, ChevronDown } from 'lucide-react';
import { Checkbox, Slider as RadixSlider, Select } from 'radix-ui';
import { type ReactNode, useRef, useState } from 'react';

/** One of a few things to choose from; a value of '' is one, too. */
export interface Option {
  readonly value: string;
  readonly label: string;
  readonly disabled?: boolean;
}
export interface OptionGroup {
  readonly label: string;
  readonly options: readonly Option[];
}
type Options = readonly (Option | OptionGroup)[];

const isGroup = (option: Option | OptionGroup): option is OptionGroup => 'options' in option;
/** The primitive keeps '' for nothing chosen. */
const EMPTY = '~';
const inward = (value: string): string => (value === '' ? EMPTY : value);
const outward = (value: string): string => (value === EMPTY ? '' : value);

/** The name of an option, wherever it stands. */
const labelOf = (options: Options, value: string): string | undefined =>
  options.flatMap((option) => (isGroup(option) ? option.options : [option])).find((option) => option.value === value)?.label;

const SIZES = { small: 'h-6 px-1.5 text-[12px]', normal: 'h-[28px] px-2 text-[13px]', large: 'h-[30px] px-2.5 text-[13px]' } as const;

/** In a form, among words that it is part of, and on a dark screen. */
const LOOKS = {
  field: 'border-edge bg-white text-ink hover:border-ink-3',
  words: 'border-transparent bg-transparent text-ink hover:border-edge data-[state=open]:border-edge',
  deep: 'border-deep-line bg-deep-2 text-on-deep hover:border-on-deep-2',
} as const;

const Item = ({ value, label, disabled = false }: Option) => (
  <Select.Item
    value={inward(value)}
    disabled={disabled}
    data-option-value={value}
    className="flex cursor-pointer items-center gap-2 rounded-md py-1.5 pr-7 pl-2.5 text-[13px] text-ink !shadow-none !outline-none select-none data-[disabled]:cursor-default data-[disabled]:text-ink-3 data-[highlighted]:bg-act-soft data-[state=checked]:font-semibold"
  >
    <Select.ItemText>{label}</Select.ItemText>
    <Select.ItemIndicator className="absolute right-2.5">
      <CheckMark size={13} strokeWidth={2.2} className="text-act" />
    </Select.ItemIndicator>
  </Select.Item>
);

/** Chooses one of a list: by pointer, arrow keys, or the first letters of its name. The list is built when it is opened. */
export function Choice({
  label,
  value,
  options,
  onChange,
  size = 'normal',
  look = 'field',
  colour,
  className = '',
  placeholder,
  disabled = false,
}: {
  /** What is chosen, for whoever does not see where it stands. */
  label: string;
  value: string;
  options: Options;
  onChange: (value: string) => void;
  size?: keyof typeof SIZES;
  look?: keyof typeof LOOKS;
  /** Of its words. */
  colour?: string | undefined;
  className?: string;
  placeholder?: string;
  disabled?: boolean;
}) {
  const [open, setOpen] = useState(false);
  const byPointer = useRef(false);
  const change = (next: boolean): void => {
    byPointer.current = false;
    setOpen(next);
  };
  const chosen = labelOf(options, value) ?? placeholder ?? '';
  return (
    <Select.Root value={inward(value)} onValueChange={(next) => onChange(outward(next))} open={open} onOpenChange={change} disabled={disabled}>
      <Select.Trigger
        aria-label={label}
        data-choice={value}
        className={`group/choice inline-flex min-w-0 items-center justify-between gap-1.5 rounded-[6px] border text-left data-[disabled]:text-ink-3 ${SIZES[size]} ${LOOKS[look]} ${className}`}
        style={colour ? { color: colour } : undefined}
        onClick={(event) => event.stopPropagation()}
      >
        <span className="truncate">
          <Select.Value>{chosen}</Select.Value>
        </span>
        <Select.Icon className={`shrink-0 opacity-60 ${look === 'words' ? 'invisible group-hover/choice:visible group-focus-visible/choice:visible' : ''}`}>
          <ChevronDown size={13} strokeWidth={1.8} />
        </Select.Icon>
      </Select.Trigger>
      {open && (
        <Select.Portal>
          <Select.Content
            data-choosing
            position="popper"
            sideOffset={4}
            collisionPadding={8}
            onPointerUp={() => {
              byPointer.current = true;
            }}
            onCloseAutoFocus={(event) => {
              // What was chosen with the pointer does not keep the keyboard: Space then plays.
              if (byPointer.current) event.preventDefault();
            }}
            className="raised z-[60] max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) max-w-[min(28rem,90vw)] overflow-hidden rounded-[9px] border border-line bg-paper p-1"
          >
            <Select.Viewport className="scrolls max-h-80">
              {options.map((option) =>
                isGroup(option) ? (
                  <Select.Group key={option.label}>
                    <Select.Label className="px-2.5 pt-2 pb-1 text-[11.5px] text-ink-3">{option.label}</Select.Label>
                    {option.options.map((one) => (
                      <Item key={one.value} {...one} />
                    ))}
                  </Select.Group>
                ) : (
                  <Item key={option.value} {...option} />
                ),
              )}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      )}
    </Select.Root>
  );
}

/** A choice with its name above it. */
export const NamedChoice = ({ label, ...rest }: Parameters<typeof Choice>[0]) => (
  <div className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
    <span className="truncate">{label}</span>
    <Choice label={label} {...rest} className={`w-full ${rest.className ?? ''}`} />
  </div>
);

/**
 * A value along a line. `onTry` hears of it while it is dragged, `onTake` once it is let go or set by keys: what is tried
 * is no edit yet.
 */
export function Slider({
  label,
  value,
  min,
  max,
  step,
  origin = min,
  ramp,
  onTry,
  onTake,
  className = '',
  text,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  /** The value that the filled part begins at. */
  origin?: number;
  /** A CSS background that shows what each place of the line gives, instead of a filled part. */
  ramp?: string;
  onTry?: (value: number) => void;
  onTake: (value: number) => void;
  className?: string;
  /** The value in words, for screen readers. */
  text?: string;
}) {
  const [draft, setDraft] = useState<number>();
  const shown = Math.min(max, Math.max(min, draft ?? value));
  const share = (v: number): number => ((v - min) / (max - min)) * 100;
  const [from, to] = [Math.min(share(origin), share(shown)), Math.max(share(origin), share(shown))];
  return (
    <RadixSlider.Root
      className={`relative flex w-full cursor-pointer touch-none items-center select-none ${ramp ? 'h-6' : 'h-4'} ${className}`}
      value={[shown]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => {
        if (next === undefined) return;
        setDraft(next);
        onTry?.(next);
      }}
      onValueCommit={([next]) => {
        setDraft(undefined);
        if (next !== undefined) onTake(next);
      }}
    >
      {ramp ? (
        <RadixSlider.Track className="relative h-full grow rounded-[6px]" style={{ background: ramp }} />
      ) : (
        <RadixSlider.Track className="relative h-[3px] grow rounded-full bg-line">
          <span className="absolute h-full rounded-full bg-act" style={{ left: `${from}%`, width: `${to - from}%` }} />
        </RadixSlider.Track>
      )}
      <RadixSlider.Thumb
        aria-label={label}
        aria-valuetext={text}
        className={`block border-act ${ramp ? 'h-8 w-3.5 rounded-[6px] border-[3px] !border-ink [box-shadow:inset_0_0_0_2px_#fff]' : 'size-3.5 rounded-full border-[2.5px] bg-white'}`}
      />
    </RadixSlider.Root>
  );
}

/** A slider with its name, or what its value means, above it. */
export const NamedSlider = ({ label, ...rest }: Parameters<typeof Slider>[0]) => (
  <div className="flex min-w-0 flex-col gap-1 text-[12px] text-ink-2">
    <span className="truncate">{label}</span>
    <Slider label={label} {...rest} />
  </div>
);

/** Yes or no, with its words beside it. */
export const Check = ({ checked, onChange, children, className = '' }: { checked: boolean; onChange: (checked: boolean) => void; children: ReactNode; className?: string }) => (
  // biome-ignore lint/a11y/noLabelWithoutControl: the primitive's button is the control
  <label className={`flex cursor-pointer items-center gap-1.5 ${className}`}>
    <Checkbox.Root
      checked={checked}
      onCheckedChange={(next) => onChange(next === true)}
      className="flex size-[15px] shrink-0 items-center justify-center rounded-[4px] border border-edge bg-white hover:border-ink-3 data-[state=checked]:border-act data-[state=checked]:bg-act"
    >
      <Checkbox.Indicator>
        <CheckMark size={11} strokeWidth={3} className="text-white" />
      </Checkbox.Indicator>
    </Checkbox.Root>
    {children}
  </label>
);
