import type { HTMLAttributes, RefObject } from 'react';
import { useDropzone } from 'react-dropzone';

/**
 * Makes an element a place that files are dropped on: `drop` goes onto it (with its role, which is kept), `over` is true
 * while files hang above it, `element` is it. Whether a file is of use is said by who takes it, in words.
 */
export function useFileDrop<T extends HTMLElement>(role: string, onFiles: (files: File[]) => void, { several = false, enabled = true } = {}) {
  const { getRootProps, isDragActive, rootRef } = useDropzone({
    onDrop: (files) => {
      if (files.length) onFiles(several ? files : files.slice(0, 1));
    },
    disabled: !enabled,
    noClick: true,
    noKeyboard: true,
    noDragEventsBubbling: true,
  });
  return { drop: getRootProps({ role }) as HTMLAttributes<T> & { ref: RefObject<T> }, over: isDragActive, element: rootRef as unknown as RefObject<T | null> };
}
