import { useState } from 'react';

/** Words of a field that belong to no production yet: they stay in this browser, letter by letter, until they are used. */
export function useKept(key: string): [text: string, setText: (text: string) => void] {
  const [text, setText] = useState(() => localStorage.getItem(key) ?? '');
  return [
    text,
    (value) => {
      setText(value);
      try {
        if (value) localStorage.setItem(key, value);
        else localStorage.removeItem(key);
      } catch {
        // No room in the browser's store: the words are still on the screen.
      }
    },
  ];
}
