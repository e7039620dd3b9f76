import { useTranslation } from 'react-i18next';
import type { Happened, Happening } from '../../../api/types';
import { SavedText } from '../../../parts/SavedText';
import { clock } from '../../../parts/spoken';
import { useEmergencyNumber } from './useEmergencyNumber';

export type TellMore = (of: string, part: { text?: string; done?: string[]; told?: string }) => void;

/** What to do first when something happened, whom to call, and the record of it: each step ticked as it is done. */
export function FirstSteps({
  happening,
  record,
  onMore,
}: {
  happening: Happening;
  record?: Happened;
  onMore: TellMore;
}) {
  const { t } = useTranslation();
  const emergency = useEmergencyNumber();
  const number = emergency?.number ?? t('happened.theNumber');
  const done = record?.done ?? [];
  const tick = (step: string) =>
    record && onMore(record.id, { done: done.includes(step) ? done.filter((d) => d !== step) : [...done, step] });
  return (
    <section className="firststeps" aria-label={happening.name}>
      <p className={happening.callAtOnce ? 'call now' : 'call'}>
        <b>{t(happening.callAtOnce ? 'happened.callNow' : 'happened.call', { number })}</b>{' '}
        {!happening.callAtOnce && happening.callWhen}
        {emergency && !emergency.own && <span className="soft small"> {t('happened.usualNumber')}</span>}
      </p>
      <ol>
        {happening.first.map((step) => (
          <li key={step}>
            <button
              type="button"
              className="tick"
              aria-pressed={done.includes(step)}
              disabled={!record}
              onClick={() => tick(step)}
            >
              {step}
            </button>
          </li>
        ))}
      </ol>
      {record && (
        <div className="record">
          <p className="soft small">{t('happened.recorded', { at: clock(record.at) })}</p>
          <SavedText
            key={`words-${record.id}`}
            id="happened-words"
            label={t('happened.words')}
            hideLabel={false}
            rows={2}
            value={record.text ?? ''}
            save={(text) => onMore(record.id, { text })}
          />
          <SavedText
            key={`told-${record.id}`}
            id="happened-told"
            label={t('happened.told')}
            hideLabel={false}
            rows={1}
            value={record.told ?? ''}
            save={(told) => onMore(record.id, { told })}
          />
        </div>
      )}
      <p className="soft small">{t('happened.defer')}</p>
    </section>
  );
}
