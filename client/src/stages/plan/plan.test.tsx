import { cleanup, fireEvent, render, renderHook, act, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Plan, PlanStep, ReviewResult } from '../../api/types';
import '../../words';
import { OrderPanel } from './OrderPanel';
import { PlanTools } from './PlanTools';
import { useChosen } from './useChosen';
import type { PlanWork } from './usePlanWork';

afterEach(cleanup);

const step = (id: string, part: Partial<PlanStep> = {}) =>
  ({ id, name: `Step ${id}`, block: 'legs', side: 'left', pinned: false, ...part }) as PlanStep;
const steps = ['a', 'b', 'c', 'd'].map((id) => step(id));
const plain = { shiftKey: false, ctrlKey: false, metaKey: false };

describe('choosing steps', () => {
  const chosen = () =>
    renderHook(() => useChosen(steps), {
      wrapper: ({ children }: { children: ReactNode }) => <MemoryRouter>{children}</MemoryRouter>,
    });

  it('takes everything up to the one clicked with shift, in the order of the plan', () => {
    const { result } = chosen();
    act(() => result.current.click('b', plain));
    act(() => result.current.click('d', { ...plain, shiftKey: true }));
    expect(result.current.chosen.map((s) => s.id)).toEqual(['b', 'c', 'd']);
  });

  it('adds and takes away single ones with control, and a plain click starts anew', () => {
    const { result } = chosen();
    act(() => result.current.click('c', { ...plain, ctrlKey: true }));
    expect(result.current.chosen.map((s) => s.id)).toEqual(['a', 'c']);
    act(() => result.current.click('c', { ...plain, ctrlKey: true }));
    expect(result.current.chosen.map((s) => s.id)).toEqual(['a']);
    act(() => result.current.click('d', plain));
    expect(result.current.chosen.map((s) => s.id)).toEqual(['d']);
  });
});

describe('tools for the chosen steps', () => {
  const plan = {
    steps: [...steps, step('e', { block: 'belly' })],
    blocks: [
      { id: 'legs', name: 'Legs' },
      { id: 'belly', name: 'Belly' },
    ],
  } as unknown as Plan;

  it('does one thing to all of them at once', () => {
    const edit = vi.fn();
    render(<PlanTools plan={plan} chosen={steps.slice(0, 3)} onEdit={edit} onAdd={vi.fn()} />);
    expect(screen.getByText('3 steps')).toBeTruthy();
    fireEvent.click(screen.getByText('Other side too'));
    expect(edit).toHaveBeenCalledWith({ kind: 'mirror', step: 'a', steps: ['b', 'c'], bothSides: false });
  });

  it('weaves the block in after the blocks that are ticked', () => {
    const edit = vi.fn();
    render(<PlanTools plan={plan} chosen={[steps[0]!]} onEdit={edit} onAdd={vi.fn()} />);
    fireEvent.click(screen.getByText('Weave in'));
    fireEvent.click(screen.getByLabelText('Belly'));
    fireEvent.click(screen.getByText('Weave it in'));
    expect(edit.mock.calls[0]![0]).toMatchObject({ kind: 'interleave', word: 'legs', blocks: ['belly'] });
  });

  it('offers no mirror for what is on both sides', () => {
    render(<PlanTools plan={plan} chosen={[step('x', { side: 'both' })]} onEdit={vi.fn()} onAdd={vi.fn()} />);
    expect(screen.getByText('Other side too')).toHaveProperty('disabled', true);
  });
});

describe('the order review', () => {
  const work = { repair: vi.fn(), edit: vi.fn() } as unknown as PlanWork;
  const review = {
    findings: [
      {
        rule: 'both-sides',
        name: 'Both sides',
        severity: 'should',
        steps: ['a'],
        what: 'Only the left calf is worked.',
        why: 'Crooked.',
        repair: 'Do the same on the right',
        source: 'common practice',
      },
    ],
    silenced: [],
  } as unknown as ReviewResult;

  it('says what, why and from where, mends with one click, and sets aside only with a reason', () => {
    render(<OrderPanel plan={{ steps } as Plan} review={review} locked={false} work={work} onChoose={vi.fn()} />);
    expect(screen.getByText('should be otherwise')).toBeTruthy();
    expect(screen.getByText('common practice')).toBeTruthy();
    fireEvent.click(screen.getByText('Do the same on the right'));
    expect(work.repair).toHaveBeenCalledWith('both-sides', 'a');
    fireEvent.click(screen.getByText('It is right here'));
    fireEvent.change(screen.getByLabelText('Why it is right for this client'), {
      target: { value: 'cast on the right' },
    });
    fireEvent.click(screen.getByText('Set it aside'));
    expect(work.edit).toHaveBeenCalledWith(
      expect.objectContaining({ kind: 'silence', rule: 'both-sides', word: 'cast on the right' }),
    );
  });

  it('offers nothing to change once the session has begun', () => {
    render(<OrderPanel plan={{ steps } as Plan} review={review} locked work={work} onChoose={vi.fn()} />);
    expect(screen.queryByText('Do the same on the right')).toBeNull();
    expect(screen.queryByText('It is right here')).toBeNull();
  });
});
