import { fireEvent, screen } from '@testing-library/react';

/** What the primitives ask of a page and this one does not have: nothing is laid out here. */
Element.prototype.hasPointerCapture ??= () => false;
Element.prototype.setPointerCapture ??= () => {};
Element.prototype.releasePointerCapture ??= () => {};
Element.prototype.scrollIntoView ??= () => {};

/** The values that a field offers, opened by Enter and left by Esc, in their order. */
export function offered(field: HTMLElement): { value: string; label: string }[] {
  fireEvent.keyDown(field, { key: 'Enter' });
  const all = screen.getAllByRole('option').map((option) => ({ value: option.dataset.optionValue as string, label: option.textContent as string }));
  fireEvent.keyDown(screen.getByRole('listbox'), { key: 'Escape' });
  return all;
}

/** Opens a field by Enter and clicks the option of this value. An error if there is none. */
export function choose(field: HTMLElement, value: string): void {
  fireEvent.keyDown(field, { key: 'Enter' });
  const option = screen.getAllByRole('option').find((one) => one.dataset.optionValue === value);
  if (!option) throw new Error(`“${value}” is not offered.`);
  fireEvent.click(option);
}

/** Drags a slider's handle to a value and keeps hold of it: what follows is `release`. */
export function drag(handle: HTMLElement, value: number): void {
  const line = lineOf(handle);
  const [min, max] = [Number(handle.getAttribute('aria-valuemin')), Number(handle.getAttribute('aria-valuemax'))];
  line.getBoundingClientRect = () => ({ left: 0, right: WIDTH, width: WIDTH, top: 0, bottom: 10, height: 10, x: 0, y: 0, toJSON: () => ({}) });
  line.hasPointerCapture = () => true;
  const clientX = ((value - min) / (max - min)) * WIDTH;
  fireEvent.pointerDown(line, { pointerId: 1, clientX, clientY: 5 });
  fireEvent.pointerMove(line, { pointerId: 1, clientX, clientY: 5 });
}
export const release = (handle: HTMLElement): void => void fireEvent.pointerUp(lineOf(handle), { pointerId: 1 });

/** Drags a slider's handle to a value and lets go. */
export function slide(handle: HTMLElement, value: number): void {
  drag(handle, value);
  release(handle);
}

/** What a drop of files brings with it. */
export const dropped = (...files: File[]) => ({
  dataTransfer: { files, types: ['Files'], items: files.map((file) => ({ kind: 'file', type: file.type, getAsFile: () => file })) },
});

/** Long enough that no step of a slider falls between two places of the pointer. */
const WIDTH = 10_000;
const lineOf = (handle: HTMLElement): HTMLElement => handle.parentElement?.parentElement as HTMLElement;
