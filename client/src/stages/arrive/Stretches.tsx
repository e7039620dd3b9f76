import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { minSec, theLandmark } from '../../parts/spoken';
import { LeavingField } from '../../ui/fields';

/** The two or three lengths worth taking for today's plan, each with what it changes. */
export function Stretches({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const measuring = useQuery({
    queryKey: keptAs.measuring(visit),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/measuring', { params: { path: { visitId: visit.id } } })),
    placeholderData: (old) => old,
  });
  const save = (body: { stretchesCm?: Record<string, number>; handsCm?: Record<string, number> }) =>
    change('put', 'measures', { ...body });
  if (!measuring.data) return null;
  const { worth, examples, measures } = measuring.data;
  const fourFingers = measures.handsCm?.fourFingersCm;
  return (
    <section className="measured mt-4">
      <h2>{t('stretches.title', { count: worth.length })}</h2>
      <p className="soft small">{t('stretches.lead')}</p>
      {worth.map((w) => {
        const example = examples.find((e) => e.stretch === w.stretch);
        const taken = measures.stretchesCm?.[w.stretch];
        return (
          <div key={w.stretch} className="mt-3">
            <LeavingField
              id={`stretch-${w.stretch}`}
              label={w.name}
              type="number"
              unit="cm"
              disabled={!visit.may['measure']?.allowed}
              placeholder={w.cm.toFixed(1)}
              value={taken == null ? '' : String(taken)}
              onLeave={(text) => (text || taken != null) && save({ stretchesCm: { [w.stretch]: Number(text) } })}
            />
            <p className="answer">
              {t('stretches.cun', { cm: w.cmPerCun.toFixed(1) })}
              {w.estimate && ` ${t('stretches.about', { error: (w.errorCm / w.cun).toFixed(1) })}`}
              {example &&
                ` ${t('stretches.example', {
                  point: example.point,
                  cm: example.from.cm.toFixed(1),
                  way:
                    example.from.way === 'outward'
                      ? t('stretches.outFrom')
                      : `${example.from.way} ${theLandmark(example.from.name)}`,
                  fingers: example.from.practitionerFingers.toFixed(1),
                })}`}
            </p>
            <p className="soft small">{t('stretches.how', { how: w.how, time: minSec(w.planSeconds) })}</p>
          </div>
        );
      })}
      <div className="mt-3">
        <LeavingField
          id="four-fingers"
          label={t('stretches.fourFingers')}
          type="number"
          unit="cm"
          disabled={!visit.may['measure']?.allowed}
          placeholder={measuring.data.clientFourFingersCm.toFixed(1)}
          value={fourFingers == null ? '' : String(fourFingers)}
          onLeave={(text) => (text || fourFingers != null) && save({ handsCm: { fourFingersCm: Number(text) } })}
        />
        <p className="answer">
          {t('stretches.fingers', { cun: measuring.data.yourFourFingersInClientCun.toFixed(1) })}
          {(measuring.data.clientFingersEstimated || measuring.data.yourFingersEstimated) &&
            ` ${t('stretches.fingersAbout')}`}
        </p>
      </div>
    </section>
  );
}
