import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { PlaceLimit, VisitView, Vocabulary } from '../../api/types';
import { BothSides } from '../../chart/BothSides';
import { OutcomeSign } from '../../parts/OutcomeSign';

const WHOLE_BODY = 'whole-body';
/** Sides as the chart counts them. */
const SIDES: Record<string, number[]> = { left: [1], right: [-1], mid: [0], both: [1, -1, 0] };

/** Places as the chart names them: by id and side; what is in the middle is drawn wherever it lies. */
const drawn = (limit: PlaceLimit) =>
  limit.places
    .filter((p) => p.region !== WHOLE_BODY)
    .flatMap((p) => (p.side === 'mid' ? [p.region] : SIDES[p.side]!.map((side) => `${p.region}/${side}`)));

/** Where today's limits lie, and what each is for; a place that is touched shows what holds there. */
export function Caps({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const [at, setAt] = useState<{ region: string; side: number } | null>(null);
  const limits = visit.shown.limits;
  const name = (region: string) => nameIn(words.regions, region);
  const holdsAt = (limit: PlaceLimit) =>
    !at || limit.places.length === 0 || drawn(limit).some((d) => d === at.region || d === `${at.region}/${at.side}`);
  const regions = [...new Set(limits.flatMap((l) => l.places.map((p) => p.region)))].filter((r) => r !== WHOLE_BODY);
  const out = limits.filter((l) => l.outcome === 'avoid').flatMap(drawn);
  return (
    <section>
      <h2>{t('limits.title')}</h2>
      <p className="soft small">
        {limits.length === 0 ? t(visit.screen.standing.length > 0 ? 'limits.kept' : 'limits.none') : t('limits.lead')}
      </p>
      {limits.length > 0 && (
        <div className="stepchart">
          <BothSides
            clientId={visit.client.id}
            label={t('limits.chart')}
            height={300}
            regions={regions}
            lit={limits.filter((l) => l.outcome !== 'avoid').flatMap(drawn)}
            leftOut={out}
            onArea={(region, side) => setAt(at?.region === region && at.side === side ? null : { region, side })}
          />
        </div>
      )}
      {at && (
        <p className="limitat" aria-live="polite">
          <b className="serif">
            {[at.side === 0 ? '' : t(at.side > 0 ? 'side.left' : 'side.right'), name(at.region)]
              .filter(Boolean)
              .join(' ')}
          </b>{' '}
          <button type="button" className="pill quiet" onClick={() => setAt(null)}>
            {t('limits.everywhere')}
          </button>
        </p>
      )}
      <ul className="limits">
        {limits.filter(holdsAt).map((limit) => (
          <li key={limit.outcome + limit.title}>
            <OutcomeSign outcome={limit.outcome} />
            <div>
              <b className="serif">{limit.title}</b>
              <p className="soft small" title={[...new Set(limit.places.map((p) => name(p.region)))].join(', ')}>
                {limit.phrase || t('limits.whole')}
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
