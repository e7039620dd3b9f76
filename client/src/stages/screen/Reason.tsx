import { useState, type FormEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { FindingCard, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

const SHORTEST = 10;

/** Going on against a finding: needs a reason, keeps the name; not offered where the finding means do not treat. */
export function Reason({ card, visit }: { card: FindingCard; visit: VisitView }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const { findings, settled } = card;
  if (card.final) return <p className="final">{t('screen.final')}</p>;
  if (!visit.may[settled ? 'withdraw-override' : 'override']?.allowed) return null;
  const withdraw = () => findings.forEach((f) => change('post', 'overrides/withdraw', { rule: f.rule }));
  if (settled) {
    return (
      <button type="button" className="pill quiet" onClick={withdraw}>
        {t('screen.withdraw')}
      </button>
    );
  }
  const submit = (e: FormEvent) => {
    e.preventDefault();
    findings.forEach((f) => change('post', 'overrides', { rule: f.rule, reason }));
    setOpen(false);
  };
  if (!open) {
    return (
      <button type="button" className="pill quiet" onClick={() => setOpen(true)}>
        {t('screen.goOn')}
      </button>
    );
  }
  const id = `reason-${findings[0]!.rule}`;
  return (
    <form className="reasonform" onSubmit={submit}>
      <label className="form-label" htmlFor={id}>
        {t('screen.reasonLabel')}
      </label>
      <Form.Control
        as="textarea"
        id={id}
        rows={2}
        autoFocus
        minLength={SHORTEST}
        required
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <div className="acts">
        <button type="submit" className="pill danger" disabled={reason.trim().length < SHORTEST}>
          {t('screen.keepReason')}
        </button>
        <button type="button" className="pill quiet" onClick={() => setOpen(false)}>
          {t('screen.never')}
        </button>
      </div>
    </form>
  );
}
