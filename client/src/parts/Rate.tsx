import Form from 'react-bootstrap/Form';
import type { Measure } from '../api/types';

interface Props {
  measure: Measure;
  value: number | null;
  other?: number | null;
  disabled?: boolean;
  onRate: (value: number) => void;
}

/** A rating by one tap on a scale, or a number where the scale is fine. */
export function Rate({ measure, value, other, disabled, onRate }: Props) {
  const steps = Math.round((measure.max - measure.min) / measure.step) + 1;
  const id = `rate-${measure.id}`;
  if (steps > 11) {
    return (
      <div className="rate number">
        <label htmlFor={id} title={measure.question}>
          {measure.name}
        </label>
        <span>
          <Form.Control
            id={id}
            type="number"
            inputMode="numeric"
            min={measure.min}
            max={measure.max}
            step={measure.step}
            disabled={disabled}
            defaultValue={value ?? ''}
            onBlur={(e) => e.target.value !== '' && Number(e.target.value) !== value && onRate(Number(e.target.value))}
          />
          <i className="soft small">{measure.unit}</i>
        </span>
      </div>
    );
  }
  return (
    <fieldset className="rate" disabled={disabled}>
      <legend title={measure.question}>{measure.name}</legend>
      <div className="scale">
        {Array.from({ length: steps }, (_, i) => measure.min + i * measure.step).map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={value === n}
            aria-label={`${measure.name}: ${n}`}
            className={`${value === n ? 'on' : ''} ${other === n ? 'other' : ''}`}
            onClick={() => onRate(n)}
          >
            {n}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
