import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { forgetAll, keptAs } from '../../api/kept';
import { useMe } from '../../api/useMe';
import { useVocabulary } from '../../api/useVisit';
import { clock, dayOf } from '../../parts/spoken';
import { signedOut } from '../../shell/signedIn';
import { Frame } from '../../shell/Frame';
import { tellTabs } from '../../shell/tabs';
import { Checks } from './Checks';
import { Copies } from './Copies';
import { Hands } from './Hands';
import { OwnBody } from './OwnBody';
import { OwnAccess } from './OwnAccess';
import { People } from './People';
import { OwnWays } from './OwnWays';
import { Rules } from './Rules';
import { Schools } from './Schools';
import { Settings } from './Settings';

/** Practice: our people, our rules' sources, and who saw and changed what. */
export default function Practice() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const me = useMe();
  const words = useVocabulary();
  const out = async (everywhere: boolean) => {
    cache.setQueryData(keptAs.me(), await ask(http.POST('/api/sign-out', { body: { everywhere, idle: false } })));
    signedOut();
    tellTabs({ kind: 'out' });
    forgetAll(cache);
  };
  return (
    <Frame side={me.mayRunPractice ? <People /> : undefined}>
      <div className="headrow">
        <div>
          <h1>{t('practice.head', { name: me.displayName })}</h1>
          <p className="soft mt-1">
            {t('practice.knowledge', {
              version: words.data?.version,
              flows: words.data?.flows.length,
              facts: words.data?.facts.length,
            })}
          </p>
        </div>
        <div className="outs">
          <button type="button" className="textbutton" onClick={() => void out(true)}>
            {t('practice.signOutAll')}
          </button>
          <button type="button" className="pill" onClick={() => void out(false)}>
            {t('practice.signOut')}
          </button>
        </div>
      </div>
      <Hands />
      {words.data && me.mayTreat && <OwnBody words={words.data} />}
      {words.data && me.mayTreat && <Schools words={words.data} owner={me.mayRunPractice} />}
      {me.mayTreat && <OwnWays maySign={me.maySign} />}
      {me.mayTreat && <Rules owner={me.mayRunPractice} />}
      <OwnAccess />
      {me.mayRunPractice && words.data && <Settings words={words.data} />}
      {me.mayRunPractice && <Copies />}
      {me.mayRunPractice && <Checks />}
      {me.mayRunPractice && <Trail />}
    </Frame>
  );
}

function Trail() {
  const { t } = useTranslation();
  const trail = useQuery({
    queryKey: keptAs.trail(),
    queryFn: () => ask(http.GET('/api/trail')),
    refetchOnMount: 'always',
  });
  return (
    <section className="practicepart">
      <h2>{t('practice.trail')}</h2>
      <p className="soft small">{t('practice.trailLead')}</p>
      <table className="table trailtable">
        <thead>
          <tr>
            <th>{t('practice.when')}</th>
            <th>{t('practice.who')}</th>
            <th>{t('practice.did')}</th>
            <th>{t('practice.what')}</th>
          </tr>
        </thead>
        <tbody>
          {trail.data?.map((a) => (
            <tr key={a.id}>
              <td>
                {dayOf(a.at)} {clock(a.at)}
              </td>
              <td>
                {a.who} {a.signsInAs && <span className="soft small">{a.signsInAs}</span>}
              </td>
              <td>{a.action}</td>
              <td>
                {a.subject.split(' ')[0]} {a.client && <b>{a.client}</b>} <span className="soft">{a.what}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
