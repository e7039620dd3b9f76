import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import type { FromLandmark } from '../../api/types';
import { theLandmark } from '../../parts/spoken';
import '../../words';
import { useAtlasAt } from './useAtlas';
import { Distance } from '../../parts/Distance';

afterEach(cleanup);

function Probe() {
  const { at, go } = useAtlasAt(['lu', 'li', 'st']);
  const { search } = useLocation();
  return (
    <>
      <output data-testid="at">{JSON.stringify(at)}</output>
      <output data-testid="search">{search}</output>
      <button onClick={() => go({ point: 'ST36', channels: '', view: undefined })}>point</button>
      <button onClick={() => go({ point: undefined })}>none</button>
    </>
  );
}
const at = () => JSON.parse(screen.getByTestId('at').textContent!) as ReturnType<typeof useAtlasAt>['at'];
const open = (address: string) =>
  render(
    <MemoryRouter initialEntries={[address]}>
      <Probe />
    </MemoryRouter>,
  );

describe('what the atlas shows stands in the address', () => {
  it('shows all channels of a standing body when nothing is asked', () => {
    open('/atlas');
    expect(at()).toMatchObject({ mode: 'body', position: 'standing', view: 'front', viewChosen: false, side: 'both' });
    expect(at().channels).toEqual(['lu', 'li', 'st']);
  });
  it('reads everything back from an address', () => {
    open('/atlas?mode=feet&area=heart&position=prone&view=back&bent=right&landmarks=1&no-pressure=1&channels=st');
    expect(at()).toMatchObject({
      mode: 'feet',
      area: 'heart',
      position: 'prone',
      viewChosen: true,
      bent: 'right',
      landmarks: true,
      noPressure: true,
      channels: ['st'],
    });
  });
  it('changes parts of it and takes parts out', () => {
    open('/atlas?position=supine&view=left');
    fireEvent.click(screen.getByText('point'));
    expect(at()).toMatchObject({ point: 'ST36', position: 'supine', channels: [], viewChosen: false });
    fireEvent.click(screen.getByText('none'));
    expect(screen.getByTestId('search').textContent).not.toContain('point');
  });
});

const from: FromLandmark = {
  landmark: 'outer-knee-hollow',
  name: 'outer hollow below the kneecap (ST35)',
  how: 'knee bent',
  way: 'below',
  cm: 7.69,
  cun: 3,
  practitionerFingers: 4.27,
  estimate: false,
  errorCm: 0,
  formula: '3 of 16 cun of 41.0 cm',
  source: { label: 'published', work: 'measured on this client' },
};

describe('the way to a point', () => {
  it('gives centimetres first, then cun and own fingers, and how it came about', () => {
    render(<Distance from={from} />);
    expect(screen.getByText('7.7')).toBeTruthy();
    expect(screen.getByText(/below the outer hollow/)).toBeTruthy();
    expect(screen.getByText(/3 cun · 4.3 of your fingers/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'how this came about' }));
    expect(screen.getByText(/3 of 16 cun of 41.0 cm/)).toBeTruthy();
    expect(screen.queryByText(/estimate/)).toBeNull();
  });
  it('says when it is an estimate and by how much', () => {
    render(<Distance from={{ ...from, estimate: true, errorCm: 0.64 }} />);
    expect(screen.getByText(/estimate ± 0.6 cm/)).toBeTruthy();
  });
  it('says level for a place at its landmark', () => {
    render(<Distance from={{ ...from, way: 'level', cm: 0, cun: 0 }} />);
    expect(screen.getByText('level')).toBeTruthy();
  });
  it.each([
    ['outer ankle bone', 'the outer ankle bone'],
    ['between the brows', 'between the brows'],
    ['below the second waist vertebra', 'below the second waist vertebra'],
  ])('says %s as %s', (name, said) => expect(theLandmark(name)).toBe(said));
});
