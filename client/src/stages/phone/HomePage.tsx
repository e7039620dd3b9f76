import { useQuery } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import { dayOf } from '../../parts/spoken';
import { Paper } from '../letter/Paper';

/** What a client reads at home by the link they were given: no sign-in, no name, and it ends by itself. */
export default function HomePage() {
  const { t } = useTranslation();
  const { token = '' } = useParams();
  const page = useQuery({
    queryKey: keptAs.homePage(token),
    queryFn: () => ask(http.GET('/api/home/{token}', { params: { path: { token } } })),
    retry: false,
  });
  if (page.isError) {
    return (
      <main className="letterframe">
        <p>{page.error instanceof Problem && page.error.message ? page.error.message : t('shell.unreachable')}</p>
      </main>
    );
  }
  if (!page.data) return <p className="loading">{t('shell.loading')}</p>;
  return (
    <main className="letterframe">
      <div className="letterbar">
        <span className="soft small">{t('letter.linkEnds', { date: dayOf(page.data.expires) })}</span>
        <button type="button" className="pill main" onClick={() => window.print()}>
          {t('letter.print')}
        </button>
      </div>
      <Paper letter={page.data.page} />
    </main>
  );
}
