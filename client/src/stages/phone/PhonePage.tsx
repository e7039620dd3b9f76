import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import { plain } from '../../api/named';
import type { FactEntry, PhonePage as Page } from '../../api/types';
import { Lantern } from '../../shell/Lantern';
import { Choice, TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';

type Question = Page['questions'][number];

/** What a client sees behind the link: questions, and nothing of the record. Works with one thumb. */
export default function PhonePage() {
  const { t } = useTranslation();
  const { token = '' } = useParams();
  const path = { params: { path: { token } } };
  const page = useQuery({
    queryKey: keptAs.phone(token),
    queryFn: () => ask(http.GET('/api/intake/{token}', path)),
    retry: false,
    staleTime: Infinity,
  });
  const [words, setWords] = useState('');
  const [medicines, setMedicines] = useState('');
  const [answers, setAnswers] = useState<Record<string, FactEntry>>({});
  const [sent, setSent] = useState(false);
  const send = async () => {
    await ask(
      http.POST('/api/intake/{token}', {
        ...path,
        body: { words, answers: Object.values(answers), medicines: medicines.split(/[,\n]/) },
      }),
    );
    setSent(true);
  };
  if (page.isError) {
    const why = page.error instanceof Problem && page.error.message ? page.error.message : t('shell.unreachable');
    return <Sheet title={t('phone.sorry')}>{why}</Sheet>;
  }
  if (!page.data) return <p className="loading">{t('shell.loading')}</p>;
  if (sent) return <Sheet title={t('phone.thanks')}>{t('phone.thanksWhy')}</Sheet>;
  const groups = [...new Set(page.data.questions.map((q) => q.group))];
  const open = page.data.questions.filter((q) => !answers[q.fact]);
  const set = (entry: FactEntry) => setAnswers({ ...answers, [entry.fact]: entry });
  const restNo = () =>
    setAnswers({
      ...answers,
      ...Object.fromEntries(open.map((q) => [q.fact, { fact: q.fact, status: 'no' } satisfies FactEntry])),
    });
  return (
    <main className="phone">
      <header>
        <Lantern light="here" />
        <h1>{t('phone.title')}</h1>
        <p className="soft">{t('phone.lead')}</p>
      </header>
      <SendForm send={send} action={t('phone.send')} main>
        <label className="form-label" htmlFor="phone-words">
          {t('phone.words')}
        </label>
        <Form.Control
          as="textarea"
          id="phone-words"
          rows={3}
          maxLength={2000}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <TextField id="phone-medicines" label={t('phone.medicines')} value={medicines} onText={setMedicines} />
        {groups.map((group) => (
          <fieldset key={group}>
            <legend>{group}</legend>
            {page.data.questions
              .filter((q) => q.group === group)
              .map((q) => (
                <Asked key={q.fact} question={q} entry={answers[q.fact]} set={set} />
              ))}
          </fieldset>
        ))}
        {open.length > 0 && (
          <button type="button" className="pill" onClick={restNo}>
            {t('phone.noToRest', { count: open.length })}
          </button>
        )}
      </SendForm>
    </main>
  );
}

function Asked({ question, entry, set }: { question: Question; entry?: FactEntry; set: (entry: FactEntry) => void }) {
  const { t } = useTranslation();
  const id = (what: string) => `${question.fact}-${what}`;
  const detail = (key: string, value: string) =>
    set({ ...entry!, detail: { ...entry?.detail, ...(value ? { [key]: value } : {}) } });
  return (
    <div className="phonequestion">
      <p id={id('q')}>{question.question}</p>
      <div className="options" role="group" aria-labelledby={id('q')}>
        {(['known', 'suspected', 'no'] as const).map((status) => (
          <button
            key={status}
            type="button"
            className={entry?.status === status ? 'pill on' : 'pill'}
            aria-pressed={entry?.status === status}
            onClick={() => set({ ...entry, fact: question.fact, status })}
          >
            {t(`phone.${status}`)}
          </button>
        ))}
      </div>
      {entry && entry.status !== 'no' && (
        <div className="phonedetails">
          {question.sided && (
            <Choice
              id={id('side')}
              label={t('arrive.side')}
              none={t('arrive.notSaid')}
              value={entry.side ?? ''}
              options={(['left', 'right', 'both'] as const).map((s) => ({ id: s, name: t(`side.${s}`) }))}
              onChoose={(side) => set({ ...entry, side: (side || undefined) as FactEntry['side'] })}
            />
          )}
          {question.details.map((d) =>
            d.choices ? (
              <Choice
                key={d.key}
                id={id(d.key)}
                label={d.name}
                none={t('arrive.notSaid')}
                value={entry.detail?.[d.key] ?? ''}
                options={d.choices.map((c) => ({ id: c, name: plain(c) }))}
                onChoose={(value) => detail(d.key, value)}
              />
            ) : (
              <TextField
                key={d.key}
                id={id(d.key)}
                label={d.name}
                type={d.kind}
                value={entry.detail?.[d.key] ?? ''}
                onText={(value) => detail(d.key, value)}
              />
            ),
          )}
        </div>
      )}
    </div>
  );
}

function Sheet({ title, children }: { title: string; children: string }) {
  return (
    <main className="phone">
      <header>
        <Lantern light="lit" />
        <h1>{title}</h1>
        <p>{children}</p>
      </header>
    </main>
  );
}
