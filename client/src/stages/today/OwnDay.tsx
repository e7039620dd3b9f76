import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';

/** One's own card of the day: what limits one's own hands and feet. Nobody else is shown it. */
export function OwnDay() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const day = useQuery({ queryKey: keptAs.ownDay(), queryFn: () => ask(http.GET('/api/me/day')) });
  if (!day.data) return null;
  const { lines } = day.data;
  const toggle = async (fact: string) => {
    const facts = lines.filter((l) => (l.fact === fact ? !l.said : l.said)).map((l) => l.fact);
    cache.setQueryData(keptAs.ownDay(), await ask(http.PUT('/api/me/day', { body: { facts } })));
    await renew(cache, 'own-limits', 'day-press', 'press-load');
  };
  return (
    <section className="ownday" aria-label={t('ownDay.title')}>
      <h2>{t('ownDay.title')}</h2>
      <div className="chips">
        {lines.map((l) => (
          <button
            key={l.fact}
            type="button"
            className={l.said ? 'pill on' : 'pill'}
            aria-pressed={l.said}
            title={l.question}
            onClick={() => void toggle(l.fact)}
          >
            {t(`ownDay.short.${l.fact}`, { defaultValue: l.name })}
          </button>
        ))}
      </div>
      <p className="soft small">{t('ownDay.lead')}</p>
    </section>
  );
}
