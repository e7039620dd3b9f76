import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import { Lantern } from '../../shell/Lantern';
import { SendForm } from '../../ui/SendForm';
import { TextField } from '../../ui/fields';
import { ListPage } from './ListPage';
import { useDraft } from './useDraft';

/**
 * What a client sees behind the link: one list a screen, and nothing of the record. Works with one thumb; a page that was left goes on
 * where it was.
 */
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
  const [draft, set, forget] = useDraft(token);
  const [sent, setSent] = useState(false);
  if (page.isError) {
    const why = page.error instanceof Problem && page.error.message ? page.error.message : t('shell.unreachable');
    return <Sheet title={t('phone.sorry')}>{why}</Sheet>;
  }
  if (!page.data) return <p className="loading">{t('shell.loading')}</p>;
  if (sent) return <Sheet title={t('phone.thanks')}>{t('phone.thanksWhy')}</Sheet>;

  const { lists, places } = page.data;
  const last = lists.length + 1;
  const at = Math.min(draft.at, last);
  const list = lists[at - 1];
  const go = (to: number) => {
    set({ at: to });
    window.scrollTo(0, 0);
  };
  const leave = (seen: boolean, answers = draft.answers) => {
    const others = draft.seen.filter((id) => id !== list!.id);
    set({ answers, seen: seen ? [...others, list!.id] : others, at: at + 1 });
    window.scrollTo(0, 0);
  };
  const send = async () => {
    await ask(
      http.POST('/api/intake/{token}', {
        ...path,
        body: {
          words: draft.words,
          answers: draft.answers,
          medicines: draft.medicines.split(/[,;\n]/),
          lists: lists.filter((l) => draft.seen.includes(l.id)).map((l) => ({ card: l.id, version: l.version })),
        },
      }),
    );
    forget();
    setSent(true);
  };
  return (
    <main className="phone">
      <header>
        <progress value={at} max={last} aria-label={t('phone.of', { at, last })} />
        {at === 0 && (
          <>
            <Lantern light="here" />
            <h1>{t('phone.title')}</h1>
            <p className="soft">{t('phone.lead')}</p>
          </>
        )}
      </header>
      {at === 0 && (
        <>
          <label className="form-label" htmlFor="phone-words">
            {t('phone.words')}
          </label>
          <Form.Control
            as="textarea"
            id="phone-words"
            rows={4}
            maxLength={2000}
            value={draft.words}
            onChange={(e) => set({ words: e.target.value })}
          />
          <button type="button" className="pill main" onClick={() => go(1)}>
            {t('phone.begin')}
          </button>
        </>
      )}
      {list && (
        <ListPage
          key={list.id}
          list={list}
          places={places}
          answers={draft.answers}
          onAnswers={(answers) => set({ answers })}
          onNext={() => leave(true)}
          onNone={() =>
            leave(
              true,
              draft.answers.filter((a) => !facts(list).includes(a.fact)),
            )
          }
          onSkip={() => leave(false)}
          onBack={() => go(at - 1)}
        >
          {list.namesMedicines && (
            <TextField
              id="phone-medicines"
              label={t('phone.medicines')}
              value={draft.medicines}
              maxLength={1000}
              onText={(medicines) => set({ medicines })}
            />
          )}
        </ListPage>
      )}
      {at === last && (
        <SendForm send={send} action={t('phone.send')} main>
          <h1>{t('phone.review')}</h1>
          <ul className="phonereview">
            {draft.words && <li>{draft.words}</li>}
            {lists.map((l, i) => (
              <li key={l.id}>
                <b>{l.name}</b>
                <span>{told(l, draft.answers, draft.seen, t)}</span>
                <button type="button" className="pill quiet" onClick={() => go(i + 1)}>
                  {t('phone.change')}
                </button>
              </li>
            ))}
            {draft.medicines && <li>{draft.medicines}</li>}
          </ul>
        </SendForm>
      )}
    </main>
  );
}

type List = Parameters<typeof ListPage>[0]['list'];

const facts = (list: List) => list.lines.flatMap((l) => l.facts.map((f) => f.fact));

function told(
  list: List,
  answers: { fact: string }[],
  seen: string[],
  t: ReturnType<typeof useTranslation>['t'],
): string {
  const ticked = list.lines.flatMap((l) => l.facts).filter((f) => answers.some((a) => a.fact === f.fact));
  if (!seen.includes(list.id)) return t('phone.skipped');
  return ticked.length === 0 ? t('phone.noneOfIt') : ticked.map((f) => f.name).join(', ');
}

function Sheet({ title, children }: { title: string; children: ReactNode }) {
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
