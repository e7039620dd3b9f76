import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { Measure } from '../../api/types';
import { ask, http, Problem } from '../../api/http';
import { keptValue, saidValue, shownValue, unitOf } from './families';
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
      <i className="soft small">{unitOf(m)}</i>
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
      <i className="soft small">{unitOf(m)}</i>
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

const PLAIN = /^\d+([.,]\d+)?$/;

const readBy = (m: Measure, text: string) =>
  ask(http.GET('/api/measures/{measure}/read', { params: { path: { measure: m.id }, query: { text } } })).then(
    (r) => r.value,
  );

/**
 * Kept when it is left; what another device takes meanwhile shows unless something is being typed here. A number alone is in the unit that
 * stands behind it, and is kept without a connection too; what else is written the server reads. What cannot be read stays, with what to
 * write instead.
 */
function NumberField({ measure: m, id, label, value, disabled, onNumber }: NumberProps) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const shown = typed ?? (value === null ? '' : String(shownValue(m, value)));
  const keep = async () => {
    if (typed === null) return;
    if (typed.trim() === '') return setTyped(null);
    try {
      setWrong('');
      const text = typed.trim();
      const read = PLAIN.test(text) ? keptValue(m, Number(text.replace(',', '.'))) : await readBy(m, text);
      setTyped(null);
      if (read !== value) onNumber(read);
    } catch (problem) {
      setWrong(problem instanceof Problem && problem.message ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <>
      <Form.Control
        id={id}
        aria-label={label ?? m.name}
        aria-invalid={wrong !== ''}
        aria-describedby={wrong ? `${id}-wrong` : undefined}
        inputMode="decimal"
        disabled={disabled}
        value={shown}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => void keep()}
        onKeyDown={(e) => e.key === 'Enter' && void keep()}
      />
      {wrong && (
        <span id={`${id}-wrong`} role="alert" className="plum small">
          {wrong}
        </span>
      )}
    </>
  );
}
