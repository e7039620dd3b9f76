import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type {
  ExpandedStep,
  GiveEvent,
  Happened,
  NotedResponse,
  PlanStep,
  VisitView,
  Vocabulary,
} from '../../api/types';
import { expansion, step } from '../../test/samples';
import '../../words';
import { actionsOf } from './actions';
import { breathTurn } from './breath';
import { Counted } from './Counted';
import { Decide } from './Decide';
import { OutAt } from './end/OutAt';
import { happenedOf } from './happened/records';
import { momentAt, overAt, type Anchor } from './moment';
import { Paused } from './Paused';
import type { GivingNow } from './useGiving';

afterEach(cleanup);

const noon = Date.parse('2026-03-02T12:00:00Z');
const anchor: Anchor = {
  phase: 'running',
  cursor: 0,
  at: noon,
  startedAt: noon,
  finishedAt: null,
  stoppedBy: null,
  stayingSince: null,
  levels: {},
  places: {},
  pausedWhy: null,
  taps: [],
  perMinute: null,
  breathSeconds: { least: 2, most: 15 },
  outBy: null,
  backWithin: 4,
};
const circle = step('round', 0, 32, 3, {
  counting: { what: 'turn', of: 4, first: 8, per: 8, otherWayAfter: 2 },
  stations: 8,
} as Partial<ExpandedStep>);
const plan = expansion(circle);
const visit = { tempo: { breathsPerMinute: 12, breathSeconds: 5 }, expansion: plan } as unknown as VisitView;

describe('what hands count', () => {
  it.each([
    [1, 'turn 1 of 4 · one way round'],
    [9, 'turn 2 of 4 · one way round'],
    [17, 'turn 3 of 4 · the other way round'],
    [32, 'turn 4 of 4 · the other way round'],
  ])('press %i is %s', (press, said) => {
    render(<Counted moment={{ ...momentAt(plan, (press - 1) * 3), press }} large />);
    expect(document.body.textContent).toContain(said);
    expect(document.body.textContent).not.toContain('of 32');
  });
});

describe('what a step is decided by', () => {
  const words = { responses: [{ id: 'decided', group: 'decided' }] } as unknown as Vocabulary;
  const asked = {
    id: 'rock',
    guide: {
      decide: 'A gurgle: next.',
      answers: [
        { when: 'A gurgle', goes: 'on' },
        { when: 'None', goes: 'leave-out' },
      ],
    },
  } as unknown as PlanStep;

  it('asks once, shows what was said, and does what follows from it', () => {
    const record = vi.fn();
    const left = vi.fn();
    const at = momentAt(plan, 0);
    const does = actionsOf({ record, anchor } as unknown as GivingNow, words, at);
    const noted = [{ step: 'rock', response: 'decided', text: 'None' }] as unknown as NotedResponse[];
    render(<Decide step={asked} words={words} noted={noted} onAnswer={(a) => does.decide(a, left)} />);
    expect(screen.getByRole('button', { name: /None/ }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: /A gurgle/ }));
    expect(record.mock.calls.map((c) => c[0])).toEqual(['response', 'next']);
    expect(record.mock.calls[0]![1]).toMatchObject({ response: 'decided', text: 'A gurgle', step: 'round' });
    fireEvent.click(screen.getByRole('button', { name: /None/ }));
    expect(left).toHaveBeenCalledWith('None');
  });

  it('says whose turn it is where sides or hands take turns', () => {
    const turning = expansion(step('insteps', 0, 10, 1, { byTurns: 'sides', stations: 5 } as Partial<ExpandedStep>));
    for (const [press, side] of [
      [1, 'left'],
      [2, 'right'],
    ] as const) {
      render(<Counted moment={{ ...momentAt(turning, press - 1), press }} large />);
      expect(document.body.textContent).toContain(side);
      cleanup();
    }
  });
});

describe('the breath on the lamp', () => {
  it('follows the plan until it is tapped, then the taps', () => {
    expect(breathTurn(anchor, visit, noon + 2500)).toBeCloseTo(0.5);
    const tapped = { ...anchor, taps: [noon + 1000], perMinute: null };
    expect(breathTurn(tapped, visit, noon + 1000)).toBeCloseTo(0);
    expect(breathTurn({ ...tapped, perMinute: 6 }, visit, noon + 6000)).toBeCloseTo(0.5);
    // A device whose clock is behind the tap is still within a breath.
    expect(breathTurn(tapped, visit, noon)).toBeCloseTo(0.8);
  });
});

describe('the end', () => {
  it('is over by what is still to come less what there is, and by nothing where it is free', () => {
    expect(overAt(anchor, noon, 96)).toBeNull();
    expect(overAt({ ...anchor, outBy: noon + 60_000 }, noon, 96)).toBe(36);
    // While it runs on time it stays what it was; a pause makes it later by the second.
    expect(overAt({ ...anchor, outBy: noon + 60_000 }, noon + 10_000, 96)).toBe(36);
    expect(overAt({ ...anchor, phase: 'paused', outBy: noon + 60_000 }, noon + 10_000, 96)).toBe(46);
  });

  it('is moved by five minutes, or let go', () => {
    const set = vi.fn();
    render(<OutAt outBy={noon} now={noon} onSet={set} />);
    fireEvent.click(screen.getByRole('button', { name: 'Five minutes sooner' }));
    fireEvent.click(screen.getByRole('button', { name: 'no fixed end' }));
    expect(set.mock.calls).toEqual([['2026-03-02T11:55:00.000Z'], [null]]);
  });
});

it('tells what a pause is for by one touch', () => {
  const why = vi.fn();
  render(<Paused reasons={['Telephone', 'Toilet']} why="Toilet" onWhy={why} />);
  expect(screen.getByRole('button', { name: 'Toilet' }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(screen.getByRole('button', { name: 'Telephone' }));
  expect(why).toHaveBeenCalledWith('Telephone');
});

it('shows what happened with all that was ticked before the server has answered', () => {
  const answered = [{ id: 'a', at: '', what: 'fall', step: 's', done: ['one'] }] as unknown as Happened[];
  const pending = [
    { id: 'a', kind: 'happened', response: 'fall' },
    { id: 'b', kind: 'happened', response: 'fainting', at: 'then' },
    { id: 'c', kind: 'happened-more', detail: { of: 'b', done: ['flat'] } },
    { id: 'd', kind: 'happened-more', detail: { of: 'a', told: 'the desk' } },
    { id: 'e', kind: 'happened-more', detail: { of: 'nobody', told: 'x' } },
  ] as unknown as GiveEvent[];
  expect(happenedOf(answered, pending)).toMatchObject([
    { id: 'a', done: ['one'], told: 'the desk' },
    { id: 'b', what: 'fainting', done: ['flat'] },
  ]);
});
