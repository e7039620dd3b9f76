import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import '../../../words';
import { hands } from './hands';
import { HandsFree } from './HandsFree';
import { ThreeFields } from './ThreeFields';

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
