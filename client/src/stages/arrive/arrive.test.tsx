import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { AskCard, ConsentPlace, FactSaid, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { Consents } from '../../parts/Consents';
import { StepLimits } from '../../parts/StepLimits';
import '../../words';
import { Cards } from './Cards';
import { FactsKnown } from './FactsKnown';
import { Interview } from './Interview';

const said = vi.hoisted(() => ({ answer: vi.fn(), card: vi.fn(), strike: vi.fn(), change: vi.fn() }));
vi.mock('./useAnswer', () => ({ useAnswer: () => said }));
vi.mock('../../api/useVisit', () => ({ useChange: () => said.change }));

afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

const words = {
  facts: [
    { id: 'fever', name: 'fever', details: [] },
    { id: 'bruise', name: 'fresh bruise', sided: true, details: [] },
  ],
  areas: [],
  regions: [
    { id: 'groin', name: 'groin crease' },
    { id: 'abdomen', name: 'belly' },
  ],
  products: [{ id: 'liniment', name: 'liniment' }],
} as unknown as Vocabulary;
const card = (part: Partial<AskCard>): AskCard => ({
  id: 'now',
  name: 'Right now',
  at: 'door',
  version: 1,
  say: 'Right now: pain in the chest?',
  redFlags: true,
  mayNotConcern: false,
  state: 'open',
  answer: null,
  lines: [
    {
      say: 'Fever, a cold',
      facts: [{ fact: 'fever', name: 'fever', question: 'Fever?', sided: false, regional: false, said: false }],
    },
    {
      say: 'Bruised',
      facts: [
        { fact: 'bruise', name: 'fresh bruise', question: 'Bruise?', sided: true, regional: false, said: false },
        { fact: 'burn', name: 'burn', question: 'Burn?', sided: false, regional: false, said: false },
      ],
    },
  ],
  ...part,
});
/** A visit before its start, as whoever may ask sees it. */
const open = { id: 'v', date: '2026-11-26', phase: 'not-started', facts: [], may: { 'ask-facts': { allowed: true } } };
const asked = (door: AskCard[], part: object = {}, may: object = open.may) =>
  render(
    <Cards
      visit={
        {
          ...open,
          may,
          asking: { door, lists: [], further: { ask: [], notAsked: [] }, ...part },
        } as unknown as VisitView
      }
      words={words}
    />,
  );

describe('the cards', () => {
  it('are answered with one key each, and only the one in focus', () => {
    asked([card({ id: 'today', state: 'answered' }), card({}), card({ id: 'skin', name: 'Skin' })]);
    fireEvent.keyDown(document.activeElement!, { key: 'n' });
    expect(said.card).toHaveBeenCalledTimes(1);
    expect(said.card).toHaveBeenCalledWith(expect.objectContaining({ id: 'now' }), [], {});
  });
  it('hear no key while something else on the page has the keyboard', () => {
    asked([card({})]);
    (document.activeElement as HTMLElement).blur();
    fireEvent.keyDown(window, { key: 'n' });
    fireEvent.keyDown(window, { key: 'y' });
    expect(said.card).not.toHaveBeenCalled();
    expect(screen.queryByRole('button', { name: 'fresh bruise' })).toBeNull();
  });
  it('ask what of it is a yes, with its side at once, and say no to the rest', () => {
    asked([card({})]);
    fireEvent.keyDown(document.activeElement!, { key: 'y' });
    fireEvent.click(screen.getByRole('button', { name: 'fresh bruise' }));
    fireEvent.change(screen.getByLabelText(/Side/), { target: { value: 'left' } });
    fireEvent.click(screen.getByRole('button', { name: /no to the rest/ }));
    expect(said.card).toHaveBeenLastCalledWith(
      expect.anything(),
      [{ fact: 'bruise', status: 'known', side: 'left' }],
      {},
    );
  });
  it('are asked by nobody who may not', () => {
    asked([card({})], {}, {});
    fireEvent.keyDown(document.activeElement!, { key: 'n' });
    fireEvent.click(screen.getByRole('button', { name: /No, none of it/ }));
    expect(said.card).not.toHaveBeenCalled();
  });
});

describe('consent', () => {
  const place = (region: string, part: Partial<ConsentPlace>): ConsentPlace =>
    ({
      region,
      word: 'open',
      entry: null,
      steps: ['s'],
      names: ['Palms'],
      ifRefused: ['s'],
      guardian: false,
      ...part,
    }) as ConsentPlace;
  const at = (...consents: ConsentPlace[]) =>
    render(
      <MemoryRouter>
        <Consents visit={{ ...open, consents } as unknown as VisitView} words={words} />
      </MemoryRouter>,
    );

  it('is for one place: for today, or until it is taken back with one touch', () => {
    at(place('abdomen', {}), place('groin', { word: 'given' }));
    fireEvent.click(screen.getByRole('button', { name: 'Yes, today' }));
    expect(said.change).toHaveBeenLastCalledWith('put', 'consents', { region: 'abdomen', answer: 'today' });
    fireEvent.click(screen.getByRole('button', { name: 'Taken back' }));
    expect(said.change).toHaveBeenLastCalledWith('put', 'consents', { region: 'groin', answer: 'no' });
  });

  it('of one who does not decide alone waits for a name; a no does not', () => {
    at(place('abdomen', { guardian: true }));
    const yes = screen.getByRole('button', { name: 'Yes, today' });
    expect(yes).toHaveProperty('disabled', true);
    fireEvent.click(screen.getByRole('button', { name: 'No' }));
    expect(said.change).toHaveBeenLastCalledWith('put', 'consents', { region: 'abdomen', answer: 'no' });
    fireEvent.change(screen.getByLabelText(/Said for them by/), { target: { value: 'Ina Tarn, mother' } });
    fireEvent.click(yes);
    expect(said.change).toHaveBeenLastCalledWith('put', 'consents', {
      region: 'abdomen',
      answer: 'today',
      by: 'Ina Tarn, mother',
    });
  });
});

it('the same fact at two places stands twice, consents not among them', () => {
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
  expect(screen.queryByText(/consent/)).toBeNull();
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

describe('an interview', () => {
  it('builds an answer on the side just said, though the server has not told of it yet', () => {
    const leg = {
      complaint: 'leg',
      name: 'Leg',
      side: null,
      answered: [],
      result: {
        next: {
          id: 'cold',
          text: 'Suddenly cold?',
          why: 'Hours count.',
          unit: null,
          options: [{ id: 'no', text: 'No' }],
        },
        verdict: null,
        findings: [],
      },
    };
    render(
      <Interview
        visit={{ ...open, interviews: [leg] } as unknown as VisitView}
        words={{ ...words, complaints: [{ id: 'leg', name: 'Leg' }] } as unknown as Vocabulary}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: 'left' }));
    fireEvent.click(screen.getByRole('button', { name: 'No' }));
    fireEvent.click(screen.getByRole('button', { name: 'No' }));
    expect(said.change.mock.calls.map((c) => c[2])).toEqual([
      { complaint: 'leg', side: 'left', answers: [], drop: false },
      { complaint: 'leg', side: 'left', answers: [{ question: 'cold', option: 'no' }], drop: false },
      { complaint: 'leg', side: 'left', answers: [{ question: 'cold', option: 'no' }], drop: false },
    ]);
  });
});
