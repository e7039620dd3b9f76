import { lazy, Suspense, useEffect } from 'react';
import { useTranslation } from 'react-i18next';
import { useLocation, useNavigate, useParams } from 'react-router';
import { Problem } from '../api/http';
import { stages, type Stage } from '../api/types';
import { useVisit, useVocabulary, useWordsOf } from '../api/useVisit';
import { ClientLink } from '../parts/ClientLink';
import { hourMinute } from '../parts/spoken';
import { Failing } from '../shell/Failing';
import { Frame } from '../shell/Frame';
import { useCommands } from '../shell/keys';
import { Lamps } from '../shell/Lamps';
import type { StageProps } from './stage';

const pages = {
  arrive: lazy(() => import('./arrive/Arrive')),
  screen: lazy(() => import('./screen/Screen')),
  plan: lazy(() => import('./plan/Plan')),
  give: lazy(() => import('./give/Give')),
  reflect: lazy(() => import('./reflect/Reflect')),
  compose: lazy(() => import('./plan/compose/Compose')),
  compare: lazy(() => import('./plan/compare/Compare')),
};

/** One frame for the whole visit; each stage fills it. */
export default function VisitFrame() {
  const { t } = useTranslation();
  const { visitId = '', stage } = useParams();
  const navigate = useNavigate();
  const visit = useVisit(visitId);
  const today = useVocabulary();
  const words = useWordsOf(visit.data, today.data);
  const go = (to: Stage) => () => void navigate(`/visits/${visitId}/${to}`);
  useCommands('everywhere', Object.fromEntries(stages.map((to) => [to, go(to)])));
  if (visit.isError) {
    const gone = visit.error instanceof Problem && visit.error.message;
    return (
      <Frame>
        <p>{gone || t('shell.unreachable')}</p>
      </Frame>
    );
  }
  if (!visit.data || !words) return <p className="loading">{t('shell.loading')}</p>;
  const v = visit.data;
  const Page = pages[stage as keyof typeof pages];
  // Composing and comparing belong to the plan.
  const at: Stage = stage === 'compose' || stage === 'compare' ? 'plan' : (stage as Stage);
  if (!Page) return <Onward to={`/visits/${visitId}/${v.currentStage}`} />;
  const base = `/visits/${visitId}`;
  const who = (
    <>
      <b>
        <ClientLink id={v.client.id}>{v.client.name}</ClientLink>
      </b>
      <span>
        {[v.client.age, v.client.occupation, t('visit.number', { n: v.client.visitNumber }), hourMinute(v.at), v.room]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </>
  );
  const props: StageProps = {
    visit: v,
    words,
    who,
    lamps: <Lamps lamps={v.lamps} at={at} base={base} />,
    base,
  };
  return (
    <Suspense fallback={<p className="loading">{t('shell.loading')}</p>}>
      <Failing key={stage} who={who} lamps={props.lamps}>
        <Page {...props} />
      </Failing>
    </Suspense>
  );
}

/** To the stage the visit stands at, unless a key has led elsewhere while the visit was on its way. */
function Onward({ to }: { to: string }) {
  const { t } = useTranslation();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  useEffect(() => {
    if (window.location.pathname === pathname) void navigate(to, { replace: true });
  }, [navigate, pathname, to]);
  return <p className="loading">{t('shell.loading')}</p>;
}
