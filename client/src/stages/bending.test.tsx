import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { openAt } from '../test/house';

/** A plan bent to what a practitioner does: what is offered, what is sent, and what is said of what is barred. */

vi.mock('../api/news', () => ({ watchVisit: () => () => undefined }));
afterEach(cleanup);

const yes = { allowed: true, why: null };
const visit = {
  '/api/visits/{visitId}': {
    id: 'v',
    version: 3,
    phase: 'not-started',
    setAside: [],
    minutesOnMat: 50,
    may: { 'edit-plan': yes },
  },
};
const press = async (name: RegExp | string) => fireEvent.click((await screen.findAllByRole('button', { name }))[0]!);

it('what could take a step’s place says what differs, and what is barred cannot be taken', async () => {
  const like = (technique: string, barred: string[]) => ({
    technique,
    differs: ['palm instead of thumb'],
    standing: { seconds: 65, stations: 3, barred, limited: [] },
  });
  const { sent } = openAt('/visits/v/plan', {
    ...visit,
    '/api/vocabulary': {
      techniques: ['rolling', 'kneading'].map((id) => ({ id, name: id, contacts: [], positions: [] })),
    },
    '/api/visits/{visitId}/plan/steps/{step}/choices': {
      like: [like('rolling', []), like('kneading', ['Skin is frail'])],
    },
  });
  await press('Change what is done');
  const barred = await screen.findByRole<HTMLButtonElement>('button', { name: 'Exchange for kneading' });
  expect(barred.disabled).toBe(true);
  expect(screen.getByText('Skin is frail')).toBeTruthy();
  expect(screen.getAllByText('palm instead of thumb')).toHaveLength(2);
  await press('Exchange for rolling');
  await waitFor(() => expect(sent.map((s) => s.path)).toContain('/api/visits/v/plan/edits'));
  expect(sent.find((s) => s.path.endsWith('/edits'))!.body).toMatchObject({
    version: 3,
    edit: { kind: 'change', bothSides: true, change: { technique: 'rolling' } },
  });
});

it('other minutes are seen before they are taken', async () => {
  const { sent } = openAt('/visits/v/plan', {
    ...visit,
    '/api/visits/{visitId}/plan/fit': { reason: 'Fewer repeats in 4 of 48 steps.' },
  });
  fireEvent.change(await screen.findByLabelText('Fit to', { selector: 'input' }), {
    target: { value: '33' },
  });
  expect(await screen.findByText(/Fewer repeats in 4/)).toBeTruthy();
  expect(sent.some((s) => s.method === 'post' && s.path.endsWith('/plan/fit'))).toBe(false);
  await press('Take it so');
  await waitFor(() => expect(sent.some((s) => s.method === 'post' && s.path.endsWith('/plan/fit'))).toBe(true));
});

it('what the last session found is shown with its reasons and taken in one go', async () => {
  const { sent } = openAt('/visits/v/plan', {
    ...visit,
    '/api/visits/{visitId}/plan/from-last': {
      date: '2026-11-14',
      taken: false,
      lookAgain: 'No change that counts in 3 measured visits.',
      seconds: 1800,
      plan: { name: 'Lighter' },
      reasons: [{ because: '“Too much” at Thumbs: one level lighter.', steps: [] }],
    },
  });
  expect(await screen.findByText(/one level lighter/)).toBeTruthy();
  expect(screen.getByText(/No change that counts in 3/)).toBeTruthy();
  await press(/Take it: 30:00/);
  await waitFor(() => expect(sent.some((s) => s.method === 'put' && s.path === '/api/visits/v/plan')).toBe(true));
  expect(sent.find((s) => s.method === 'put')!.body).toMatchObject({ version: 3, plan: { name: 'Lighter' } });
});

it('an answer where schools differ says what it changes, and is taken for oneself', async () => {
  const option = (id: string, chosen: boolean, steps: number) => ({
    id,
    name: id,
    chosen,
    house: chosen,
    steps,
    seconds: steps * 10,
    comes: [],
    goes: [],
    speak: [],
    onlyNote: [],
    forClient: [],
  });
  const { sent } = openAt('/practice', {
    '/api/school': {
      mine: null,
      profiles: [{ id: 'house', name: 'House rules', choices: {} }],
      questions: [{ id: 'gland-set', name: 'When', options: [option('every', true, 0), option('once', false, -42)] }],
    },
  });
  expect(await screen.findByText(/-42 steps · −7:00/)).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: 'Take: once' }));
  await waitFor(() => expect(sent.some((s) => s.method === 'put' && s.path === '/api/school')).toBe(true));
  expect(sent.find((s) => s.path === '/api/school' && s.method === 'put')!.body).toEqual({
    forPractice: false,
    school: { base: 'house', choices: { 'gland-set': 'once' } },
  });
});

it('a course says when to look again, and ends with a reason', async () => {
  const { sent } = openAt('/clients/c', {
    '/api/clients/{clientId}': { id: 'c' },
    '/api/clients/{clientId}/courses': [
      {
        id: 'k',
        endedAt: null,
        terms: { visits: 6, everyDays: 7, measures: [] },
        standing: { given: 4, lookAgain: 'No change that counts in 3 measured visits. Look again.' },
      },
    ],
  });
  expect(await screen.findByText(/No change that counts in 3/)).toBeTruthy();
  await press('End it');
  fireEvent.change(screen.getByLabelText('Why it ends'), { target: { value: 'referred' } });
  await press('End the course');
  await waitFor(() => expect(sent.some((s) => s.path === '/api/courses/k/end')).toBe(true));
  expect(sent.find((s) => s.path === '/api/courses/k/end')!.body).toEqual({ reason: 'referred', cancelRest: true });
});

it('a step is found among what is ticked, starred, and put in unless it is barred', async () => {
  const line = (id: string, part: object) => ({
    id,
    flow: 'Legs',
    step: { id, name: id, contact: 'palm', position: 'prone' },
    turns: false,
    favourite: false,
    notHere: [],
    beyondOwn: [],
    standing: { seconds: 60, stations: 1, barred: [], limited: [] },
    ...part,
  });
  const { sent } = openAt('/visits/v/plan', {
    ...visit,
    '/api/visits/{visitId}/plan/taught': (_: unknown, asked: URLSearchParams) => [
      ...(asked.get('atHand') === 'true'
        ? []
        : [line('Treading', { notHere: ['stool'], beyondOwn: ['12 minutes of treading, above your limit of 10'] })]),
      line('Rolling', { standing: { seconds: 60, stations: 1, barred: ['Skin is frail'], limited: [] } }),
    ],
  });
  await press('Add a step');
  expect(await screen.findByText(/12 minutes of treading.*needs stool, not here/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add Rolling' }).disabled).toBe(true);
  await press('Favourite: Treading');
  await waitFor(() => expect(sent.some((s) => s.path === '/api/techniques/favourites')).toBe(true));
  expect(sent.find((s) => s.path === '/api/techniques/favourites')!.body).toEqual({
    taught: 'Treading',
    favourite: true,
  });
  fireEvent.click(screen.getByLabelText('at hand'));
  await waitFor(() => expect(screen.queryByText(/needs stool/)).toBeNull());
  expect(screen.getByText('Rolling')).toBeTruthy();
});

it('the chosen steps are given one round more', async () => {
  const { sent } = openAt('/visits/v/plan', {
    '/api/visits/{visitId}': { ...visit['/api/visits/{visitId}'], plan: { steps: [{ id: 'calf', roundOf: null }] } },
  });
  await press('Give these one round more');
  await waitFor(() => expect(sent.some((s) => s.path.endsWith('/plan/edits'))).toBe(true));
  expect(sent.find((s) => s.path.endsWith('/plan/edits'))!.body).toMatchObject({ edit: { kind: 'rounds', number: 2 } });
});
