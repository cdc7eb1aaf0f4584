import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useDrag } from './useDrag.ts';
import { type Pinch, usePinch } from './usePinch.ts';

const cancelled = vi.fn();
function Board({ onPinch }: { onPinch: (pinch: Pinch) => void }) {
  const board = useRef<HTMLDivElement>(null);
  usePinch(board, onPinch);
  const drag = useDrag<true>({ start: () => true, move: () => {}, end: () => {}, cancel: cancelled });
  return (
    <div ref={board} data-testid="board">
      <button type="button" {...drag}>
        Thing
      </button>
    </div>
  );
}
afterEach(cleanup);
const touches = (target: Element, ...places: readonly (readonly [number, number])[]) => places.map(([clientX, clientY], identifier) => ({ identifier, target, clientX, clientY }));

describe('two fingers', () => {
  it('tell how much they spread, about their middle, and how far that went', () => {
    const pinch = vi.fn();
    render(<Board onPinch={pinch} />);
    const board = screen.getByTestId('board');
    fireEvent.touchStart(board, { touches: touches(board, [100, 100], [200, 100]) });
    fireEvent.touchMove(board, { touches: touches(board, [80, 110], [240, 110]) });
    expect(pinch).toHaveBeenCalledWith({ factor: 1.6, x: 160, y: 110, dx: 10, dy: 10 });
    fireEvent.touchMove(board, { touches: touches(board, [120, 110], [200, 110]) });
    expect(pinch.mock.lastCall?.[0].factor).toBe(0.5);
  });
  it('are none once one has left, until there are two again', () => {
    const pinch = vi.fn();
    render(<Board onPinch={pinch} />);
    const board = screen.getByTestId('board');
    fireEvent.touchStart(board, { touches: touches(board, [100, 100]) });
    fireEvent.touchMove(board, { touches: touches(board, [180, 100]) });
    fireEvent.touchStart(board, { touches: touches(board, [100, 100], [200, 100]) });
    fireEvent.touchEnd(board, { touches: touches(board, [100, 100]) });
    fireEvent.touchMove(board, { touches: touches(board, [140, 100]) });
    expect(pinch).not.toHaveBeenCalled();
  });
  it('give up what the first of them had begun to drag', () => {
    render(<Board onPinch={() => {}} />);
    const thing = screen.getByRole('button');
    fireEvent(thing, Object.assign(new MouseEvent('pointerdown', { bubbles: true, button: 0 }), { pointerId: 1 }));
    fireEvent.touchStart(thing, { touches: touches(thing, [100, 100], [200, 100]) });
    expect(cancelled).toHaveBeenCalledOnce();
  });
});
