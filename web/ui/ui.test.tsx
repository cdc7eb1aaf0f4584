import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { EditableName, ValueField } from './parts.tsx';
import { ribbonPath, toneOf } from './speakers.ts';

afterEach(cleanup);

describe('a name that is changed where it stands', () => {
  it('keeps what is typed with Enter and leaves it with Esc', () => {
    const change = vi.fn();
    render(<EditableName value="Marit" label="Name" onChange={change} />);
    fireEvent.click(screen.getByRole('button'));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Marit the keeper' } });
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'Enter' });
    expect(change).toHaveBeenCalledWith('Marit the keeper');
    fireEvent.click(screen.getByRole('button'));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'x' } });
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'Escape' });
    expect(change).toHaveBeenCalledTimes(1);
  });
  it('never becomes empty', () => {
    const change = vi.fn();
    render(<EditableName value="Tully" label="Name" onChange={change} />);
    fireEvent.click(screen.getByRole('button'));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: '   ' } });
    fireEvent.keyDown(screen.getByLabelText('Name'), { key: 'Enter' });
    expect(change).not.toHaveBeenCalled();
  });
});

describe('a value field', () => {
  it('says what it wants when it cannot read what is typed, and keeps it there', () => {
    render(<ValueField label="Gap" value="0.5 s" onCommit={(text) => text === '1.2'} />);
    const field = screen.getByLabelText(/Gap/) as HTMLInputElement;
    fireEvent.change(field, { target: { value: 'soon' } });
    fireEvent.blur(field);
    expect(screen.getByText(/Write a time/)).toBeTruthy();
    expect(field.value).toBe('soon');
    fireEvent.change(field, { target: { value: '1.2' } });
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(screen.queryByText(/Write a time/)).toBeNull();
  });
  it('steps by arrows, ten with Shift', () => {
    const step = vi.fn();
    render(<ValueField label="Offset" value="0" onCommit={() => true} step={step} />);
    fireEvent.keyDown(screen.getByLabelText('Offset'), { key: 'ArrowUp' });
    fireEvent.keyDown(screen.getByLabelText('Offset'), { key: 'ArrowDown', shiftKey: true });
    expect(step.mock.calls).toEqual([
      [1, false],
      [-1, true],
    ]);
  });
});

describe('speaker colours', () => {
  it('come each with a cut end of their own, so that colour is never alone', () => {
    const cuts = new Set(Array.from({ length: 8 }, (_, n) => ribbonPath(0, 0, 60, 20, toneOf(n + 1).cut)));
    expect(cuts.size).toBe(8);
    expect(toneOf(9)).toEqual(toneOf(1));
  });
});
