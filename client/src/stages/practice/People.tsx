import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, problemOf } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { PeopleView, Person } from '../../api/types';
import { useMe } from '../../api/useMe';
import { dayOf } from '../../parts/spoken';
import { Choice, TextField } from '../../ui/fields';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import { SendForm } from '../../ui/SendForm';

const roles = ['practitioner', 'student', 'desk', 'owner'] as const;
const empty = { displayName: '', name: '', role: 'practitioner' };
const key = keptAs.people();

/** Who works here: letting someone in, what each may do, what to do when a device is lost or somebody leaves. */
export function People() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const me = useMe();
  const people = useQuery({ queryKey: key, queryFn: () => ask(http.GET('/api/people')), refetchOnMount: 'always' });
  const [form, setForm] = useState(empty);
  const [wrong, setWrong] = useState('');
  const show = (view: PeopleView) => cache.setQueryData(key, view);
  const send = async () => {
    show(await ask(http.POST('/api/people', { body: form })));
    setForm(empty);
  };
  const act = (doing: Promise<PeopleView>) => {
    setWrong('');
    void doing.then(show, (e: unknown) => setWrong(problemOf(e).message));
  };
  const options = roles.map((r) => ({ id: r, name: t(`role.${r}`) }));
  const handOver = people.data?.firstPassword;
  return (
    <section>
      <h2>{t('practice.people')}</h2>
      {handOver && (
        <div className="handover" role="status">
          <p>{t('people.handOver', { name: people.data?.for })}</p>
          <code className="secret">{handOver}</code>
          <p className="soft small">{t('people.handOverHow')}</p>
        </div>
      )}
      {wrong && <Note kind="wrong">{wrong}</Note>}
      <ul className="people">
        {people.data?.people.map((p) => (
          <OnePerson key={p.id} person={p} self={p.id === me.id} options={options} act={act} />
        ))}
      </ul>
      <SendForm className="bookform mt-4" send={send} action={t('practice.add')}>
        <h2>{t('practice.addPerson')}</h2>
        {(['displayName', 'name'] as const).map((field) => (
          <TextField
            key={field}
            id={`person-${field}`}
            label={t(`practice.${field}`)}
            required
            autoComplete="off"
            value={form[field]}
            onText={(text) => setForm({ ...form, [field]: text })}
          />
        ))}
        <Choice
          id="person-role"
          label={t('practice.role')}
          value={form.role}
          options={options}
          onChoose={(role) => setForm({ ...form, role })}
        />
        <p className="soft small">{t('people.firstLead')}</p>
      </SendForm>
    </section>
  );
}

interface One {
  person: Person;
  self: boolean;
  options: { id: string; name: string }[];
  act: (doing: Promise<PeopleView>) => void;
}

function OnePerson({ person: p, self, options, act }: One) {
  const { t } = useTranslation();
  const params = { path: { id: p.id } };
  const said = p.leftAt
    ? [t('people.left', { day: dayOf(p.leftAt) })]
    : [
        p.firstPasswordUntil ? t('people.first', { day: dayOf(p.firstPasswordUntil) }) : '',
        t('people.devices', { count: p.devices }),
        p.secondFactor ? t('people.second') : t('people.noSecond'),
      ];
  if (p.ahead > 0) said.push(t('people.ahead', { count: p.ahead }));
  return (
    <li className={p.leftAt ? 'person gone' : 'person'}>
      <div className="personline">
        <b>{p.displayName}</b>
        <span className="soft small">{p.name}</span>
        <span className="soft small personrole">{p.roles.map((r) => t(`role.${r}`)).join(', ')}</span>
      </div>
      <p className="soft small">{said.filter(Boolean).join(' · ')}</p>
      {!self && (
        <Fold className="bare" title={t('people.change')}>
          {p.leftAt ? (
            <button
              type="button"
              className="pill"
              onClick={() => act(ask(http.POST('/api/people/{id}/return', { params })))}
            >
              {t('people.return')}
            </button>
          ) : (
            <div className="personacts">
              <Choice
                id={`role-${p.id}`}
                label={t('practice.role')}
                value={p.roles[0] ?? ''}
                options={options}
                onChoose={(role) => act(ask(http.POST('/api/people/{id}/role', { params, body: { role } })))}
              />
              <button
                type="button"
                className="pill"
                onClick={() => act(ask(http.POST('/api/people/{id}/reset', { params, body: { lostDevice: false } })))}
              >
                {t('people.reset')}
              </button>
              <button
                type="button"
                className="pill"
                title={t('people.lostWhat')}
                onClick={() => act(ask(http.POST('/api/people/{id}/reset', { params, body: { lostDevice: true } })))}
              >
                {t('people.lost')}
              </button>
              <button
                type="button"
                className="pill"
                onClick={() => act(ask(http.POST('/api/people/{id}/sign-out', { params })))}
              >
                {t('people.signOut')}
              </button>
              <Leaving person={p} leave={() => act(ask(http.POST('/api/people/{id}/leave', { params })))} />
            </div>
          )}
        </Fold>
      )}
    </li>
  );
}

/** Asked twice: it ends all their sign-ins at once, and visits ahead stay without anybody to give them. */
function Leaving({ person, leave }: { person: Person; leave: () => void }) {
  const { t } = useTranslation();
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <button type="button" className="pill" onClick={() => setSure(true)}>
        {t('people.leave')}
      </button>
    );
  return (
    <Note>
      <p>{person.ahead > 0 ? t('people.leaveAhead', { count: person.ahead }) : t('people.leaveSure')}</p>
      <button type="button" className="pill" onClick={leave}>
        {t('people.leaveYes')}
      </button>
    </Note>
  );
}
