import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { openAt } from '../test/house';

/** Signed visits asked together: what a page shows of them, and what a touch asks for. */

vi.mock('../api/news', () => ({ watchVisit: () => () => undefined }));

afterEach(() => cleanup());

const words = {
  '/api/vocabulary': {
    responses: [
      { id: 'tender', name: 'Tender', key: null, effect: 'none', advice: null, group: 'felt' },
      { id: 'hard-spot', name: 'Hard spot', key: null, effect: 'none', advice: null, group: 'found' },
    ],
    techniques: [{ id: 'belly-fist', name: 'Fist round the rim' }],
  },
};
const then = (date: string, part: object) => ({
  visit: date,
  date,
  worked: true,
  noted: true,
  strength: 2,
  text: null,
  ...part,
});
const visits = [
  then('2026-03-01', { strength: 3 }),
  then('2026-03-08', { strength: null }),
  then('2026-03-15', { worked: false, noted: false, strength: null }),
  then('2026-03-22', { noted: false, strength: 0 }),
];
const place = {
  response: 'tender',
  group: 'felt',
  place: "4 o'clock",
  point: null,
  region: null,
  side: null,
  visits,
  last: visits[1],
  now: visits[3],
};
const helped = (part: object) => ({
  measure: 'Full belly',
  visits: 6,
  mean: 2,
  sure: 0.95,
  compared: 1,
  from: 1.1,
  to: 2.9,
  tooFew: false,
  by: [],
  lasting: null,
  ...part,
});
const client = (past: object) => ({
  ...words,
  '/api/clients/{clientId}': {
    id: 'c',
    name: 'Linnet Aspery',
    visits: [
      {
        id: 'v',
        date: '2026-03-22',
        at: '10:00',
        planName: 'Belly bowl',
        phase: 'signed',
        changes: [],
        unreadable: null,
      },
    ],
    trends: [],
    limits: null,
    merges: [],
    mayEdit: { allowed: false, why: null },
    mayMerge: { allowed: false, why: null },
  },
  '/api/clients/{clientId}/courses': [],
  '/api/clients/{clientId}/past': past,
});

it('says of a place at each visit what it was, and tells not worked from nothing found', async () => {
  openAt('/clients/c', client({ found: [place], helps: [] }));
  const marks = await screen.findByRole('img', { name: /1 Mar 2026: 3 of 3/ });
  const said = marks.getAttribute('aria-label')!;
  expect(said).toContain('8 Mar 2026: noted;');
  expect(said).toContain('15 Mar 2026: not worked');
  expect(said).toContain('22 Mar 2026: worked, nothing noted');
  expect([...marks.children].map((m) => m.className)).toEqual(['s3', 'sunsaid', 'not', 's0']);
});

it('promises nothing of few visits, and gives counts and intervals of more', async () => {
  const by = [
    {
      measure: 'Full belly',
      work: [{ by: 'technique', id: 'belly-fist' }],
      visitsWith: 3,
      visitsWithout: 3,
      with: 2.7,
      without: 1.3,
      from: 0.1,
      to: 2.5,
      canBeTold: true,
      difference: 1.4,
    },
  ];
  const lasting = {
    measure: 'Full belly',
    times: 4,
    kept: 0.31,
    hours: 151.5,
    heldForHours: 33,
    lostByHours: 240,
    share: 0.5,
  };
  openAt(
    '/clients/c',
    client({
      found: [],
      helps: [
        helped({ by, lasting, compared: 7 }),
        helped({ measure: 'Pain', visits: 2, tooFew: true, from: null, to: null }),
      ],
    }),
  );
  const section = await screen.findByRole('region', { name: /went together/ });
  expect(section.textContent).toContain('With fist round the rim: 2.7 (3 visits); without: 1.3 (3).');
  expect(section.textContent).toContain('A difference of 1.4 (95 %: 0.1 to 2.5).');
  expect(section.textContent).toContain(
    '7 comparisons: each interval is wider, so that all of them together are 95 % sure.',
  );
  expect(section.textContent).toContain('2 visits · too few to say more');
  expect(section.textContent).toContain('31 % of it still stood 6 days later (4 times).');
  expect(section.textContent).toContain('At least 50 % stood up to 33 hours. After 10 days and more, less than 50 %.');
  expect(section.textContent).toContain('no promise');
});

it('finds what stands in signed records and marks it', async () => {
  openAt('/clients/c', {
    ...client({ found: [], helps: [] }),
    '/api/search': {
      hits: [
        {
          visit: 'v',
          client: 'c',
          clientName: 'Linnet Aspery',
          date: '2026-03-22',
          plan: 'Belly bowl',
          kind: 'noted',
          words: [
            { text: 'Tender', marked: true },
            { text: ' at 4', marked: false },
          ],
        },
      ],
      more: true,
    },
  });
  fireEvent.change(await screen.findByRole('searchbox'), {
    target: { value: 'tender 4' },
  });
  const mark = await screen.findByText('Tender', { selector: 'mark' });
  const hit = mark.closest('a')!;
  expect(hit.textContent).toContain('Tender at 4');
  expect(hit.getAttribute('href')).toBe('/visits/v/reflect');
  expect(document.body.textContent).toContain('There is more than this.');
});

it('offers what was noted since a part was written by hand, and asks to take it over', async () => {
  const yes = { allowed: true, code: null, why: null };
  const { sent } = openAt('/visits/v/reflect', {
    ...words,
    '/api/me/phrases': [],
    '/api/visits/{visitId}': {
      id: 'v',
      version: 3,
      phase: 'finished',
      vocabulary: null,
      setAside: [],
      note: { said: '', found: 'Mine.', done: '', next: '' },
      noteSince: { said: '', found: 'Hard spot at 7.', done: '', next: '' },
      noteIsDraft: false,
      may: { 'edit-note': yes, 'rate-after': yes, sign: yes, addend: yes },
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Add it' }));
  await act(async () => undefined);
  await waitFor(() =>
    expect(sent.at(-1)).toMatchObject({ body: { note: { found: 'Mine. Hard spot at 7.' }, caughtUp: true } }),
  );
});

it('looks at a record written twice, says what would come, and makes it one with a reason', async () => {
  const mine = client({ found: [], helps: [] });
  const page = { ...mine['/api/clients/{clientId}'], mayMerge: { allowed: true, why: null } };
  const { sent } = openAt('/clients/c', {
    ...mine,
    '/api/clients/{clientId}': page,
    '/api/clients': {
      all: 2,
      matching: 2,
      clients: [
        { id: 'c', name: 'Linnet Aspery', visits: 1 },
        { id: 'd', name: 'Aspery, L', visits: 2 },
      ],
    },
    '/api/clients/{clientId}/doubles': [{ id: 'd', name: 'Aspery, L', why: ['Both are reached in the same way.'] }],
    '/api/clients/{clientId}/merge/{otherId}': {
      id: 'd',
      name: 'Aspery, L',
      for: ['Both are reached in the same way.'],
      against: ['The birth date is not known.'],
      impossible: null,
      visits: 2,
      comes: [{ now: 'blood thinner', was: 'no blood thinner' }],
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Look at both' }));
  const other = await screen.findByLabelText<HTMLSelectElement>(/The other record/);
  await waitFor(() => expect(other.value).toBe('d'));
  expect([...other.options].map((o) => o.value)).toEqual(['', 'd']);
  await screen.findByText('blood thinner');
  fireEvent.change(screen.getByLabelText(/How you know/), { target: { value: 'She said so herself.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make them one' }));
  await waitFor(() =>
    expect(sent).toEqual([
      { method: 'post', path: '/api/clients/c/merge', body: { other: 'd', reason: 'She said so herself.' } },
    ]),
  );
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Make them one' })).toBeNull());
});

it('shows the latest visits of many, and all of them when they are asked for', async () => {
  const mine = client({ found: [], helps: [] });
  const [visit] = mine['/api/clients/{clientId}'].visits;
  const many = Array.from({ length: 30 }, (_, i) => ({ ...visit, id: `v${i}`, planName: `Session ${i}` }));
  openAt('/clients/c', { ...mine, '/api/clients/{clientId}': { ...mine['/api/clients/{clientId}'], visits: many } });
  await screen.findByText('Session 0');
  expect(screen.queryByText('Session 29')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'All 30 visits' }));
  expect(screen.getAllByText(/^Session \d+$/)).toHaveLength(30);
  expect(document.activeElement?.textContent).toContain('Session 24');
});

it('finds one of too many by name, and never sends the form by it', async () => {
  const mine = client({ found: [], helps: [] });
  const people = ['c', 'd', 'e'].map((id) => ({ id, name: `Client ${id}` }));
  const { sent } = openAt('/clients/c', {
    ...mine,
    '/api/clients/{clientId}': { ...mine['/api/clients/{clientId}'], mayMerge: { allowed: true, why: null } },
    '/api/clients/{clientId}/doubles': [],
    '/api/clients': (_: unknown, asked: URLSearchParams) => {
      const clients = people.filter((p) => p.name.endsWith(asked.get('find') ?? '') || p.id === asked.get('also'));
      return { all: 2000, matching: clients.length, clients };
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Same person twice?' }));
  const find = await screen.findByRole('searchbox', { name: 'Find by name' });
  const choice = screen.getByLabelText<HTMLSelectElement>(/other record/i);
  fireEvent.change(find, { target: { value: 'e' } });
  await waitFor(() => expect([...choice.options].map((o) => o.value)).toEqual(['', 'e']));
  expect(fireEvent.keyDown(find, { key: 'Enter' })).toBe(false);
  await waitFor(() => expect(choice.value).toBe('e'));
  expect(sent).toEqual([]);
});

it('says what stays when a record made one is made two again', async () => {
  const stays = ['"blood thinner" was answered anew here.'];
  const mine = client({ found: [], helps: [] });
  const merge = { id: 'm', name: 'Aspery, L', by: 'Odile Fenn', at: '2026-03-22T10:00:00Z', reason: 'She said so.' };
  const page = {
    ...mine['/api/clients/{clientId}'],
    merges: [merge],
    mayMerge: { allowed: true, why: null },
  };
  const { sent } = openAt('/clients/c', {
    ...mine,
    '/api/clients/{clientId}': () => ({ ...page, merges: sent.length > 0 ? [] : page.merges }),
    '/api/clients/{clientId}/merge/{mergeId}/undo': { stays },
  });
  // Said before it is done, and after.
  await screen.findByText(stays[0]!);
  fireEvent.click(screen.getByRole('button', { name: 'Make them two again' }));
  await screen.findByText(/stayed with this record/);
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Make them two again' })).toBeNull());
  screen.getByText(stays[0]!);
  expect(sent.map((s) => s.path)).toEqual(['/api/clients/c/merge/m/undo']);
});

it('in Reflect a touch on the body asks what was noted there and adds to it at that step', async () => {
  const step = (id: string, region: string, side: string) => ({
    id,
    name: id,
    region,
    side,
    through: [],
    alsoAt: [],
    points: null,
  });
  const area = (id: string, side: number) => ({
    id,
    side,
    kind: 'region',
    name: `${id} ${side}`,
    path: 'M0 0',
    group: '',
    labelled: false,
  });
  const noted = (id: string, at: string) => ({
    id,
    response: 'tender',
    step: at,
    at: '2026-03-02T10:00:00Z',
    text: `at the ${at}`,
    when: 'during',
    detail: null,
  });
  openAt('/visits/v/reflect', {
    ...words,
    '/api/visits/{visitId}': {
      id: 'v',
      version: 1,
      phase: 'finished',
      vocabulary: null,
      setAside: [],
      may: {},
      plan: { blocks: [], steps: [step('Calf palmed', 'calf', 'left'), step('Neck held', 'neck', 'both')] },
      given: ['Calf palmed', 'Neck held'].map((s) => ({ step: s, givenSeconds: 60, plannedSeconds: 60 })),
      session: { phase: 'finished', responses: [noted('1', 'Calf palmed'), noted('2', 'Neck held')] },
      likelyNotes: {},
    },
    '/api/chart': {
      client: null,
      own: true,
      rests: [],
      layers: { spots: [], lines: [], areas: [area('calf', 1), area('calf', -1), area('neck', 0)] },
    },
  });
  const calf = await waitFor(() => {
    const found = document.querySelector('path.area');
    expect(found?.textContent).toBe('calf 1');
    return found!;
  });
  expect(screen.getByText(/at the Neck held/)).toBeTruthy();
  fireEvent.click(calf);
  await waitFor(() => expect(screen.queryByText(/at the Neck held/)).toBeNull());
  expect(screen.getByText(/at the Calf palmed/)).toBeTruthy();
  const at = await screen.findByLabelText<HTMLSelectElement>('At which step');
  expect([...at.options].map((o) => o.value)).toEqual(['Calf palmed']);
});

it('says how far the paper of all visits is, and hands it over', async () => {
  const mine = client({ found: [], helps: [] });
  const handed: string[] = [];
  URL.createObjectURL = () => 'blob:paper';
  URL.revokeObjectURL = () => undefined;
  const click = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
    handed.push(this.download);
  });
  openAt('/clients/c', {
    ...mine,
    '/api/clients/{clientId}/record/pdf': () => new Promise((r) => setTimeout(() => r({}), 900)),
    '/api/papers/{id}': { done: 3, total: 200 },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'All signed visits as PDF' }));
  await screen.findByText(/3 of 200 visits/);
  await waitFor(() => expect(handed).toEqual(['Linnet Aspery.pdf']));
  await waitFor(() => expect(screen.queryByText(/3 of 200 visits/)).toBeNull());
  click.mockRestore();
});
