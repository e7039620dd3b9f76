import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { OutcomeSign } from '../../parts/OutcomeSign';
import { Way } from './Way';

/** What one's own day means for this plan: shown to oneself only, kept in no record. */
export function OwnLimits({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const limits = useQuery({
    queryKey: keptAs.ownLimits(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/own-limits', { params: { path: { visitId: visit.id } } })),
  });
  const { cards = [], notes = [] } = limits.data ?? {};
  if (cards.length + notes.length === 0) return null;
  const may = !!visit.may.settle?.allowed;
  return (
    <section className="ownlimits">
      <h2>
        {t('ownDay.limits')} <span className="soft">{t('ownDay.onlyYou')}</span>
      </h2>
      {cards.map((card) => {
        const [best] = may ? card.ways : [];
        return (
          <article key={card.findings[0]!.title} className="finding">
            <div>
              <OutcomeSign outcome={card.outcome} />
            </div>
            <div>
              <h3>
                {card.findings[0]!.title}
                <span className="insteps">
                  {card.steps.length > 2
                    ? t('screen.inSteps', { count: card.stepCount, some: card.steps.slice(0, 2).join(', ') })
                    : card.steps.join(', ')}
                </span>
              </h3>
              <p>{card.findings[0]!.why}</p>
              {best ? (
                <Way
                  way={best}
                  label={t('screen.instead')}
                  onUse={() =>
                    void change('post', 'swaps', {
                      swaps: best.steps.map((step) => ({ step, replacement: best.replacement })),
                    })
                  }
                />
              ) : (
                <p className="ins">{card.findings[0]!.instead.join(' ')}</p>
              )}
            </div>
          </article>
        );
      })}
      {notes.map((n) => (
        <p key={n.title}>
          <b>{n.title}.</b> {n.why}
        </p>
      ))}
    </section>
  );
}
