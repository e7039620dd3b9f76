import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Measure } from '../../api/types';
import '../../words';
import { server } from '../../test/setup';
import { saidPair } from './families';
import { Taking } from './Taking';

/** Values in the units of the practice: shown and taken in them, kept in the measure's own. */

afterEach(() => cleanup());

const inches = { of: 'cm', unit: 'in', each: 0.3937007874, decimals: 1 };
const girth = { id: 'calf', name: 'Calf', kind: 'girth', unit: 'cm', tries: 1, shown: inches } as unknown as Measure;

const take = (value: number | null) => {
  const onTake = vi.fn();
  render(<Taking measure={girth} value={value} onTake={onTake} />);
  return { onTake, field: screen.getByLabelText<HTMLInputElement>('Calf') };
};
const write = (field: HTMLInputElement, text: string) => {
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
};

it('shows a value in the unit of the practice, and keeps what is written in its own', async () => {
  const { onTake, field } = take(33.02);
  expect(field.value).toBe('13');
  expect(document.body.textContent).toContain('in');
  write(field, '14,5');
  await waitFor(() => expect(onTake).toHaveBeenCalledWith({ value: 36.83 }));
  expect(saidPair(girth, 33.02, 36.83)).toBe('13 → 14.5 in');
});

it('asks the server what a value with a unit is', async () => {
  const asked: string[] = [];
  server.answer = (request) => {
    asked.push(decodeURIComponent(new URL(request.url).search));
    return Promise.resolve(new Response('{"value":34}', { headers: { 'Content-Type': 'application/json' } }));
  };
  const { onTake, field } = take(null);
  write(field, '34 cm');
  await waitFor(() => expect(onTake).toHaveBeenCalledWith({ value: 34 }));
  expect(asked).toEqual(['?text=34 cm']);
});

it('keeps what cannot be read where it was written, and says what to write instead', async () => {
  const detail = '"13 stone" is no value of Calf. Write a number, in cm or in.';
  server.answer = () =>
    Promise.resolve(
      new Response(JSON.stringify({ detail, code: 'cannot-be-read' }), {
        status: 422,
        headers: { 'Content-Type': 'application/problem+json' },
      }),
    );
  const { onTake, field } = take(33);
  write(field, '13 stone');
  expect((await screen.findByRole('alert')).textContent).toBe(detail);
  expect(field.value).toBe('13 stone');
  expect(onTake).not.toHaveBeenCalled();
});
