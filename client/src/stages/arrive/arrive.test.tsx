import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { FactSaid, MissingFact, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { StepLimits } from '../../parts/StepLimits';
import '../../words';
import { FactsKnown } from './FactsKnown';
import { Questions } from './Questions';

const said = vi.hoisted(() => ({ answer: vi.fn(), none: vi.fn(), strike: vi.fn() }));
vi.mock('./useAnswer', () => ({ useAnswer: () => said }));

afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const words = {
  facts: [
    { id: 'fever', name: 'fever' },
    { id: 'bruise', name: 'fresh bruise' },
  ],
  regions: [{ id: 'groin', name: 'groin crease' }],
  products: [{ id: 'liniment', name: 'liniment' }],
} as unknown as Vocabulary;
const missing = (part: Partial<MissingFact>): MissingFact => ({
  fact: 'fever',
  question: 'Fever today?',
  strongest: 'postpone',
  why: 'Not today',
  steps: [],
  scope: 'today',
  ifYes: { fact: 'fever', status: 'known' },
  ifNo: { fact: 'fever', status: 'no' },
  ...part,
});
const consent = missing({
  fact: 'consent-given',
  question: 'May I work at the groin crease?',
  strongest: 'avoid',
  region: 'groin',
  strictAnswer: 'consent-refused',
  ifYes: { fact: 'consent-given', status: 'known', region: 'groin' },
  ifNo: { fact: 'consent-refused', status: 'known', region: 'groin' },
});
/** A visit before its start, as whoever may ask sees it. */
const open = { id: 'v', phase: 'not-started', may: { 'ask-facts': { allowed: true } } };
const asked = (...questions: MissingFact[]) =>
  render(<Questions visit={{ ...open, missing: questions } as unknown as VisitView} words={words} />);

describe('questions that matter', () => {
  it('note a fact with a yes and its absence with a no, by key too', () => {
    asked(missing({}));
    fireEvent.keyDown(window, { key: 'y' });
    expect(said.answer).toHaveBeenLastCalledWith({ fact: 'fever', status: 'known' });
    fireEvent.click(screen.getByRole('button', { name: /^No N/ }));
    expect(said.answer).toHaveBeenLastCalledWith({ fact: 'fever', status: 'no' });
  });
  it('note of a consent what the server says a yes and a no mean', () => {
    asked(consent);
    fireEvent.keyDown(window, { key: 'y' });
    expect(said.answer).toHaveBeenLastCalledWith({ fact: 'consent-given', status: 'known', region: 'groin' });
    fireEvent.keyDown(window, { key: 'n' });
    expect(said.answer).toHaveBeenLastCalledWith({ fact: 'consent-refused', status: 'known', region: 'groin' });
  });
  it('are asked by nobody who may not, and not once the session has begun', () => {
    render(<Questions visit={{ ...open, may: {}, missing: [missing({})] } as unknown as VisitView} words={words} />);
    render(
      <Questions visit={{ ...open, phase: 'running', missing: [missing({})] } as unknown as VisitView} words={words} />,
    );
    expect(screen.queryByText('Fever today?')).toBeNull();
  });
  it('never count a consent among the things denied at once', () => {
    asked(missing({}), consent);
    fireEvent.click(screen.getByRole('button', { name: /No to this one/ }));
    expect(said.none).toHaveBeenCalledWith(['fever']);
  });
});

it('the same fact at two places stands twice, consents apart', () => {
  const fact = (id: string, region: string, saying: string): FactSaid =>
    ({ entry: { fact: id, status: 'known', region }, saying, scope: 'history', isNew: false }) as FactSaid;
  const facts = [
    fact('bruise', 'calf', 'fresh bruise, calf'),
    fact('bruise', 'sole', 'fresh bruise, sole'),
    fact('consent-given', 'groin', 'consent, groin crease'),
  ];
  render(<FactsKnown visit={{ ...open, facts } as unknown as VisitView} words={words} />);
  expect(screen.getByText('fresh bruise, calf')).toBeDefined();
  expect(screen.getByText('fresh bruise, sole')).toBeDefined();
  expect(screen.getByText('Consent given for one place')).toBeDefined();
});

it('a step says what it keeps to, and nothing where it keeps to nothing', () => {
  const step = { points: ['GB20', 'BL10'], products: ['liniment'], rangePercent: 66 } as unknown as PlanStep;
  const { container } = render(
    <dl>
      <StepLimits step={step} words={words} />
    </dl>,
  );
  expect(container.textContent).toBe('PointsGB20, BL10On the skinlinimentRange66 % of what there is');
});
