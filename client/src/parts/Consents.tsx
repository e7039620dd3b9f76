import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { nameIn } from '../api/named';
import type { ConsentPlace, VisitView, Vocabulary } from '../api/types';
import { useChange } from '../api/useVisit';
import { TextField } from '../ui/fields';
import { Fold } from '../ui/Fold';
import { day } from './spoken';

/** More yeses than these are folded to their count. */
const MOST_SHOWN = 2;

interface Props {
  visit: VisitView;
  words: Vocabulary;
  /** Only these places; all the plan works where left out. */
  places?: ConsentPlace[];
  bare?: boolean;
  /** After a yes was taken back. */
  onTakenBack?: (place: ConsentPlace) => void;
}

/** A no to another place whose skin this one shares: it is taken back there. */
const elsewhere = (p: ConsentPlace) => p.word === 'refused' && p.entry?.region !== p.region;

/** Consent, place by place: for today or until it is taken back; one touch takes it back. */
export function Consents({ visit, words, places = visit.consents, bare = false, onTakenBack }: Props) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [by, setBy] = useState('');
  if (places.length === 0) return null;
  const may = !!visit.may['ask-facts']?.allowed;
  const guardian = places.some((p) => p.guardian && p.word !== 'given');
  const given = places.filter((p) => p.word === 'given');
  const rest = places.filter((p) => p.word !== 'given');
  const fold = !bare && given.length > MOST_SHOWN;
  const say = (place: ConsentPlace, answer: 'today' | 'until-taken-back' | 'no') =>
    change('put', 'consents', { region: place.region, answer, by: by || undefined });
  const takeBack = async (place: ConsentPlace) => {
    await say(place, 'no');
    onTakenBack?.(place);
  };
  const placeName = (region: string) => nameIn([...words.areas, ...words.regions], region);
  const name = (p: ConsentPlace) => placeName(p.region);
  const yes = (p: ConsentPlace) => (
    <li key={p.region} className="given">
      <b title={p.names.join(', ')}>{name(p)}</b>
      <span className="soft small">
        {[
          p.entry?.until ? t('consent.until', { date: day(p.entry.until) }) : t('consent.untilBack'),
          p.entry?.detail?.['given-by'],
        ]
          .filter(Boolean)
          .join(', ')}
      </span>
      <button type="button" className="pill quiet" disabled={!may} onClick={() => void takeBack(p)}>
        {t('consent.takeBack')}
      </button>
    </li>
  );
  return (
    <section className="consents" aria-label={t('consent.title')}>
      {!bare && (rest.length > 0 || !fold) && (
        <h2>
          {t('consent.title')}{' '}
          <Link className="pill quiet" to={`/visits/${visit.id}/letter/consent`}>
            {t('consent.form')}
          </Link>
        </h2>
      )}
      {guardian && may && <TextField id="consent-by" label={t('consent.by')} value={by} onText={setBy} />}
      <ul>
        {rest.map((p) => (
          <li key={p.region} className={p.word}>
            <b title={p.names.join(', ')}>{name(p)}</b>
            {p.word === 'refused' && (
              <span className="soft small">
                {elsewhere(p) ? t('consent.refusedAt', { place: placeName(p.entry!.region!) }) : t('consent.refused')}
              </span>
            )}
            {(['today', 'until-taken-back', 'no'] as const)
              .filter((answer) => (answer === 'no' ? p.word === 'open' : !elsewhere(p)))
              .map((answer) => (
                <button
                  key={answer}
                  type="button"
                  className={p.word === 'open' ? 'pill' : 'pill quiet'}
                  disabled={!may || (p.guardian && answer !== 'no' && by.trim() === '')}
                  onClick={() => void say(p, answer)}
                >
                  {t(`consent.say.${answer}`)}
                </button>
              ))}
          </li>
        ))}
        {!fold && given.map(yes)}
      </ul>
      {fold && (
        <Fold title={t(rest.length > 0 ? 'consent.given' : 'consent.allGiven', { count: given.length })}>
          <ul>{given.map(yes)}</ul>
        </Fold>
      )}
    </section>
  );
}
