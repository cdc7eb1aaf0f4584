import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { takesKeys } from '../state/undoKeys.ts';
import { choose, drag, offered, release, slide } from '../testing/fields.ts';
import { Check, Choice, Slider } from './fields.tsx';

afterEach(cleanup);

describe('a choice', () => {
  const OPTIONS = [
    { value: '', label: 'Stand' },
    {
      label: 'Hands',
      options: [
        { value: 'wave', label: 'Wave' },
        { value: 'point', label: 'Point', disabled: true },
      ],
    },
  ];
  const show = (value: string, taken = vi.fn()) => {
    render(<Choice label="Try an action" value={value} options={OPTIONS} onChange={taken} placeholder="of its own" />);
    return taken;
  };
  it('says what is chosen, and what it is when none of its own is', () => {
    show('wave');
    expect(screen.getByRole('combobox', { name: 'Try an action' }).textContent).toBe('Wave');
    cleanup();
    show('bow');
    expect(screen.getByRole('combobox').textContent).toBe('of its own');
  });
  it('offers all, also in groups, and nothing as well', () => {
    const taken = show('wave');
    expect(offered(screen.getByRole('combobox'))).toEqual([
      { value: '', label: 'Stand' },
      { value: 'wave', label: 'Wave' },
      { value: 'point', label: 'Point' },
    ]);
    choose(screen.getByRole('combobox'), '');
    expect(taken).toHaveBeenCalledWith('');
  });
  it('keeps the keys for itself while it has the focus or is open: letters find an option, and are no command of the screen', () => {
    show('wave');
    const field = screen.getByRole('combobox');
    expect(takesKeys(field)).toBe(true);
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(takesKeys(screen.getAllByRole('option')[0] as Element)).toBe(true);
    expect(takesKeys(document.body)).toBe(false);
  });
  it('leaves what cannot be chosen', () => {
    const taken = show('wave');
    choose(screen.getByRole('combobox'), 'point');
    expect(taken).not.toHaveBeenCalled();
  });
});

describe('a slider', () => {
  /** Follows what is tried, as a preview does. */
  function Dial({ onTake, onTry }: { onTake: (value: number) => void; onTry: (value: number) => void }) {
    const [value, setValue] = useState(0.5);
    return (
      <Slider
        label="Age"
        min={0}
        max={1}
        step={0.1}
        value={value}
        onTry={(next) => {
          setValue(next);
          onTry(next);
        }}
        onTake={onTake}
      />
    );
  }
  it('tells what is tried while it is dragged and takes it once when it is let go, though what it shows has followed', () => {
    const [onTake, onTry] = [vi.fn(), vi.fn()];
    render(<Dial onTake={onTake} onTry={onTry} />);
    drag(screen.getByRole('slider'), 0.8);
    expect(onTry).toHaveBeenLastCalledWith(0.8);
    expect(onTake).not.toHaveBeenCalled();
    release(screen.getByRole('slider'));
    expect(onTake.mock.calls).toEqual([[0.8]]);
  });
  it('goes by steps with the arrow keys, and to its ends', () => {
    const onTake = vi.fn();
    render(<Dial onTake={onTake} onTry={() => {}} />);
    const handle = screen.getByRole('slider', { name: 'Age' });
    fireEvent.keyDown(handle, { key: 'ArrowRight' });
    expect(onTake).toHaveBeenLastCalledWith(0.6);
    fireEvent.keyDown(handle, { key: 'End' });
    expect(onTake).toHaveBeenLastCalledWith(1);
  });
  it('takes nothing when it is let go where it stood', () => {
    const onTake = vi.fn();
    render(<Dial onTake={onTake} onTry={() => {}} />);
    slide(screen.getByRole('slider'), 0.5);
    expect(onTake).not.toHaveBeenCalled();
  });
});

describe('a check', () => {
  it('is set by its box and by its words', () => {
    const onChange = vi.fn();
    render(
      <Check checked={false} onChange={onChange}>
        Again and again
      </Check>,
    );
    fireEvent.click(screen.getByRole('checkbox', { name: 'Again and again' }));
    expect(onChange).toHaveBeenLastCalledWith(true);
    fireEvent.click(screen.getByText('Again and again'));
    expect(onChange).toHaveBeenCalledTimes(2);
  });
});
