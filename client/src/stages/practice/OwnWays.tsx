import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { dayOf } from '../../parts/spoken';

/** The ways of working this practice made itself. */
export function OwnWays({ maySign }: { maySign: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const own = useQuery({ queryKey: keptAs.techniques(), queryFn: () => ask(http.GET('/api/techniques')) });
  const retire = async (id: string) => {
    await ask(http.POST('/api/techniques/{id}/retire', { params: { path: { id } } }));
    await cache.invalidateQueries();
  };
  return (
    <section className="practicepart">
      <h2>{t('ownWays.head')}</h2>
      {own.data?.length === 0 && <p className="soft small">{t('ownWays.none')}</p>}
      <ul className="plainlist">
        {own.data?.map((w) => (
          <li key={w.id}>
            <b>{w.name}</b> {w.how}{' '}
            <span className="soft small">
              {[w.author, w.addedAt && dayOf(w.addedAt), w.retiredAt && t('ownWays.retired')]
                .filter(Boolean)
                .join(', ')}
            </span>
            {w.setAside && <p className="plum small">{w.setAside}</p>}
            {maySign && !w.retiredAt && (
              <button
                type="button"
                className="textbutton"
                aria-label={t('ownWays.retire', { name: w.name })}
                onClick={() => void retire(w.id)}
              >
                {t('rules.retire')}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
