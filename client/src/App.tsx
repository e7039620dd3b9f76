import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect } from 'react';
import { useTranslation } from 'react-i18next';
import { Navigate, Route, Routes, useLocation, useMatch } from 'react-router';
import { meQuery } from './api/useMe';
import { useSignedIn } from './shell/signedIn';
import { Failing } from './shell/Failing';
import { IdleLock } from './shell/IdleLock';
import { KeyHelp } from './shell/KeyHelp';
import { SaveBanner } from './shell/SaveBanner';
import { Setup } from './shell/Setup';
import { SignIn } from './shell/SignIn';
import { Today } from './stages/today/Today';

/** What is opened from the day: fetched while the day is looked at. */
const next = [
  () => import('./stages/VisitFrame'),
  () => import('./stages/clients/Clients'),
  () => import('./stages/clients/History'),
] as const;
const [VisitFrame, Clients, History] = [lazy(next[0]), lazy(next[1]), lazy(next[2])];
const Atlas = lazy(() => import('./stages/atlas/Atlas'));
const SheetPage = lazy(() => import('./stages/atlas/SheetPage'));
const Library = lazy(() => import('./stages/library/Library'));
const Bench = lazy(() => import('./stages/bench/Bench'));
const CardPage = lazy(() => import('./stages/plan/CardPage'));
const HomePage = lazy(() => import('./stages/phone/HomePage'));
const LetterPage = lazy(() => import('./stages/letter/LetterPage'));
const PhonePage = lazy(() => import('./stages/phone/PhonePage'));
const Practice = lazy(() => import('./stages/practice/Practice'));

/** A client's phone comes in by its own door, which opens on nothing else. */
export function App() {
  const { t } = useTranslation();
  const [intake, home] = [useMatch('/intake/:token'), useMatch('/home/:token')];
  return intake || home ? (
    <Suspense fallback={<p className="loading">{t('shell.loading')}</p>}>
      <Routes>
        <Route path="/intake/:token" element={<PhonePage />} />
        <Route path="/home/:token" element={<HomePage />} />
      </Routes>
    </Suspense>
  ) : (
    <House />
  );
}

function House() {
  const { t } = useTranslation();
  const signIn = useSignedIn();
  const { pathname } = useLocation();
  // A page is begun anew at every address; the list of flows keeps what was looked for while one after another is opened.
  const page = useMatch('/library/*') ? '/library' : pathname;
  const me = useQuery(meQuery);
  const inside = me.data?.name != null;
  useEffect(() => {
    // Where the browser does not say when it is idle, a page is fetched when it is opened.
    if (inside && 'requestIdleCallback' in window) requestIdleCallback(() => next.forEach((page) => void page()));
  }, [inside]);
  if (me.isError) return <p className="loading">{t('shell.unreachable')}</p>;
  if (!me.data) return <p className="loading">{t('shell.loading')}</p>;
  if (me.data.needsSetup) return <Setup />;
  if (!me.data.name && !signIn.wasIn) return <SignIn demo={me.data.demo} />;
  return (
    <>
      {/* Locked, the page shows nothing and takes nothing; what was entered stays as it is underneath. */}
      <div className="house" hidden={signIn.needed} inert={signIn.needed}>
        <Suspense fallback={<p className="loading">{t('shell.loading')}</p>}>
          <Failing key={page}>
            <Routes>
              <Route path="/" element={<Navigate to="/today" replace />} />
              <Route path="/today" element={<Today />} />
              <Route path="/visits/:visitId/:stage?" element={<VisitFrame />} />
              <Route path="/visits/:visitId/letter/:kind" element={<LetterPage />} />
              <Route path="/visits/:visitId/card" element={<CardPage />} />
              <Route path="/library/:kind?/:id?" element={<Library />} />
              <Route path="/clients" element={<Clients />} />
              <Route path="/clients/:clientId" element={<History />} />
              <Route path="/atlas" element={<Atlas />} />
              <Route path="/atlas/sheet/:channel" element={<SheetPage />} />
              <Route path="/bench/:drill?" element={<Bench />} />
              <Route path="/practice" element={<Practice />} />
              <Route path="*" element={<p className="loading">{t('shell.noSuchPlace')}</p>} />
            </Routes>
          </Failing>
        </Suspense>
        <SaveBanner />
      </div>
      {!signIn.needed && <KeyHelp />}
      <IdleLock minutes={me.data.idleMinutes} who={me.data.id} />
      {signIn.needed && <SignIn demo={me.data.demo} again />}
    </>
  );
}
