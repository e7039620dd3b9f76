import { useTranslation } from 'react-i18next';
import type { Outcome, VisitView, Vocabulary } from '../../api/types';
import { Chart } from '../../chart/Chart';
import { Mark } from '../../parts/Mark';

const SHOWN = 3;

const order: Outcome[] = ['emergency', 'refer-first', 'postpone', 'clearance', 'avoid', 'modify', 'note'];

/** Where today's limits lie, region by region, and what each is for. */
export function Limits({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const places = new Map<string, { outcome: Outcome; titles: Set<string> }>();
  for (const f of visit.screen.findings.filter(
    (f) => f.outcome !== 'note' && !visit.overrides.some((o) => o.rule === f.rule),
  )) {
    const at = f.wholeVisit
      ? ['whole-body']
      : f.steps.map((id) => visit.plan.steps.find((s) => s.id === id)?.region ?? '');
    for (const region of new Set(at)) {
      const place = places.get(region) ?? { outcome: f.outcome, titles: new Set<string>() };
      if (order.indexOf(f.outcome) < order.indexOf(place.outcome)) place.outcome = f.outcome;
      place.titles.add(f.title);
      places.set(region, place);
    }
  }
  // Places with the same limits are said together.
  const alike = new Map<string, { outcome: Outcome; titles: string[]; regions: string[] }>();
  for (const [region, place] of places) {
    const titles = [...place.titles].sort();
    const limit = alike.get(titles.join()) ?? { outcome: place.outcome, titles, regions: [] };
    limit.regions.push(words.regions.find((r) => r.id === region)?.name ?? region);
    alike.set(titles.join(), limit);
  }
  // The body shows the single places; what holds everywhere would only colour all of it.
  const shown = new Map(
    [...places].filter(([region]) => region !== 'whole-body' && region !== '').map(([r, p]) => [r, p.outcome]),
  );
  const sorted = [...alike.values()].sort((a, b) => order.indexOf(a.outcome) - order.indexOf(b.outcome));
  return (
    <section>
      <h2>{t('limits.title')}</h2>
      <p className="soft small">
        {sorted.length === 0 ? t(visit.screen.standing.length > 0 ? 'limits.kept' : 'limits.none') : t('limits.lead')}
      </p>
      {sorted.length > 0 && (
        <div className="stepchart pairchart">
          {['front', 'back'].map((view) => (
            <Chart
              key={view}
              label={`${t('limits.chart')}, ${t(`view.${view}`)}`}
              box={{ width: 160, height: 300 }}
              wanted={{ view, clientId: visit.client.id, regions: [...shown.keys()] }}
              lit={[...shown].filter(([, outcome]) => outcome !== 'avoid').map(([region]) => region)}
              leftOut={[...shown].filter(([, outcome]) => outcome === 'avoid').map(([region]) => region)}
            />
          ))}
        </div>
      )}
      <ul className="limits">
        {sorted.map((limit) => (
          <li key={limit.titles.join()}>
            <Mark outcome={limit.outcome} />
            <div>
              <b className="serif">{limit.regions.join(', ')}</b>
              <p className="soft small">
                {limit.titles.slice(0, SHOWN).join(' · ')}
                {limit.titles.length > SHOWN && ` · ${t('limits.more', { count: limit.titles.length - SHOWN })}`}
              </p>
            </div>
          </li>
        ))}
      </ul>
      {visit.overrides.length > 0 && (
        <>
          <h2 className="mt-3">{t('limits.reasons')}</h2>
          {visit.overrides.map((o) => (
            <p key={o.rule} className="small mt-1">
              {o.reason} <span className="soft">{o.by}</span>
            </p>
          ))}
        </>
      )}
    </section>
  );
}
