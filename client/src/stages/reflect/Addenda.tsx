import { useState, type FormEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { dayOf } from '../../parts/spoken';

/** What was added after signing; the note itself stays as it was. */
export function Addenda({ visit, mayAdd }: { visit: VisitView; mayAdd: boolean }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [text, setText] = useState('');
  const submit = (e: FormEvent) => {
    e.preventDefault();
    change('post', 'addenda', { text });
    setText('');
  };
  return (
    <section className="mt-3">
      <h2>{t('reflect.addenda')}</h2>
      {visit.addenda.map((a) => (
        <p key={a.at + a.text}>
          {a.text} <span className="soft small">{`${a.by}, ${dayOf(a.at)}`}</span>
        </p>
      ))}
      {mayAdd && (
        <form className="addform" onSubmit={submit}>
          <label className="visually-hidden" htmlFor="addendum">
            {t('reflect.addendum')}
          </label>
          <Form.Control
            id="addendum"
            required
            value={text}
            placeholder={t('reflect.addendum')}
            onChange={(e) => setText(e.target.value)}
          />
          <button type="submit" className="pill">
            {t('reflect.add')}
          </button>
        </form>
      )}
    </section>
  );
}
