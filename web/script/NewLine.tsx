import { useEffect, useState } from 'react';
import type { Document } from '#core/document/schema';
import { CutTag } from '../ui/parts.tsx';
import { toneOf } from '../ui/speakers.ts';
import { useGrowing } from './LineRow.tsx';
import { speakerBeside } from './writing.ts';

/** A line that is being written and is not there yet. */
export interface Pending {
  readonly after: string | null;
  readonly role: string;
}

/** The row in which the next line is written. */
export function NewLine({
  document,
  place,
  focused,
  onRole,
  onBegin,
  onLeave,
  onPaste,
}: {
  document: Document;
  place: Pending;
  focused: boolean;
  onRole: (role: string) => void;
  /** Something was typed; whether it is a line now. */
  onBegin: (text: string) => boolean;
  onLeave: (step: 1 | -1) => void;
  onPaste: (text: string) => void;
}) {
  const [text, setText] = useState('');
  const area = useGrowing(text);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the row may come to stand after another line
  useEffect(() => {
    if (focused) area.current?.focus();
  }, [focused, area, place.after]);
  const role = document.production.roles[place.role];
  const tone = toneOf(role?.colour);
  return (
    <div className="mt-[22px] grid grid-cols-[74px_30px_minmax(0,1fr)_112px] px-2 py-1.5" data-new-line>
      <span />
      <div className="pt-1">
        <CutTag colour={role?.colour} width={18} height={22} outline />
      </div>
      <div className="min-w-0">
        {(focused || text) && (
          <div className="text-[13px] leading-[18px] font-[680]" style={{ color: tone.deep }}>
            {role?.name}
          </div>
        )}
        <textarea
          ref={area}
          aria-label={`The next line, ${role?.name ?? ''}`}
          rows={1}
          value={text}
          placeholder={focused ? 'What is said' : `${role?.name ?? ''}: press Tab to change who speaks`}
          className="block w-full resize-none overflow-hidden border-none bg-transparent p-0 font-serif text-[16.5px] leading-6 outline-none placeholder:text-ink-3 focus:!shadow-none"
          onChange={(event) => {
            const { value } = event.target;
            // A character that is still being composed from several keys stays here until it is done.
            if ((event.nativeEvent as InputEvent).isComposing || !value.trim()) return setText(value);
            setText(onBegin(value) ? '' : value);
          }}
          onCompositionEnd={(event) => {
            const { value } = event.currentTarget;
            setText(value.trim() && onBegin(value) ? '' : value);
          }}
          onPaste={(event) => {
            const pasted = event.clipboardData.getData('text/plain');
            if (!/\n\s*\S/.test(pasted) && !/^\S[^:\n]{0,30}:\s/.test(pasted)) return;
            event.preventDefault();
            setText('');
            onPaste(pasted);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.nativeEvent.isComposing) return;
            if (event.key === 'Enter' && !event.shiftKey) event.preventDefault();
            else if (event.key === 'Tab' && !event.altKey && !event.ctrlKey) {
              event.preventDefault();
              const next = speakerBeside(document, place.role, event.shiftKey ? -1 : 1);
              if (next) onRole(next);
            } else if (event.key === 'Escape') {
              setText('');
              event.currentTarget.value = '';
              event.currentTarget.blur();
              onLeave(1);
            } else if ((event.key === 'ArrowUp' || event.key === 'Backspace') && !text) {
              event.preventDefault();
              onLeave(-1);
            }
          }}
        />
      </div>
      <span />
    </div>
  );
}
