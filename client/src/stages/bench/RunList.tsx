import { useId } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { DrillRunLine } from '../../api/types';
import { dayOf } from '../../parts/spoken';

interface Props {
  runs: DrillRunLine[];
  busy: boolean;
  onLook: (id: string) => void;
  onPlay: (file: File) => void;
}

/** Earlier runs of a drill, and a recording from elsewhere. */
export function RunList({ runs, busy, onLook, onPlay }: Props) {
  const { t } = useTranslation();
  const id = useId();
  return (
    <section className="runlist">
      <h2>{t('bench.history')}</h2>
      {runs.length === 0 && <p className="soft">{t('bench.none')}</p>}
      <ul className="plainlist">
        {runs.map((r) => (
          <li key={r.id}>
            <b>{r.score.points}</b>
            <span>
              {dayOf(r.at)}
              <small className="soft">{r.score.next}</small>
            </span>
            <button type="button" className="pill quiet" disabled={busy} onClick={() => onLook(r.id)}>
              {t('bench.replay')}
            </button>
          </li>
        ))}
      </ul>
      <label className="form-label" htmlFor={id}>
        {t('bench.play')}
      </label>
      <Form.Control
        id={id}
        type="file"
        accept=".csv,text/csv"
        disabled={busy}
        onChange={(e) => {
          const file = (e.target as HTMLInputElement).files?.[0];
          if (file) onPlay(file);
          e.target.value = '';
        }}
      />
    </section>
  );
}
