import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { createRoot } from 'react-dom/client';
import { expect, it, vi } from 'vitest';
import { cap, commands, linesOf, written } from '../shell/commands';
import { singleKeys, useCommands } from '../shell/keys';
import { sources } from '../test/files';
import { en } from '../words/en';
import { Fold } from './Fold';
import { Sheet } from './Sheet';
import { Tabs } from './Tabs';
import { ToolBar } from './ToolBar';

const lines = (pattern: RegExp, ends: string[], ...allowed: string[]) =>
  sources(...ends)
    .filter((f) => !allowed.includes(f.name))
    .flatMap((f) =>
      f.text
        .split('\n')
        .filter((l) => pattern.test(l))
        .map((l) => `${f.name}: ${l.trim()}`),
    );

it('colours and sizes of type stand in the tokens alone', () => {
  const colour = /#[0-9a-f]{3,8}\b(?!['"]?\))|rgba?\(|hsla?\(/i;
  expect(lines(colour, ['.scss'], 'theme/_tokens.scss')).toEqual([]);
  expect(lines(/(['"`: ])#([0-9a-f]{3}|[0-9a-f]{6})\b/i, ['.tsx', '.ts'], 'api/schema.d.ts')).toEqual([]);
  expect(
    lines(/font-size: (?!var\(--type-\w+\)|inherit)|\d(rem|px) 'Figtree/, ['.scss'], 'theme/_tokens.scss'),
  ).toEqual([]);
  const tokens = sources('_tokens.scss')[0]!.text;
  expect(tokens.match(/--type-\w+:/g)).toHaveLength(8);
});

it('one file spells the keys of what is kept, one hears the keyboard for the whole page', () => {
  expect(lines(/queryKey: \[|QueryData\(\[/, ['.ts', '.tsx'], 'api/kept.ts')).toEqual([]);
  const own = ['shell/keys.ts', 'ui/Sheet.tsx', 'stages/bench/usePressInput.ts', 'shell/IdleLock.tsx'];
  expect(lines(/addEventListener\('key/, ['.ts', '.tsx'], ...own)).toEqual([]);
  expect(lines(/<kbd/, ['.tsx'], 'shell/KeyCap.tsx', 'shell/KeyHelp.tsx')).toEqual([]);
});

it('fields, folds and tabs come from the kit', () => {
  expect(lines(/<(details|summary)\b|role="(tab|tablist|toolbar)"/, ['.tsx'])).toEqual([]);
  expect(lines(/<select|<textarea|form-(control|select|range)/, ['.tsx'])).toEqual([]);
  expect(lines(/toLocale|Intl\.DateTimeFormat/, ['.ts', '.tsx'])).toEqual([]);
});

/** Parts of the library whose styles are the library's; the others are dressed in theme/. */
const dressed: Record<string, string> = {
  Form: 'forms',
  Modal: 'modal',
  Offcanvas: 'offcanvas',
  ProgressBar: 'progress',
};
const ours = ['Accordion', 'Alert', 'ButtonToolbar', 'Dropdown', 'Nav', 'Tab', 'Toast'];

it('each part of the library comes with its styles', () => {
  const theme = sources('theme.scss')[0]!.text;
  const parts = new Set(
    sources('.tsx').flatMap((f) => [...f.text.matchAll(/'react-bootstrap\/(\w+)'/g)].map((m) => m[1]!)),
  );
  for (const part of parts) {
    if (!ours.includes(part)) expect(theme, part).toContain(`bootstrap/scss/${dressed[part]}'`);
  }
});

it('no key does two things in one place, and each has its words', () => {
  for (const [place, of] of Object.entries(commands)) {
    const keys = Object.values(of).flatMap((c) => [...c.keys] as string[]);
    expect(new Set(keys).size, place).toBe(keys.length);
    for (const { says } of linesOf(place as keyof typeof commands))
      expect(
        (en.keys as unknown as Record<string, Record<string, string>>)[place]![says],
        `${place}.${says}`,
      ).toBeTruthy();
  }
  expect(['Alt+ArrowUp', 'Shift+u', ' ', '+', '-'].map(cap)).toEqual(['Alt ↑', 'Shift U', 'space', '+', '−']);
});

it('a key is written the same whatever layout or lock it comes from', () => {
  const key = (k: string, shiftKey = false, altKey = false) => written({ key: k, shiftKey, altKey });
  expect([
    key('U'),
    key('U', true),
    key('u', true),
    key('+', true),
    key('ArrowUp', true),
    key('ArrowUp', false, true),
  ]).toEqual(['u', 'Shift+u', 'Shift+u', '+', 'Shift+ArrowUp', 'Alt+ArrowUp']);
});

function Asked({ yes }: { yes: () => void }) {
  useCommands('arrive', { yes }, (key) => (key === 'PageDown' ? yes : undefined));
  return <input aria-label="words" />;
}

it('a key is heard the moment what it is for is seen', async () => {
  const page = document.body.appendChild(document.createElement('div'));
  const yes = vi.fn();
  const seen = new Promise((resolve) => new MutationObserver(resolve).observe(page, { childList: true }));
  // Outside `act`, as in a browser: what comes after the drawing comes when it comes.
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', false);
  const root = createRoot(page);
  root.render(<Asked yes={yes} />);
  await seen;
  window.dispatchEvent(new KeyboardEvent('keydown', { key: 'y' }));
  expect(yes).toHaveBeenCalledTimes(1);
  root.unmount();
  page.remove();
  vi.unstubAllGlobals();
});

it('single letters can be switched off; other keys stay', () => {
  const yes = vi.fn();
  render(<Asked yes={yes} />);
  fireEvent.keyDown(window, { key: 'y' });
  fireEvent.keyDown(screen.getByLabelText('words'), { key: 'y' });
  fireEvent.keyDown(window, { key: 'y', ctrlKey: true });
  expect(yes).toHaveBeenCalledTimes(1);
  singleKeys.turn(false);
  fireEvent.keyDown(window, { key: 'y' });
  expect(yes).toHaveBeenCalledTimes(1);
  fireEvent.keyDown(window, { key: 'PageDown' });
  expect(yes).toHaveBeenCalledTimes(2);
  singleKeys.turn(true);
});

it('a tool bar is one stop; arrows go along it, past what cannot be pressed, and round', () => {
  render(
    <ToolBar label="tools">
      <button>one</button>
      <button disabled>two</button>
      <button>three</button>
    </ToolBar>,
  );
  const [one, , three] = screen.getAllByRole('button') as HTMLButtonElement[];
  expect([one!.tabIndex, three!.tabIndex]).toEqual([0, -1]);
  one!.focus();
  fireEvent.keyDown(one!, { key: 'ArrowRight' });
  expect(document.activeElement).toBe(three);
  expect([one!.tabIndex, three!.tabIndex]).toEqual([-1, 0]);
  fireEvent.keyDown(three!, { key: 'ArrowRight' });
  expect(document.activeElement).toBe(one);
  fireEvent.keyDown(one!, { key: 'ArrowLeft' });
  expect(document.activeElement).toBe(three);
});

function Drawer() {
  const [open, setOpen] = useState(false);
  return (
    <div className="frame">
      <main data-testid="rest">
        <button onClick={() => setOpen(true)}>beside</button>
      </main>
      <div className="middle">
        <Sheet id="side" label="sheet" open={open} onClose={() => setOpen(false)}>
          <input aria-label="half typed" />
        </Sheet>
      </div>
    </div>
  );
}

it('a drawer keeps the focus, gives it back, and loses nothing half typed', () => {
  render(<Drawer />);
  fireEvent.change(screen.getByLabelText('half typed'), { target: { value: 'sor' } });
  const opener = screen.getByText('beside');
  opener.focus();
  fireEvent.click(opener);
  expect(document.activeElement).toBe(screen.getByLabelText('sheet'));
  expect(screen.getByTestId('rest').inert).toBe(true);
  fireEvent.keyDown(document.activeElement!, { key: 'Escape' });
  expect(screen.getByTestId('rest').inert).toBe(false);
  expect(document.activeElement).toBe(opener);
  expect(screen.getByLabelText<HTMLInputElement>('half typed').value).toBe('sor');
});

function Leaves() {
  const [at, go] = useState<'a' | 'b'>('a');
  return (
    <Tabs
      id="t"
      label="leaves"
      leaves={[
        { id: 'a', name: 'first' },
        { id: 'b', name: 'second', count: 3 },
      ]}
      at={at}
      onGo={go}
    >
      {at === 'a' ? 'one thing' : 'another'}
    </Tabs>
  );
}

it('tabs go by arrow and show one leaf', () => {
  render(<Leaves />);
  const first = screen.getByRole('tab', { name: 'first' });
  first.focus();
  fireEvent.keyDown(first, { key: 'ArrowRight' });
  expect(screen.getByText('another')).toBeTruthy();
  expect(screen.getByRole('tab', { name: /second/ }).getAttribute('aria-selected')).toBe('true');
});

it('a fold opens under its title', () => {
  render(<Fold title="why">because</Fold>);
  expect(screen.queryByText('because')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'why' }));
  expect(screen.getByText('because')).toBeTruthy();
});
