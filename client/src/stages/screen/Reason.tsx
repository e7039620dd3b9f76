import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { Finding, Me, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

const SHORTEST = 10;

/** Going on against a finding: needs a reason, keeps the name; not offered where the finding means do not treat. */
export function Reason({ findings, visit, settled }: { findings: Finding[]; visit: VisitView; settled: boolean }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const roles = useQueryClient().getQueryData<Me>(['me'])?.roles ?? [];
  const final = findings.some((f) => f.outcome === 'emergency' || f.outcome === 'refer-first');
  if (final) return <p className="final">{t('screen.final')}</p>;
  if (!roles.includes('owner') && !roles.includes('practitioner')) return null;
  const withdraw = () =>
    findings.forEach((f) =>
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/overrides/withdraw', { params: path, body: { version, rule: f.rule } })),
      ),
    );
  if (settled) {
    return (
      <button type="button" className="pill quiet" onClick={withdraw}>
        {t('screen.withdraw')}
      </button>
    );
  }
  const submit = (e: FormEvent) => {
    e.preventDefault();
    findings.forEach((f) =>
      change((version, path) =>
        ask(http.POST('/api/visits/{visitId}/overrides', { params: path, body: { version, rule: f.rule, reason } })),
      ),
    );
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
      <textarea
        id={id}
        className="form-control"
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
