import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { FactEntry, FactSaid, VisitView, Vocabulary } from '../../api/types';
import { day } from '../../parts/spoken';
import { Fold } from '../../ui/Fold';
import { useAnswer } from './useAnswer';

/** More than these are folded to their names. */
const MOST_SHOWN = 2;

/** Consent, place by place: for today or until it is taken back; one touch takes it back. */
export function Consents({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { answer } = useAnswer(visit.id);
  const may = !!visit.may['ask-facts']?.allowed;
  const open = visit.asking?.consents ?? [];
  const given = visit.facts.filter((f) => f.entry.fact === 'consent-given' && f.entry.status !== 'no');
  const refused = visit.facts.filter((f) => f.entry.fact === 'consent-refused' && f.entry.status !== 'no');
  if (open.length + given.length + refused.length === 0) return null;
  const place = (region?: string | null) => (region ? nameIn([...words.areas, ...words.regions], region) : '');
  const shown = open.length + refused.length > 0;
  const say = (entry: FactEntry) => answer(entry);
  const yes = ({ entry }: FactSaid) => (
    <li key={`${entry.region}-${entry.side}`} className="given">
      <b>{place(entry.region)}</b>
      <span className="soft small">
        {entry.until ? t('consent.until', { date: day(entry.until) }) : t('consent.untilBack')}
      </span>
      <button
        type="button"
        className="pill quiet"
        disabled={!may}
        onClick={() => say({ fact: 'consent-refused', status: 'known', region: entry.region, side: entry.side })}
      >
        {t('consent.takeBack')}
      </button>
    </li>
  );
  return (
    <section className="consents" aria-label={t('consent.title')}>
      {(shown || given.length <= MOST_SHOWN) && <h2>{t('consent.title')}</h2>}
      <ul>
        {open.map((m) => (
          <li key={m.region}>
            <b title={m.question}>{place(m.region)}</b>
            <button
              type="button"
              className="pill"
              disabled={!may}
              onClick={() => say({ fact: 'consent-given', status: 'known', region: m.region, until: visit.date })}
            >
              {t('consent.today')}
            </button>
            <button
              type="button"
              className="pill"
              disabled={!may}
              onClick={() => say({ fact: 'consent-given', status: 'known', region: m.region })}
            >
              {t('consent.always')}
            </button>
            <button type="button" className="pill" disabled={!may} onClick={() => say(m.ifNo!)}>
              {t('arrive.no')}
            </button>
          </li>
        ))}
        {given.length <= MOST_SHOWN && given.map(yes)}
        {refused.map(({ entry }) => (
          <li key={`no-${entry.region}-${entry.side}`} className="refused">
            <b>{place(entry.region)}</b>
            <span className="soft small">{t('consent.refused')}</span>
          </li>
        ))}
      </ul>
      {given.length > MOST_SHOWN && (
        <Fold title={t(shown ? 'consent.given' : 'consent.allGiven', { count: given.length })}>
          <ul>{given.map(yes)}</ul>
        </Fold>
      )}
    </section>
  );
}
