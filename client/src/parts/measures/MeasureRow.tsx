import { useState, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { Change, Measure, Vocabulary } from '../../api/types';
import { Chart } from '../../chart/Chart';
import { SavedText } from '../SavedText';
import { sourceLine } from '../spoken';
import { saidValue, type Family } from './families';
import { SinceLast } from './SinceLast';
import { Taking, type Taken } from './Taking';

interface Props {
  family: Family;
  words: Vocabulary;
  changes: readonly Change[];
  /** Which value is taken here. */
  when: 'before' | 'after';
  why?: string;
  disabled?: boolean;
  onTake: (measure: Measure, taken: Taken) => void;
  /** Kept when what is measured is written in the client's own words. */
  onName?: (measure: Measure, named: string) => void;
  /** Left and right were entered the wrong way round. */
  onSwap?: (family: string) => void;
  /** Whose body it is shown on. */
  clientId?: string;
  /** What stands behind each side. */
  beside?: (measure: Measure, change: Change | undefined) => ReactNode;
}

/** A measure with its sides beside each other, the value it is compared with, and how it is taken. */
export function MeasureRow({
  family,
  words,
  changes,
  when,
  why,
  disabled,
  onTake,
  onName,
  onSwap,
  clientId,
  beside,
}: Props) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const first = family.sides[0]!;
  const taken = family.sides.some((m) => changes.find((c) => c.measure === m.id)?.[when] != null);
  return (
    <div className="measurerow" role="group" aria-label={family.name}>
      <p className="mname">
        <b>{family.name}</b>
        {why && <span className="soft small"> {why}</span>}
        <button type="button" className="pill quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {t('measure.how')}
        </button>
      </p>
      {open && (
        <div className="mhow small">
          {!first.words && <p>{first.question}</p>}
          {first.how && <p>{first.how}</p>}
          {first.region && (
            <Chart
              wanted={{ clientId, position: first.position ?? undefined, regions: [first.region] }}
              box={{ width: 220, height: 200 }}
              lit={[first.region]}
              label={t('measure.where', { name: family.name })}
            />
          )}
          <p className="soft">
            {[
              first.position ? nameIn(words.positions, first.position) : '',
              first.usual != null ? t('measure.usual', { value: saidValue(first, first.usual) }) : '',
              first.mark ? t('measure.mark', { value: saidValue(first, first.mark.at), says: first.mark.says }) : '',
              t('reflect.counts', { by: first.points, source: sourceLine(first.source) }),
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
      )}
      {first.inOwnWords && (
        <SavedText
          id={`named-${first.id}`}
          label={t('measure.inOwnWords')}
          placeholder={t('measure.inOwnWords')}
          rows={1}
          disabled={disabled || !onName}
          value={changes.find((c) => c.measure === first.id)?.named ?? ''}
          save={(named) => named.trim() && onName?.(first, named)}
        />
      )}
      <div className={family.sides.length > 1 ? 'msides' : 'mside'}>
        {family.sides.map((m) => {
          const change = changes.find((c) => c.measure === m.id);
          const other = when === 'after' ? change?.before : null;
          return (
            <div key={m.id}>
              {m.side && <span className="soft small sidename">{t(`side.${m.side}`)}</span>}
              <Taking
                measure={m}
                value={change?.[when] ?? null}
                tries={when === 'before' ? change?.beforeTries : change?.afterTries}
                other={other}
                disabled={disabled}
                onTake={(taken) => onTake(m, taken)}
              />
              {other != null && !beside && (
                <span className="soft small was">{t('recheck.was', { value: saidValue(m, other) })}</span>
              )}
              {m.ofDays && change && <SinceLast measure={m} change={change} />}
              {beside?.(m, change)}
            </div>
          );
        })}
      </div>
      {onSwap && !disabled && family.sides.length > 1 && taken && (
        <button type="button" className="textbutton" onClick={() => onSwap(family.id)}>
          {t('measure.swap')}
        </button>
      )}
    </div>
  );
}
