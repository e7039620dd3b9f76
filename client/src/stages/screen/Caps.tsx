import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { VisitView, Vocabulary } from '../../api/types';
import { Chart } from '../../chart/Chart';
import { OutcomeSign } from '../../parts/OutcomeSign';

const SHOWN = 3;
const WHOLE_BODY = 'whole-body';

/** Where today's limits lie, region by region, and what each is for. */
export function Caps({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const limits = visit.shown.limits;
  const name = (region: string) => nameIn(words.regions, region);
  // The body shows the single places; what holds everywhere would only colour all of it.
  const places = limits.flatMap((l) => l.regions.map((region) => ({ region, out: l.outcome === 'avoid' })));
  const shown = places.filter((p) => p.region !== WHOLE_BODY);
  return (
    <section>
      <h2>{t('limits.title')}</h2>
      <p className="soft small">
        {limits.length === 0 ? t(visit.screen.standing.length > 0 ? 'limits.kept' : 'limits.none') : t('limits.lead')}
      </p>
      {limits.length > 0 && (
        <div className="stepchart pairchart">
          {['front', 'back'].map((view) => (
            <Chart
              key={view}
              label={`${t('limits.chart')}, ${t(`view.${view}`)}`}
              box={{ width: 160, height: 300 }}
              wanted={{ view, clientId: visit.client.id, regions: shown.map((p) => p.region) }}
              lit={shown.filter((p) => !p.out).map((p) => p.region)}
              leftOut={shown.filter((p) => p.out).map((p) => p.region)}
            />
          ))}
        </div>
      )}
      <ul className="limits">
        {limits.map((limit) => (
          <li key={limit.titles.join()}>
            <OutcomeSign outcome={limit.outcome} />
            <div>
              <b className="serif">
                {limit.regions.length > 0 ? limit.regions.map(name).join(', ') : t('limits.whole')}
              </b>
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
