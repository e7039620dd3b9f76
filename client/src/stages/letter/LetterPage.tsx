import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { Link, useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';

/** A letter to a physician as one printed page. Every sentence can be changed before it is printed. */
export default function LetterPage() {
  const { t } = useTranslation();
  const { visitId = '', kind = 'referral' } = useParams();
  const letter = useQuery({
    queryKey: keptAs.letter(visitId, kind),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/letters/{kind}', { params: { path: { visitId, kind } } })),
    refetchOnMount: 'always',
    retry: false,
  });
  const back = (
    <Link className="pill" to={`/visits/${visitId}/${kind === 'consent' ? 'arrive' : 'screen'}`}>
      {t(kind === 'consent' ? 'letter.backToArrive' : 'letter.back')}
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
        <span className="soft small">{t('letter.change')}</span>
        <button type="button" className="pill main" onClick={() => window.print()}>
          {t('letter.print')}
        </button>
      </div>
      <article
        className="letter"
        contentEditable
        suppressContentEditableWarning
        role="textbox"
        aria-multiline="true"
        aria-label={l.title}
        tabIndex={0}
      >
        <header>
          <b>{t('letter.practice')}</b>
          <span>{l.date}</span>
        </header>
        <h1>
          {l.title} {l.urgent && <em>{t('letter.urgent')}</em>}
        </h1>
        <dl>
          <dt>{t('letter.to')}</dt>
          <dd>{l.to}</dd>
          <dt>{t('letter.regarding')}</dt>
          <dd>{l.regarding}</dd>
        </dl>
        {l.parts.map((p) => (
          <section key={p.heading}>
            <h2>{p.heading}</h2>
            {p.text && <p>{p.text}</p>}
            <ul>
              {p.lines.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
        ))}
        <footer>
          <p>{l.from}</p>
          {l.kind !== 'consent' && <p className="small">{t('letter.not')}</p>}
        </footer>
      </article>
    </main>
  );
}
