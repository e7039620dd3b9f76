import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { openAt } from '../test/house';

/** Each screen before a server that answers as its API document says: it shows what it is told, and a press asks for what it says. */

vi.mock('../api/news', () => ({ watchVisit: () => () => undefined }));

const yes = { allowed: true, why: null };
const actions = ['edit-plan', 'ask-facts', 'check-in', 'start', 'amend', 'override', 'rate', 'note', 'sign', 'addend'];
const may = Object.fromEntries(actions.map((a) => [a, yes]));
const words = {
  '/api/vocabulary': { responses: [{ id: 'sigh', name: 'Sigh', key: 's', effect: 'note', advice: null }] },
};
/** The demo's answers with a visit in them. */
const visit = (part: object = {}) => ({
  ...words,
  '/api/visits/{visitId}': { id: 'v', version: 3, phase: 'not-started', vocabulary: null, setAside: [], may, ...part },
});

let broke: unknown[] = [];
beforeEach(() => {
  broke = [];
  vi.spyOn(console, 'error').mockImplementation((...said) => void broke.push(said));
});
afterEach(() => {
  const drawn = document.body.textContent;
  cleanup();
  expect(drawn).not.toContain('This page could not be drawn.');
  expect(broke.map((said) => String(said).slice(0, 300))).toEqual([]);
});

const see = async (text: RegExp | string) => {
  const found = await screen.findAllByText(text);
  // What is drawn may be seen before it hears keys: a press right after it would go nowhere.
  await act(async () => undefined);
  return found;
};
const press = async (name: RegExp | string) => fireEvent.click((await screen.findAllByRole('button', { name }))[0]!);

const day = {
  mine: true,
  clientName: 'Maren',
  planName: 'Legs on the mat',
  at: '08:30:00',
  current: 'arrive',
  phase: 'not-started',
};

it('Today tells mine from everybody’s', async () => {
  openAt('/today', {
    '/api/today': {
      date: '2026-11-26',
      now: null,
      visits: [day, { ...day, id: 'w', clientName: 'Bram', mine: false, at: '10:00:00' }].map((v) => ({
        room: 'mat room',
        lamps: [],
        ...v,
      })),
      due: [],
      setOut: [],
    },
  });
  await see('One visit of yours today');
  expect(screen.queryByText('Bram')).toBeNull();
  await press(/everybody/);
  await see('2 visits today');
  expect(screen.getByText('Bram')).toBeTruthy();
});

it('Clients are found by name and opened', async () => {
  const line = (name: string) => ({ id: name, name, age: 40, occupation: null, visits: 2, last: null });
  const people = [line('Maren Holt'), line('Bram Osterlick')];
  openAt('/clients', {
    '/api/clients': (_: unknown, asked: URLSearchParams) => ({
      all: 2000,
      matching: asked.get('find') === 'oster' ? 3 : asked.get('find') ? 0 : 2000,
      clients: people.filter((p) => p.name.toLowerCase().includes(asked.get('find') ?? '')),
    }),
  });
  const all = await screen.findAllByRole('link', { name: /Holt|Osterlick/ });
  expect(all).toHaveLength(2);
  await see('These came or were added last. 1998 more are found by name.');
  fireEvent.change(screen.getByRole('searchbox', { name: 'Find by name' }), { target: { value: 'oster' } });
  await waitFor(() => expect(screen.queryByRole('link', { name: /Holt/ })).toBeNull());
  expect(screen.getByRole('link', { name: /Osterlick/ }).getAttribute('href')).toBe('/clients/Bram Osterlick');
  await see('2 more have such a name. Type more of it.');
  fireEvent.change(screen.getByRole('searchbox', { name: 'Find by name' }), { target: { value: 'xyz' } });
  await see('Nobody has such a name. Type less of it.');
});

const pain = {
  id: 'pain',
  name: 'Pain',
  kind: 'rating',
  words: null,
  side: null,
  shown: null,
  ofDays: false,
  unit: 'of 10',
  min: 0,
  max: 10,
  step: 0.5,
  direction: 'lower',
  source: { label: 'published', work: 'Farrar' },
};

it('A client’s page shows what changed over the visits', async () => {
  openAt('/clients/c', {
    '/api/clients/{clientId}': {
      id: 'c',
      trends: [
        {
          measure: { ...pain, of: null },
          trend: {
            overall: { before: 6, after: 2, threshold: 1.8, verdict: 'better' },
            points: [
              { date: '2026-03-01', before: 6, after: 4, plan: 'Legs on the mat', verdict: 'better' },
              { date: '2026-05-01', before: 3, after: 2, plan: 'First back session', verdict: 'same' },
            ],
          },
        },
      ],
    },
  });
  await see(/6 → 2 of 10 · better/);
  // A true line of time, what was given under it, and each visit as it was judged.
  await see(/1 May( 2026)? First back session/);
  const shown = [...document.querySelectorAll('.trend path.is')];
  expect(shown.map((c) => [c.parentElement!.getAttribute('class'), c.getAttribute('data-marks')])).toEqual([
    ['better', '1'],
    ['same', '1'],
  ]);
  // What is pointed at is said.
  const chart = screen.getByRole('img', { name: /Pain/ });
  fireEvent.pointerMove(chart, { clientX: 0 });
  await see(/1 Mar( 2026)? · Legs on the mat · 6 → 4/);
  fireEvent.pointerLeave(chart);
  await see(/Farrar/);
});

it('the Library opens a flow and offers the minutes the knowledge names', async () => {
  openAt('/library/flow/legs', {
    ...words,
    '/api/vocabulary': { defaults: { offeredMinutes: [30, 60] } },
    '/api/library': [{ id: 'legs', name: 'Legs on the mat', kept: false, tradition: 'thai' }],
    '/api/library/{kind}/{id}': { card: { name: 'Legs on the mat', props: ['mat'] } },
  });
  await see('Legs on the mat');
  const minutes = await screen.findByLabelText<HTMLSelectElement>(/Fit to/);
  expect([...minutes.options].map((o) => o.value)).toEqual(['', '30', '60']);
});

it('what is looked at in the Library becomes a visit’s plan in the ways and minutes chosen', async () => {
  const variants = [
    {
      id: 'lying',
      name: 'How the client lies',
      chosen: 'down',
      options: [
        { id: 'down', name: 'face down' },
        { id: 'side', name: 'on the side' },
      ],
    },
  ];
  const { sent } = openAt('/library/flow/legs', {
    ...visit(),
    '/api/vocabulary': { defaults: { offeredMinutes: [30, 60] } },
    '/api/library': [{ id: 'legs', name: 'Legs on the mat', kept: false, tradition: 'thai' }],
    '/api/library/{kind}/{id}': { card: { name: 'Legs on the mat', props: [] }, variants },
    '/api/today': { visits: [{ id: 'v', clientName: 'Bram', at: '13:00:00', phase: 'not-started', mine: true }] },
    '/api/visits/{visitId}/plan/start': { version: 4 },
  });
  fireEvent.change(await screen.findByLabelText('How the client lies'), { target: { value: 'side' } });
  fireEvent.change(screen.getByLabelText(/Fit to/), { target: { value: '60' } });
  fireEvent.change(await screen.findByLabelText(/Use for a visit/), { target: { value: 'v' } });
  fireEvent.click(screen.getByText('Plan it so'));
  await waitFor(() => expect(sent.map((s) => s.path)).toContain('/api/visits/v/plan/fit'));
  expect(sent.find((s) => s.path.endsWith('/start'))!.body).toEqual({
    version: 3,
    from: { kind: 'flow', id: 'legs', choices: { lying: 'side' } },
    insert: false,
  });
  expect(sent.find((s) => s.path.endsWith('/fit'))!.body).toEqual({ version: 4, minutes: 60 });
});

it('the Atlas shows the bent leg’s side only where a position bends one', async () => {
  const positions = ['supine', 'figure-four'].map((id) => ({ id, name: id, liesOn: 'back' }));
  openAt('/atlas?position=figure-four', { '/api/vocabulary': { positions, defaults: { oneSided: ['figure-four'] } } });
  const bent = await screen.findByLabelText(/bent/i);
  expect(bent).toBeTruthy();
  fireEvent.change(screen.getByLabelText(/Lying or sitting/), { target: { value: 'supine' } });
  await waitFor(() => expect(screen.queryByLabelText(/bent/i)).toBeNull());
});

it('the Atlas puts two sets of the feet side by side', async () => {
  openAt('/atlas?mode=feet', {
    '/api/atlas': { reflex: ['a', 'b'].map((id) => ({ id, name: `Set ${id}`, systems: [] })) },
  });
  await see(/Set a/);
  await see(/Set b/);
});

it('the Bench says how each drill went and what it wants', async () => {
  openAt('/bench', {
    '/api/bench': { drills: [{ target: { drill: { name: 'Slow sink' }, peakNewtons: 196 }, best: 97 }] },
  });
  await see('Slow sink');
  await see(/best 97/);
  await see(/20.0 kg at the deepest/);
});

it('Practice shows the hands it was told, and sends what is changed', async () => {
  const { sent } = openAt('/practice', { '/api/me/hands': { palmBreadthCm: 8.5, fourFingersCm: 7.2 } });
  const palm = await screen.findByLabelText<HTMLInputElement>(/Palm/);
  expect(palm.value).toBe('8.5');
  fireEvent.change(palm, { target: { value: '9' } });
  fireEvent.blur(palm);
  await waitFor(() => expect(sent).toContainEqual(expect.objectContaining({ method: 'put', path: '/api/me/hands' })));
});

it('Arrive asks its cards, and N answers the first one alone', async () => {
  const card = (id: string) => ({ id, name: id, version: 3, say: `${id}: any of it?`, state: 'open', lines: [] });
  const asking = { door: [card('today'), card('now')], lists: [], further: { ask: [], notAsked: [] } };
  const { sent } = openAt('/visits/v/arrive', visit({ asking }));
  await see('today: any of it?');
  fireEvent.keyDown(document.activeElement!, { key: 'n' });
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ path: '/api/visits/v/cards', body: { card: 'today', cardVersion: 3, yes: [] } });
});

it('Screen says who says so', async () => {
  openAt('/visits/v/screen', visit());
  await press(/Says who/);
  await see(/held by/);
});

it('Plan changes the chosen step by key', async () => {
  const { sent } = openAt('/visits/v/plan', visit({ plan: { blocks: [] } }));
  await screen.findByRole('tab', { name: /Weight/ });
  fireEvent.keyDown(window, { key: ']' });
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    path: '/api/visits/v/plan/edits',
    body: { edit: { kind: 'level', number: 1, bothSides: true } },
  });
});

it('Plan that may not be changed says why and sends nothing', async () => {
  const no = { allowed: false, why: 'The session is under way.' };
  const { sent } = openAt('/visits/v/plan', visit({ may: { ...may, 'edit-plan': no } }));
  await see('The session is under way.');
  fireEvent.keyDown(window, { key: ']' });
  fireEvent.keyDown(window, { key: 'Delete' });
  expect(sent).toEqual([]);
});

/** A session as the server keeps it, as far as the client is told of it here: events move it and are each answered. */
function sessionOf(steps: string[], redFlagsOpen: string[] = []) {
  const log: { id: string; kind: string; at: string; response?: string }[] = [];
  const last = (kinds: string[]) => log.findLast((e) => kinds.includes(e.kind));
  const session = () => ({
    phase: { start: 'running', pause: 'paused' }[last(['start', 'pause'])?.kind ?? ''] ?? 'not-started',
    now: log.at(-1)?.at ?? '2026-11-26T08:00:00Z',
    startedAt: log[0]?.at ?? null,
    anchoredAt: last(['start', 'next', 'pause'])?.at ?? null,
    finishedAt: null,
    cursorSeconds: 300 * log.filter((e) => e.kind === 'next').length,
    stoppedBy: null,
    stayingSince: null,
    levels: {},
    responses: log.filter((e) => e.kind === 'response').map((e) => ({ id: e.id, response: e.response })),
    events: log.length,
  });
  const lines = steps.map((name, i) => ({
    id: name,
    name,
    startSeconds: 300 * i,
    seconds: 300,
    restSeconds: 0,
    presses: [],
  }));
  const stands = () => ({ session: session(), may, answers: [] as object[] });
  return {
    kinds: () => log.map((e) => e.response ?? e.kind),
    answers: {
      ...words,
      '/api/visits/{visitId}': () => ({
        ...visit()['/api/visits/{visitId}'],
        ...stands(),
        redFlagsOpen,
        plan: { steps: lines },
        expansion: { totalSeconds: 300 * steps.length, steps: lines },
      }),
      '/api/visits/{visitId}/give': stands,
      '/api/visits/{visitId}/give/events': ({ events }: { events: typeof log }) => {
        log.push(...events);
        return { ...stands(), answers: events.map((e) => ({ id: e.id, result: 'stored' })) };
      },
      '/api/visits/{visitId}/press/{step}': { scene: null },
    },
  };
}

it('Give begins without the card of red flags by one touch more, and says so', async () => {
  const session = sessionOf(['Warm hands'], ['Right now']);
  openAt('/visits/v/give', session.answers);
  await see('Ready when you are.');
  fireEvent.keyDown(document.body, { key: ' ' });
  await see(/Not asked at this visit: Right now/);
  expect(session.kinds()).toEqual([]);
  fireEvent.keyDown(document.body, { key: ' ' });
  await waitFor(() => expect(session.kinds()).toEqual(['start']));
});

it('Give starts by the space bar, notes by a letter, goes on and pauses, each sent as one event', async () => {
  const session = sessionOf(['Warm hands', 'Palm press']);
  openAt('/visits/v/give', session.answers);
  await see('Ready when you are.');
  for (const [key, shown] of [
    [' ', 'Warm hands'],
    ['s', '1 noted'],
    ['PageDown', 'step 2 of 2'],
    ['p', 'paused'],
  ] as const) {
    fireEvent.keyDown(document.body, { key });
    await see(shown);
  }
  await waitFor(() => expect(session.kinds()).toEqual(['start', 'sigh', 'next', 'pause']));
});

it('Give shows what was found here before, and takes how strong a note was after it', async () => {
  const session = sessionOf(['Warm hands']);
  const { sent } = openAt('/visits/v/give', {
    ...session.answers,
    '/api/visits/{visitId}/give/before': {
      'Warm hands': [
        { response: 'sigh', date: '2026-11-14', place: 'BL57', strength: 1, before: 3, text: 'down to the heel' },
      ],
    },
  });
  await see('Ready when you are.');
  fireEvent.keyDown(document.body, { key: ' ' });
  await see(/BL57 · a little · down to the heel · 14 Nov/);
  await see(/less than the time before \(strongly\)/);
  fireEvent.keyDown(document.body, { key: 's' });
  fireEvent.click(await screen.findByRole('button', { name: 'clearly' }));
  await waitFor(() => expect(session.kinds()).toEqual(['start', 'sigh', 'annotate']));
  const events = sent
    .filter((s) => s.path.endsWith('/give/events'))
    .flatMap(
      (s) => (s.body as { events: { id: string; kind: string; detail?: { of?: string; strength?: number } }[] }).events,
    );
  const noted = events.find((e) => e.kind === 'response')!;
  expect(events.find((e) => e.kind === 'annotate')!.detail).toMatchObject({ of: noted.id, strength: 2 });
});

it('Reflect shows before and after with the change that counts', async () => {
  const judged = { measure: 'pain', before: 6, after: 3, earlier: null, threshold: 2, verdict: 'better' };
  openAt(
    '/visits/v/reflect',
    visit({
      phase: 'finished',
      may: {},
      changes: [judged],
      outcome: { taken: [{ measure: pain, change: judged }] },
    }),
  );
  await see(/6 → 3 of 10 · better/);
  await see(/counts from 2 of 10/);
});

it('Compose begins with what helped the last time at that place, and says so', async () => {
  const wanted = { region: 'sole', side: 'left', quality: 'stiff', for: null };
  const { sent } = openAt('/visits/v/compose', {
    ...visit({ suggested: { aims: [wanted], measures: [] } }),
    '/api/visits/{visitId}/plan/from-last': {
      date: '2026-11-14',
      helped: [{ aim: { ...wanted, for: 'release' }, because: 'Pain 6 to 3, better.' }],
    },
    '/api/vocabulary': { regions: [{ id: 'sole', name: 'sole' }] },
  });
  await see(/Pain 6 to 3, better/);
  await press('Compose');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ body: { aims: [{ region: 'sole', for: 'release' }] } });
});

const placesToWork = {
  '/api/vocabulary': {
    regions: [
      { id: 'calf', name: 'calf' },
      { id: 'sole', name: 'sole' },
    ],
    qualities: [{ id: 'stiff', name: 'stiff', usualAim: 'release' }],
  },
};

it('Compose begins with what brings them, and asks for two sessions', async () => {
  const aims = [{ region: 'sole', side: 'left', quality: 'stiff', for: null }];
  const { sent } = openAt('/visits/v/compose', {
    ...visit({ suggested: { aims, measures: [] } }),
    '/api/visits/{visitId}/plan/from-last': { helped: [] },
    ...placesToWork,
  });
  await press('Compose');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ body: { aims } });
});

it('Compose assumes no place where none is known, and composes when one is chosen', async () => {
  const { sent } = openAt('/visits/v/compose', {
    ...visit({ suggested: { aims: [], measures: [] } }),
    '/api/visits/{visitId}/plan/from-last': { helped: [] },
    ...placesToWork,
  });
  await press('Compose');
  const where = screen.getByLabelText<HTMLSelectElement>('Where');
  expect(where.validity.valueMissing).toBe(true);
  fireEvent.change(where, { target: { value: 'calf' } });
  await press('Compose');
  await waitFor(() => expect(sent).toMatchObject([{ body: { aims: [{ region: 'calf' }] } }]));
});

it('Compose leans on what went together with a change, says so, and leaves it where it is not wanted', async () => {
  const because = 'With fist round the rim: Full belly 2.7 better (3 visits); without: 1.3 better (3).';
  const { sent } = openAt('/visits/v/compose', {
    ...visit({ suggested: { aims: [{ region: 'sole' }], measures: [] } }),
    '/api/visits/{visitId}/plan/from-last': { helped: [] },
    ...placesToWork,
    '/api/visits/{visitId}/plan/leans': [{ work: [], better: true, because }],
  });
  await see(/Counts a little more. With fist round the rim/);
  await press('Compose');
  await waitFor(() => expect(sent).toHaveLength(1));
  fireEvent.click(screen.getByLabelText(/Lean on what went together/));
  await press('Compose');
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent.map((s) => (s.body as { lean: boolean }).lean)).toEqual([true, false]);
});

it('What asks about the days before is not asked again, and says what it came from', async () => {
  const flushes = { ...pain, id: 'flushes', name: 'Heat', ofDays: true };
  const judged = {
    measure: 'flushes',
    before: 4,
    after: null,
    earlier: { on: '2026-03-02', value: 7 },
    threshold: 2,
    verdict: 'better',
  };
  openAt('/visits/v/reflect', {
    ...visit({
      phase: 'finished',
      may: {},
      proposed: [{ measure: 'flushes', for: 'flow' }],
      changes: [judged],
      outcome: { taken: [{ measure: flushes, change: judged }] },
    }),
    '/api/vocabulary': { measures: [flushes] },
  });
  await see(/7 → 4 of 10 · since 2 Mar 2026: better/);
  expect(screen.queryByRole('button', { name: 'Heat: 4' })).toBeNull();
});

it('A paper goes out as it was changed on the page', async () => {
  const { sent } = openAt('/visits/v/letter/home', {
    '/api/visits/{visitId}/letters/{kind}': {
      kind: 'home',
      to: '',
      regarding: 'Merrin Oldacre',
      parts: [{ heading: 'Today', text: 'Rest.', lines: ['Drink.', 'Walk.'] }],
    },
  });
  const part = await screen.findByRole('textbox', { name: 'Today' });
  part.querySelector('p')!.textContent = 'Rest on the blue stool.';
  part.querySelector('li')!.remove();
  await press('PDF');
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.body).toEqual({
    to: null,
    regarding: 'Merrin Oldacre',
    parts: [{ heading: 'Today', text: 'Rest on the blue stool.', lines: ['Walk.'] }],
  });
});

it('Compare, the card, a letter and the phone open on what they are sent', async () => {
  for (const [address, says] of [
    ['/visits/v/compare', 'Side by side'],
    ['/visits/v/card', /Afterwards/],
    ['/visits/v/letter/referral', /we do not diagnose/],
    ['/intake/t', 'Before your session'],
  ] as const) {
    openAt(address, visit());
    await see(says);
    cleanup();
  }
});
