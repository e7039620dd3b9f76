import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import '../words';
import { Chart } from './Chart';

const figure = {
  width: 400,
  height: 900,
  outline: 'M0 0z',
  lines: '',
  hair: '',
  features: '',
  wash: 'data:,',
  washWidth: 400,
  washHeight: 900,
  pen: 1,
};
const layers = {
  lines: [{ kind: 'channel', id: 'st', side: 1, seen: 'M0 0q1 1 2 2', hidden: '' }],
  spots: [
    {
      kind: 'point',
      id: 'ST36',
      label: 'ST36',
      title: 'Zúsānlǐ',
      side: 1,
      x: 100,
      y: 600,
      visible: true,
      access: 'free',
    },
    {
      kind: 'point',
      id: 'BL40',
      label: 'BL40',
      title: 'Wěizhōng',
      side: 1,
      x: 120,
      y: 610,
      visible: false,
      access: 'covered',
    },
  ],
  areas: [
    { kind: 'region', id: 'calf', name: 'calf', group: '', side: 1, path: 'M0 0L1 1z', x: 0, y: 0, labelled: true },
    {
      kind: 'no-pressure',
      id: 'throat',
      name: 'throat',
      group: 'Windpipe.',
      side: 1,
      path: 'M0 0L1 1z',
      x: 0,
      y: 0,
      labelled: true,
    },
  ],
};

const answer = vi.hoisted(() => ({ own: true }));
vi.mock('./useChart', () => ({
  useChart: () => ({
    data: {
      figure,
      chart: {
        figure: 'k',
        own: answer.own,
        view: 'front',
        position: 'supine',
        bent: 1,
        client: 'Ilse',
        layers,
        rests: [],
      },
    },
    isError: false,
    error: null,
  }),
}));

function show(own: boolean, onSpot?: (id: string) => void) {
  answer.own = own;
  return render(
    <Chart
      wanted={{ position: 'supine' }}
      box={{ width: 300, height: 600 }}
      label="The body"
      lit={['calf']}
      leftOut={[]}
      onSpot={onSpot}
    />,
  );
}

afterEach(cleanup);

describe('the chart', () => {
  it('shows seen points with their names and hides those on the other side', async () => {
    const chosen: string[] = [];
    show(true, (id) => chosen.push(id));
    expect((await screen.findAllByText('ST36')).length).toBeGreaterThan(0);
    expect(screen.queryByText('BL40')).toBeNull();
    screen.getByText('ST36 Zúsānlǐ').parentElement!.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    expect(chosen).toEqual(['ST36']);
  });
  it('hatches what is not pressed and lights what is worked', async () => {
    const { container } = show(true);
    await screen.findAllByText('ST36');
    expect(container.querySelector<SVGElement>('.area.no-pressure')!.style.fill).toMatch(/^url\(/);
    expect(container.querySelector<SVGElement>('.area.region.lit')!.style.fill).toBe('');
  });
  it('says when the figure is not yet the client’s own', async () => {
    show(false);
    expect(await screen.findByText(/Drawing Ilse’s own figure/)).toBeTruthy();
  });
});
