import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { ClientHistory } from '../../api/types';
import { handFile } from '../../parts/handFile';

/** All signed visits as one PDF; of many it takes a while, and says how far it is. */
export function WholeRecord({ client }: { client: ClientHistory }) {
  const { t } = useTranslation();
  const [paper, setPaper] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const far = useQuery({
    queryKey: keptAs.paper(paper ?? ''),
    queryFn: () => ask(http.GET('/api/papers/{id}', { params: { path: { id: paper! } } })),
    enabled: paper !== null,
    refetchInterval: 300,
    gcTime: 0,
  });
  const make = async () => {
    const id = crypto.randomUUID();
    setPaper(id);
    setWrong('');
    try {
      const file = await ask<Blob>(
        http.GET('/api/clients/{clientId}/record/pdf', {
          params: { path: { clientId: client.id }, query: { paper: id } },
          parseAs: 'blob',
        }) as never,
      );
      handFile(file, `${client.name}.pdf`);
    } catch (problem) {
      setWrong(problem instanceof Problem && problem.message ? problem.message : t('shell.unreachable'));
    } finally {
      setPaper(null);
    }
  };
  const { done = 0, total = 0 } = far.data ?? {};
  return (
    <span className="wholerecord">
      <button type="button" className="pill quiet" disabled={paper !== null} onClick={() => void make()}>
        {t('letter.whole')}
      </button>
      {paper !== null && (
        <label className="small">
          <progress max={total || 1} value={done} /> {t('letter.far', { done, total: total || '…' })}
        </label>
      )}
      {wrong && (
        <span role="alert" className="plum small">
          {wrong}
        </span>
      )}
    </span>
  );
}
