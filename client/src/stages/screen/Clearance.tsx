import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { Finding, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { TextField } from '../../ui/fields';

/** A physician's written OK: the request as a letter, and the answer as it stands on the paper. */
export function Clearance({ finding, visit }: { finding: Finding; visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [open, setOpen] = useState(false);
  const [form, setForm] = useState({ physician: '', given: visit.date, expires: '', scope: '' });
  const field = (key: keyof typeof form) => ({
    id: `${key}-${finding.rule}`,
    label: t(`clearance.${key}`),
    value: form[key],
    required: true,
    onText: (text: string) => setForm({ ...form, [key]: text }),
  });
  const keep = () => change('post', 'clearances', { rule: finding.rule, ...form });
  return (
    <>
      <Link className="pill" to={`/visits/${visit.id}/letter/clearance`}>
        {t('clearance.request')}
      </Link>
      {open ? (
        <form
          className="reasonform clearanceform"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
        >
          <TextField {...field('physician')} />
          <TextField {...field('given')} type="date" />
          <TextField {...field('expires')} type="date" />
          <TextField {...field('scope')} />
          <div className="acts">
            <button type="submit" className="pill main">
              {t('clearance.keep')}
            </button>
            <button type="button" className="pill quiet" onClick={() => setOpen(false)}>
              {t('screen.never')}
            </button>
          </div>
        </form>
      ) : (
        <button type="button" className="pill quiet" onClick={() => setOpen(true)}>
          {t('clearance.have')}
        </button>
      )}
    </>
  );
}
