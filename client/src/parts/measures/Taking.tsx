import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { Measure } from '../../api/types';
import { saidValue } from './families';
import { Stopwatch } from './Stopwatch';

/** What was taken: one value, or each of several tries. */
export type Taken = { value: number } | { tries: number[] };

interface Props {
  measure: Measure;
  value: number | null;
  tries?: number[] | null;
  /** The value it is compared with. */
  other?: number | null;
  disabled?: boolean;
  onTake: (taken: Taken) => void;
}

/** A measure as it is taken: by a touch on its scale, in words, by stopwatch, or as a number with its unit. */
export function Taking(p: Props) {
  const { kind } = p.measure;
  if (kind === 'volume') return <Worked {...p} />;
  if (kind === 'rating') return <Rating {...p} />;
  if (kind === 'scale') return <InWords {...p} />;
  return triesOf(p.measure) > 1 ? <Several {...p} /> : <OneNumber {...p} />;
}

const triesOf = (m: Measure) => m.tries ?? 1;

const HALF = 0.5;

function Rating({ measure: m, value, other, disabled, onTake }: Props) {
  const { t } = useTranslation();
  const whole = Array.from({ length: m.max - m.min + 1 }, (_, i) => m.min + i);
  const floor = value === null ? null : Math.floor(value);
  const half = value !== null && value !== floor;
  return (
    <div className="taking">
      <div className="scale" role="group" aria-label={m.name}>
        {whole.map((n) => (
          <button
            key={n}
            type="button"
            disabled={disabled}
            aria-pressed={floor === n}
            aria-label={`${m.name}: ${n}`}
            className={`${floor === n ? 'on' : ''} ${other != null && Math.floor(other) === n ? 'other' : ''}`}
            onClick={() => onTake({ value: n })}
          >
            {n}
          </button>
        ))}
        {m.step <= HALF && (
          <button
            type="button"
            className={`half ${half ? 'on' : ''}`}
            disabled={disabled || floor === null || floor >= m.max}
            aria-pressed={half}
            aria-label={t('measure.half', { name: m.name })}
            onClick={() => onTake({ value: half ? floor! : floor! + HALF })}
          >
            ½
          </button>
        )}
      </div>
      {m.lowEnd && (
        <p className="ends soft small">
          <span>{m.lowEnd}</span>
          <span>{m.highEnd}</span>
        </p>
      )}
    </div>
  );
}

function InWords({ measure: m, value, other, disabled, onTake }: Props) {
  return (
    <div className="taking inwords" role="group" aria-label={m.name}>
      {m.words!.map((word, n) => (
        <button
          key={word}
          type="button"
          disabled={disabled}
          aria-pressed={value === n}
          aria-label={`${m.name}: ${word}`}
          className={`pill ${value === n ? 'on' : ''} ${other === n ? 'other' : ''}`}
          onClick={() => onTake({ value: n })}
        >
          {word}
        </button>
      ))}
    </div>
  );
}

function OneNumber({ measure: m, value, disabled, onTake }: Props) {
  const put = (v: number) => onTake({ value: v });
  return (
    <span className="taking bynumber">
      <NumberField measure={m} id={`take-${m.id}`} value={value} disabled={disabled} onNumber={put} />
      <i className="soft small">{m.unit}</i>
      {m.kind === 'time' && !disabled && <Stopwatch name={m.name} onTime={put} />}
    </span>
  );
}

function Several({ measure: m, value, tries, disabled, onTake }: Props) {
  const { t } = useTranslation();
  const taken = tries ?? (value === null ? [] : [value]);
  const put = (i: number, v: number) => onTake({ tries: [...taken.slice(0, i), v, ...taken.slice(i + 1)] });
  return (
    <span className="taking bynumber">
      {Array.from({ length: triesOf(m) }, (_, i) => (
        <NumberField
          key={i}
          measure={m}
          id={`take-${m.id}-${i}`}
          label={t('measure.try', { name: m.name, n: i + 1 })}
          value={taken[i] ?? null}
          disabled={disabled || i > taken.length}
          onNumber={(v) => put(i, v)}
        />
      ))}
      <i className="soft small">{m.unit}</i>
      {m.kind === 'time' && !disabled && taken.length < triesOf(m) && (
        <Stopwatch name={m.name} onTime={(v) => put(taken.length, v)} />
      )}
      {value !== null && <b className="kept">{t(`measure.keeps.${m.keeps}`, { value: saidValue(m, value) })}</b>}
    </span>
  );
}

function Worked({ measure: m, value }: Props) {
  const { t } = useTranslation();
  return (
    <span className="taking soft" role="status" aria-label={m.name}>
      {value === null ? t('measure.fromGirths') : saidValue(m, value)}
    </span>
  );
}

interface NumberProps {
  measure: Measure;
  id: string;
  label?: string;
  value: number | null;
  disabled?: boolean;
  onNumber: (value: number) => void;
}

/** Kept when it is left; what another device takes meanwhile shows unless something is being typed here. */
function NumberField({ measure: m, id, label, value, disabled, onNumber }: NumberProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? value?.toString() ?? '';
  const keep = () => {
    const number = Number(shown.replace(',', '.'));
    setTyped(null);
    if (typed !== null && shown.trim() !== '' && !Number.isNaN(number) && number !== value) onNumber(number);
  };
  return (
    <Form.Control
      id={id}
      aria-label={label ?? m.name}
      inputMode="decimal"
      disabled={disabled}
      value={shown}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => e.key === 'Enter' && keep()}
    />
  );
}
