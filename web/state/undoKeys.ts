import { useEffect } from 'react';
import { redo, undo } from './production.ts';

const TEXT_INPUT = /^(text|search|url|tel|email|password|number)$/;

/** Whether keys typed there are letters, and Undo is the field's own. */
export const isText = (target: EventTarget | null): boolean => {
  const element = target as HTMLElement | null;
  if (!element?.tagName) return false;
  return element.isContentEditable || element.tagName === 'TEXTAREA' || (element.tagName === 'INPUT' && TEXT_INPUT.test((element as HTMLInputElement).type));
};

/** Whether a key does something of its own there: letters, a choice, a slider. */
export const takesKeys = (target: EventTarget | null): boolean => {
  const element = target as HTMLElement | null;
  return isText(target) || element?.tagName === 'INPUT' || Boolean(element?.closest?.('[role="slider"], [role="combobox"], [data-choosing]'));
};

/** Ctrl+Z and Ctrl+Y on every screen of a production, whatever has the focus except a text with an undo of its own. */
export function useUndoKeys(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || event.altKey || !(event.ctrlKey || event.metaKey) || isText(event.target)) return;
      // A screen on top with steps of its own, such as the review of a recording.
      if (document.querySelector('[data-own-undo]')) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      void (key === 'y' || event.shiftKey ? redo() : undo());
    };
    // Before whatever has the focus: a slider or a list must not keep it for itself.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}

/** A button that was pressed with the pointer does not keep the keyboard: Space then plays. One reached by keys does. */
export function usePointerKeepsNoFocus(): void {
  useEffect(() => {
    const onClick = (event: MouseEvent): void => {
      const button = (event.target as HTMLElement).closest?.('button');
      if (event.detail === 0 || !button) return;
      setTimeout(() => {
        if (document.activeElement === button && !button.closest('[role="dialog"], [role="menu"], [data-keeps-focus]')) button.blur();
      });
    };
    window.addEventListener('click', onClick);
    return () => window.removeEventListener('click', onClick);
  }, []);
}
