import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../../api/http';
import type { Me } from '../../api/types';
import { useVocabulary } from '../../api/useVisit';
import { signedOut } from '../../shell/door';
import { Frame } from '../../shell/Frame';

const roles = ['practitioner', 'student', 'desk', 'owner'] as const;

/** Practice: our people, our rules' sources, and who saw and changed what. */
export default function Practice() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const me = cache.getQueryData<Me>(['me']);
  const owner = me?.roles.includes('owner') ?? false;
  const words = useVocabulary();
  const out = async () => {
    cache.setQueryData(['me'], await ask(http.POST('/api/sign-out')));
    signedOut();
    cache.removeQueries({ predicate: (q) => q.queryKey[0] !== 'me' });
  };
  return (
    <Frame side={owner ? <PeopleHere /> : undefined}>
      <div className="headrow">
        <div>
          <h1>{t('practice.head', { name: me?.displayName })}</h1>
          <p className="soft mt-1">
            {t('practice.knowledge', {
              version: words.data?.version,
              flows: words.data?.flows.length,
              facts: words.data?.facts.length,
            })}
          </p>
        </div>
        <button type="button" className="pill" onClick={() => void out()}>
          {t('practice.signOut')}
        </button>
      </div>
      <Rules />
      {owner && <Trail />}
    </Frame>
  );
}

function Rules() {
  const { t } = useTranslation();
  const rules = useQuery({ queryKey: ['rules'], queryFn: () => ask(http.GET('/api/rules')) });
  return (
    <details className="fold">
      <summary>{t('practice.rules', { count: rules.data?.length ?? 0 })}</summary>
      <table className="table trailtable">
        <tbody>
          {rules.data?.map((r) => (
            <tr key={r.id}>
              <td>
                <b>{r.title}</b>
                <div className="soft small">{r.id}</div>
              </td>
              <td>{r.why}</td>
              <td className="soft small">{r.source.work ? `${r.source.label}: ${r.source.work}` : r.source.label}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

function Trail() {
  const { t } = useTranslation();
  const trail = useQuery({ queryKey: ['trail'], queryFn: () => ask(http.GET('/api/trail')), refetchOnMount: 'always' });
  return (
    <section className="mt-3">
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
              <td>{new Date(a.at).toLocaleString('en-GB')}</td>
              <td>{a.who}</td>
              <td>{a.action}</td>
              <td>
                {a.subject.replace(/ ([0-9a-f]{8})[0-9a-f-]{28}.*/, ' $1')} <span className="soft">{a.what}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function PeopleHere() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const people = useQuery({ queryKey: ['people'], queryFn: () => ask(http.GET('/api/people')) });
  const [form, setForm] = useState({ displayName: '', name: '', password: '', role: 'practitioner' });
  const [wrong, setWrong] = useState('');
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    try {
      cache.setQueryData(['people'], await ask(http.POST('/api/people', { body: form })));
      setForm({ displayName: '', name: '', password: '', role: 'practitioner' });
      setWrong('');
    } catch (problem) {
      setWrong(problem instanceof Problem ? problem.message : t('shell.unreachable'));
    }
  };
  return (
    <section>
      <h2>{t('practice.people')}</h2>
      <ul className="plainlist">
        {people.data?.map((p) => (
          <li key={p.name}>
            <b>{p.displayName}</b> <span className="soft small">{p.roles.map((r) => t(`role.${r}`)).join(', ')}</span>
          </li>
        ))}
      </ul>
      <form className="bookform mt-4" onSubmit={(e) => void submit(e)}>
        <h2>{t('practice.addPerson')}</h2>
        {(['displayName', 'name', 'password'] as const).map((field) => (
          <div key={field}>
            <label className="form-label" htmlFor={`person-${field}`}>
              {t(`setup.${field}`)}
            </label>
            <input
              id={`person-${field}`}
              className="form-control"
              required
              type={field === 'password' ? 'password' : 'text'}
              autoComplete={field === 'password' ? 'new-password' : 'off'}
              value={form[field]}
              onChange={(e) => setForm({ ...form, [field]: e.target.value })}
            />
          </div>
        ))}
        <div>
          <label className="form-label" htmlFor="person-role">
            {t('practice.role')}
          </label>
          <select
            id="person-role"
            className="form-select"
            value={form.role}
            onChange={(e) => setForm({ ...form, role: e.target.value })}
          >
            {roles.map((r) => (
              <option key={r} value={r}>
                {t(`role.${r}`)}
              </option>
            ))}
          </select>
        </div>
        {wrong && (
          <p role="alert" className="wrong">
            {wrong}
          </p>
        )}
        <button type="submit" className="pill">
          {t('practice.add')}
        </button>
      </form>
    </section>
  );
}
