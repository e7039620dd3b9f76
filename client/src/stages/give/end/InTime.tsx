import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../../api/http';
import { keptAs } from '../../../api/kept';
import type { EndOffer, VisitView } from '../../../api/types';
import { minSec } from '../../../parts/spoken';
import type { Change } from '../useAmend';
import type { Giving } from '../giving';

interface Props {
  visit: VisitView;
  over: number;
  amend: (change: Change) => Promise<boolean>;
  giving: Giving;
  onDone: () => void;
}

const NAMED = 4;

/** The two ways to be done in time, each taken by one touch: what would go, what would shrink or grow. */
export function InTime({ visit, over, amend, giving, onDone }: Props) {
  const { t } = useTranslation();
  const { data } = useQuery({
    queryKey: keptAs.offers(visit, giving.view.session.events, Math.round(over / 30)),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/give/offers', { params: { path: { visitId: visit.id } } })),
    placeholderData: (before) => before,
  });
  if (!data) return null;
  const take = (offer: EndOffer) => void amend({ edits: offer.edits }).then((done) => done && onDone());
  const named = (all: string[]) =>
    all.length <= NAMED
      ? all.join(', ')
      : t('end.andMore', { names: all.slice(0, NAMED).join(', '), count: all.length - NAMED });
  return (
    <section className="intime" aria-label={t('end.title')}>
      {data.offers.length === 0 && <p className="soft">{t('end.none')}</p>}
      {data.offers.map((o) => (
        <button key={o.kind} type="button" className="offer" onClick={() => take(o)}>
          <b>{t(o.kind === 'leave-out' ? 'end.leaveOut' : over > 0 ? 'end.fewer' : 'end.more')}</b>
          {o.goes.length > 0 && <span>{t('end.goes', { names: named(o.goes) })}</span>}
          {o.changes.length > 0 && (
            <span>{named(o.changes.map((c) => t('end.times', { name: c.name, from: c.from, to: c.to })))}</span>
          )}
          <span className="soft">
            {t('end.takes', { time: minSec(o.seconds) })}
            {o.overSeconds > 0 && `, ${t('end.stillOver', { by: minSec(o.overSeconds) })}`}
          </span>
        </button>
      ))}
      <p className="soft small">{t('end.kept')}</p>
    </section>
  );
}
