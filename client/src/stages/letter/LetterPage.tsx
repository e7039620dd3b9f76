import { useMutation, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { LetterEdits } from '../../api/types';
import { handFile } from '../../parts/handFile';
import { HomeLink } from './HomeLink';
import { Paper, readPaper } from './Paper';

/** From which stage a paper is opened. */
const fromOf: Record<string, string> = { consent: 'arrive', record: 'reflect', short: 'reflect', home: 'reflect' };

/** A paper as it is printed. Every sentence can be changed before that, but for the record, which stands as it is. */
export default function LetterPage() {
  const { t } = useTranslation();
  const { visitId = '', kind = 'referral' } = useParams();
  const letter = useQuery({
    queryKey: keptAs.letter(visitId, kind),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/letters/{kind}', { params: { path: { visitId, kind } } })),
    refetchOnMount: 'always',
    retry: false,
  });
  const editable = kind !== 'record';
  const paper = useRef<HTMLElement>(null);
  const now = (): LetterEdits => (editable && paper.current ? readPaper(paper.current) : {});
  const pdf = useMutation({
    mutationFn: () =>
      ask<Blob>(
        http.POST('/api/visits/{visitId}/letters/{kind}/pdf', {
          params: { path: { visitId, kind } },
          body: now(),
          parseAs: 'blob',
        }) as never,
      ),
    onSuccess: (file) => handFile(file, `${kind}-${letter.data!.date.replaceAll(' ', '-')}.pdf`),
  });
  const from = fromOf[kind] ?? 'screen';
  const back = (
    <Link className="pill" to={`/visits/${visitId}/${from}`}>
      {t('letter.back', { stage: t(`stage.${from}`) })}
    </Link>
  );
  if (letter.isError) {
    return (
      <main className="letterframe">
        <div className="letterbar">{back}</div>
        <p>{letter.error instanceof Problem && letter.error.message ? letter.error.message : t('shell.unreachable')}</p>
      </main>
    );
  }
  if (!letter.data) return <p className="loading">{t('shell.loading')}</p>;
  const l = letter.data;
  return (
    <main className="letterframe">
      <div className="letterbar">
        {back}
        {editable && <span className="soft small">{t('letter.change')}</span>}
        {kind === 'home' && <HomeLink visitId={visitId} now={now} />}
        <button type="button" className="pill" disabled={pdf.isPending} onClick={() => pdf.mutate()}>
          {t('letter.pdf')}
        </button>
        {pdf.error && (
          <span role="alert" className="plum">
            {pdf.error.message || t('shell.unreachable')}
          </span>
        )}
        <button type="button" className="pill main" onClick={() => window.print()}>
          {t('letter.print')}
        </button>
      </div>
      <Paper letter={l} editable={editable} at={paper} />
    </main>
  );
}
