import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import { clock, dayOf, howOld } from '../../parts/spoken';
import { Note } from '../../ui/Note';
import { SendForm } from '../../ui/SendForm';

const shown = 5;
const bytesInMegabyte = 1e6;

/** How old the last good copy of everything is, and one more at a press. */
export function Copies() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const copies = useQuery({
    queryKey: keptAs.copies(),
    queryFn: () => ask(http.GET('/api/copies')),
    refetchOnMount: 'always',
  });
  if (!copies.data) return null;
  const c = copies.data;
  const age = c.ageHours == null ? null : howOld(c.ageHours);
  const take = async () => {
    try {
      cache.setQueryData(keptAs.copies(), await ask(http.POST('/api/copies')));
      await renew(cache, 'trail');
    } catch (e) {
      await renew(cache, 'copies');
      throw e;
    }
  };
  const said = age ? t(`copies.age_${age.unit}`, { count: age.count }) : t('copies.never');
  return (
    <SendForm className="practicepart" send={take} action={t('copies.take')}>
      <h2>{t('copies.title')}</h2>
      {c.late ? (
        <Note>
          {said} {t('copies.late')}
        </Note>
      ) : (
        <p>{said}</p>
      )}
      {c.trouble && <Note>{c.trouble}</Note>}
      <p className="soft small">
        {c.everyHours > 0
          ? t('copies.every', { hours: c.everyHours, folder: c.folder })
          : t('copies.byHand', { folder: c.folder })}{' '}
        {t(c.underPassphrase ? 'copies.passphrase' : 'copies.noPassphrase')} {t('copies.elsewhere')}
      </p>
      {c.copies.length > 0 && (
        <ul className="plainlist small">
          {c.copies.slice(0, shown).map((one) => (
            <li key={one.name}>
              {dayOf(one.at)} {clock(one.at)}{' '}
              <span className="soft">
                {one.name} · {t('copies.megabytes', { mb: (one.bytes / bytesInMegabyte).toFixed(1) })}
                {one.head && <> · {t('copies.head', { head: one.head })}</>}
              </span>
            </li>
          ))}
        </ul>
      )}
    </SendForm>
  );
}
