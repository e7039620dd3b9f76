import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { TFunction } from 'i18next';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useSearchParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { QuestionEffect, Vocabulary } from '../../api/types';
import { minSec } from '../../parts/spoken';
import { Choice } from '../../ui/fields';
import { Note } from '../../ui/Note';

type Option = QuestionEffect['options'][number];

/** Every question in which schools differ: what is taken here, by whom, and what each answer changes of a flow. */
export function Schools({ words, owner }: { words: Vocabulary; owner: boolean }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [at, setAt] = useSearchParams();
  const [whose, setWhose] = useState('mine');
  const [refused, setRefused] = useState('');
  const flow = at.get('flow') ?? '';
  const visit = at.get('visit') ?? '';
  const school = useQuery({
    queryKey: keptAs.school(flow, visit),
    queryFn: () =>
      ask(http.GET('/api/school', { params: { query: { flow: flow || undefined, visit: visit || undefined } } })),
  });
  if (!school.data) return null;
  const view = school.data;
  const forPractice = whose === 'practice';
  const own = forPractice ? view.practice : view.mine;
  const put = async (next: { base: string; choices: Record<string, string> } | null) => {
    try {
      setRefused('');
      await ask(http.PUT('/api/school', { body: { forPractice, school: next } }));
      await cache.invalidateQueries();
    } catch (e) {
      setRefused(e instanceof Problem ? e.message : t('shell.unreachable'));
    }
  };
  const house = view.profiles[0]!.id;
  return (
    <section className="practicepart schools" id="schools">
      <h2>{t('schools.head')}</h2>
      <p className="soft small">
        {t('schools.lead')} {t('schools.inForce', { name: view.name })}
      </p>
      <div className="threeup">
        {owner && (
          <Choice
            id="school-whose"
            label={t('schools.forWhom')}
            value={whose}
            options={(['mine', 'practice'] as const).map((id) => ({ id, name: t(`schools.${id}`) }))}
            onChoose={setWhose}
          />
        )}
        <Choice
          id="school-base"
          label={t('schools.base')}
          value={own?.base ?? ''}
          none={t(forPractice ? 'schools.followHouse' : 'schools.follow')}
          options={view.profiles}
          onChoose={(base) => void put(base ? { base, choices: {} } : null)}
        />
        <Choice
          id="school-flow"
          label={t('schools.flow')}
          value={view.flow}
          options={words.flows}
          onChoose={(id) => setAt({ flow: id, ...(visit && { visit }) })}
        />
      </div>
      {refused && <Note kind="wrong">{refused}</Note>}
      {view.questions.map((q) => (
        <fieldset key={q.id} className="asked">
          <legend>
            {q.name} <span className="soft small">{q.why}</span>
          </legend>
          {q.options.map((o) => (
            <label key={o.id} className={o.chosen ? 'on' : ''}>
              <input
                type="radio"
                name={`school-${q.id}`}
                aria-label={t('schools.take', { name: o.name })}
                checked={o.chosen}
                onChange={() =>
                  void put({ base: own?.base ?? house, choices: { ...(own?.choices ?? {}), [q.id]: o.id } })
                }
              />
              <span>
                <b>{o.name}</b> {o.house && <i className="soft small">{t('schools.house')}</i>}
                <span className="small soft">{effectOf(o, t)}</span>
              </span>
            </label>
          ))}
        </fieldset>
      ))}
    </section>
  );
}

/** What an answer changes, in a line. */
function effectOf(o: Option, t: TFunction) {
  const signed = (n: number) => (n > 0 ? `+${n}` : String(n));
  const seconds = Math.round(o.seconds);
  const parts = [
    o.steps !== 0 && t('schools.steps', { n: signed(o.steps) }),
    seconds !== 0 && `${seconds > 0 ? '+' : '−'}${minSec(Math.abs(seconds))}`,
    o.comes.length > 0 && t('schools.comes', { what: few(o.comes) }),
    o.goes.length > 0 && t('schools.goes', { what: few(o.goes) }),
    o.speak.length > 0 && t('schools.speaks', { what: few(o.speak) }),
    o.onlyNote.length > 0 && t('schools.notes', { what: few(o.onlyNote) }),
    ...o.forClient,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(' · ') : o.chosen ? '' : t('schools.same');
}

const few = (list: string[]) => (list.length > 3 ? `${list.slice(0, 3).join(', ')} …` : list.join(', '));
