import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Problem } from '../api/http';
import type { Measure, Plan } from '../api/types';
import { LeavingField } from '../ui/fields';
import { SendForm } from '../ui/SendForm';
import '../words';
import { blockName } from './blockName';
import { OutcomeSign } from './OutcomeSign';
import { Taking } from './measures/Taking';
import { SavedText } from './SavedText';

afterEach(cleanup);

describe('a text that saves itself', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('saves once when typing pauses, with the last words', () => {
    const save = vi.fn();
    render(<SavedText id="t" label="Words" value="" save={save} />);
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'Hea' } });
    act(() => void vi.advanceTimersByTime(500));
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'Heavy' } });
    act(() => void vi.advanceTimersByTime(5000));
    expect(save.mock.calls).toEqual([['Heavy']]);
  });

  it('saves what is pending when the page is left', () => {
    const save = vi.fn();
    const { unmount } = render(<SavedText id="t" label="Words" value="" save={save} />);
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'Heavy' } });
    unmount();
    expect(save.mock.calls).toEqual([['Heavy']]);
  });

  it('never replaces what is being typed with what comes back', () => {
    const { rerender } = render(<SavedText id="t" label="Words" value="old" save={vi.fn()} />);
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'mine' } });
    rerender(<SavedText id="t" label="Words" value="theirs" save={vi.fn()} />);
    expect((screen.getByLabelText('Words') as HTMLTextAreaElement).value).toBe('mine');
  });
});

it('a field saves when it is left changed, and only then', () => {
  const leave = vi.fn();
  render(<LeavingField id="f" label="Stature" value="170" onLeave={leave} />);
  fireEvent.blur(screen.getByLabelText('Stature'));
  fireEvent.change(screen.getByLabelText('Stature'), { target: { value: '171' } });
  fireEvent.blur(screen.getByLabelText('Stature'));
  expect(leave.mock.calls).toEqual([['171']]);
});

it('a refused form shows the sentence and keeps what was entered', async () => {
  const send = vi.fn().mockRejectedValue(new Problem('Check the year.', 'birth-after-today', 422));
  render(
    <SendForm send={send} action="Add">
      <input aria-label="Name" defaultValue="Lune" />
    </SendForm>,
  );
  fireEvent.click(screen.getByText('Add'));
  expect((await screen.findByRole('alert')).textContent).toBe('Check the year.');
  expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Lune');
});

it('a rating is one tap, tells what is chosen and shows what was before', () => {
  const take = vi.fn();
  const measure = { id: 'pain', name: 'Pain', kind: 'rating', min: 0, max: 10, step: 0.5, tries: 1 } as Measure;
  render(<Taking measure={measure} value={3} other={7} onTake={take} />);
  fireEvent.click(screen.getByLabelText('Pain: 5'));
  fireEvent.click(screen.getByLabelText('Pain: and a half'));
  expect(take.mock.calls).toEqual([[{ value: 5 }], [{ value: 3.5 }]]);
  expect(screen.getByLabelText('Pain: 3').getAttribute('aria-pressed')).toBe('true');
  expect(screen.getByLabelText('Pain: 7').className).toContain('other');
});

it.each([
  ['avoid', 'left out'],
  ['refer-first', 'refer first'],
  ['postpone', 'not today'],
] as const)('the outcome %s is a word, not only a colour', (outcome, word) => {
  render(<OutcomeSign outcome={outcome} />);
  expect(screen.getByText(word)).toBeTruthy();
});

it('a block on one side is read with that side', () => {
  const plan = { blocks: [{ id: 'each-leg', name: 'Leg' }] } as unknown as Plan;
  const t = (key: string, values?: Record<string, unknown>) => `${key.split('.').pop()} ${values?.name}`;
  expect(blockName(plan, { block: 'each-leg', side: 'left' }, t)).toBe('left leg');
  expect(blockName(plan, { block: 'each-leg', side: 'both' }, t)).toBe('Leg');
  expect(blockName(plan, { block: 'each-leg', side: 'right', partSide: 'left' }, t)).toBe('left leg');
});
