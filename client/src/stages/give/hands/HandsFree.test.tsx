import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import '../../../words';
import { hands, setHands } from './hands';
import { HandsFree } from './HandsFree';
import { ThreeFields } from './ThreeFields';
import { usePedals } from './usePedals';

afterEach(() => {
  cleanup();
  localStorage.removeItem('lantern-hands');
});

it('learns a pedal by its press, and never one press for two things', () => {
  render(<HandsFree show onDone={() => undefined} />);
  fireEvent.click(screen.getByRole('button', { name: 'Learn the pedal for Next' }));
  expect(screen.getByText('press it now')).toBeTruthy();
  fireEvent.keyDown(window, { key: 'PageDown' });
  expect(hands().keys).toEqual({ next: 'PageDown' });
  fireEvent.click(screen.getByRole('button', { name: 'Learn the pedal for Stop' }));
  fireEvent.keyDown(window, { key: 'PageDown' });
  expect(screen.getByText(/That one is “Next” already/)).toBeTruthy();
  expect(hands().keys).toEqual({ next: 'PageDown' });
  fireEvent.click(screen.getByRole('button', { name: 'Forget the pedal for Next' }));
  expect(hands().keys.next).toBeUndefined();
});

it('takes a pedal before any other key, and leaves letters to whoever writes them', () => {
  setHands({ keys: { next: 'b', stop: 'F9' } });
  const told = vi.fn();
  const other = vi.fn();
  const Stage = () => {
    usePedals(told, false);
    return <textarea aria-label="words" />;
  };
  render(<Stage />);
  window.addEventListener('keydown', other);
  fireEvent.keyDown(document.body, { key: 'b' });
  expect(told.mock.calls).toEqual([['next']]);
  expect(other).not.toHaveBeenCalled();
  fireEvent.keyDown(screen.getByLabelText('words'), { key: 'b' });
  fireEvent.keyDown(document.body, { key: 'x' });
  expect(told).toHaveBeenCalledTimes(1);
  expect(other).toHaveBeenCalledTimes(2);
  window.removeEventListener('keydown', other);
});

it('takes an elbow that means it and not a sheet that brushes by', () => {
  const pressed = vi.fn();
  render(
    <ThreeFields
      label="fields"
      names={{ note: 'Note', next: 'Next', stop: 'Stop' }}
      choosing={false}
      onPedal={pressed}
    />,
  );
  const next = screen.getByRole('button', { name: 'Next' });
  const touch = (from: { at: number; x: number }, to: { at: number; x: number }, up = next) => {
    const send = (type: string, p: { at: number; x: number }, on: HTMLElement) => {
      const e = new MouseEvent(type, { bubbles: true, clientX: p.x, clientY: 5 });
      Object.defineProperty(e, 'timeStamp', { value: p.at });
      fireEvent(on, e);
    };
    send('pointerdown', from, next);
    send('pointerup', to, up);
  };
  touch({ at: 100, x: 10 }, { at: 400, x: 14 });
  expect(pressed.mock.calls).toEqual([['next']]);
  touch({ at: 1000, x: 10 }, { at: 1010, x: 10 });
  touch({ at: 2000, x: 10 }, { at: 2300, x: 300 });
  touch({ at: 3000, x: 10 }, { at: 3300, x: 12 }, screen.getByRole('button', { name: 'Stop' }));
  touch({ at: 4000, x: 10 }, { at: 9000, x: 10 });
  expect(pressed).toHaveBeenCalledTimes(1);
});
