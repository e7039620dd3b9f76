import { useEffect, useRef, useState, type FormEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { InterviewAnswer, InterviewView, VisitView, Vocabulary } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { OutcomeSign } from '../../parts/OutcomeSign';

type Side = InterviewView['side'];

/** What brings them: a complaint opens a short path of questions, each asked only while it can change something. */
export function Interview({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const held = new Set(visit.interviews.map((i) => i.complaint));
  const put = (complaint: string, side: Side, answers: InterviewAnswer[], drop = false) =>
    change('put', 'interviews', { complaint, side, answers, drop });
  return (
    <section className="interviews">
      <h2>{t('interview.title')}</h2>
      <div className="chips">
        {words.complaints.map((c) => (
          <button
            key={c.id}
            type="button"
            className={held.has(c.id) ? 'pill on' : 'pill'}
            aria-pressed={held.has(c.id)}
            disabled={!visit.may['ask-facts']?.allowed}
            onClick={() => (held.has(c.id) ? put(c.id, null, [], true) : put(c.id, null, []))}
          >
            {c.name}
          </button>
        ))}
      </div>
      {visit.interviews.map((i) => (
        <Path key={i.complaint} held={i} put={put} locked={!visit.may['ask-facts']?.allowed} />
      ))}
    </section>
  );
}

interface PathProps {
  held: InterviewView;
  locked: boolean;
  put: (complaint: string, side: Side, answers: InterviewAnswer[]) => void;
}

function Path({ held, put, locked }: PathProps) {
  const { t } = useTranslation();
  const given = held.answered.map((a) => a.given);
  // Two answers may be given before the server has told of the first: the second builds on what was said, not on what is shown.
  const said = useRef<{ side: Side; answers: InterviewAnswer[] }>({ side: held.side, answers: given });
  useEffect(() => {
    said.current = { side: held.side, answers: held.answered.map((a) => a.given) };
  }, [held]);
  const say = (what: { side?: Side; answers?: InterviewAnswer[] }) => {
    said.current = { ...said.current, ...what };
    put(held.complaint, said.current.side, said.current.answers);
  };
  const answer = (given: InterviewAnswer) =>
    say({ answers: [...said.current.answers.filter((a) => a.question !== given.question), given] });
  const { next, verdict, findings } = held.result;
  const strongest = findings[0];
  return (
    <article className="path">
      <header>
        <h3>{held.name}</h3>
        <div className="sides" role="group" aria-label={t('arrive.side')}>
          {(['left', 'right', 'both'] as const).map((s) => (
            <button
              key={s}
              type="button"
              className={held.side === s ? 'pill on' : 'pill quiet'}
              aria-pressed={held.side === s}
              disabled={locked}
              onClick={() => say({ side: s })}
            >
              {t(`side.${s}`)}
            </button>
          ))}
        </div>
      </header>
      {held.answered.length > 0 && (
        <ol className="answered">
          {held.answered.map((a, n) => (
            <li key={a.question}>
              <span className="soft">{a.text}</span> <b>{a.answer}</b>
              <button
                type="button"
                className="pill quiet"
                aria-label={t('interview.again', { question: a.text })}
                disabled={locked}
                onClick={() => say({ answers: given.slice(0, n) })}
              >
                ↺
              </button>
            </li>
          ))}
        </ol>
      )}
      {next ? (
        <div className="nextquestion">
          <p className="asked">{next.text}</p>
          <p className="soft small">{next.why}</p>
          {next.unit && <Number unit={next.unit} onValue={(value) => answer({ question: next.id, value })} />}
          <div className="options">
            {next.options.map((o) => (
              <button
                key={o.id}
                type="button"
                className="pill"
                disabled={locked}
                onClick={() => answer({ question: next.id, option: o.id })}
              >
                {o.text}
              </button>
            ))}
          </div>
        </div>
      ) : (
        <p className="ended" aria-live="polite">
          {strongest && verdict !== 'no-red-flag' && verdict !== 'note' ? (
            <>
              <OutcomeSign outcome={strongest.outcome} /> <b>{strongest.title}.</b> {strongest.instead.join(' ')}
            </>
          ) : (
            t('interview.noRedFlag')
          )}
        </p>
      )}
    </article>
  );
}

function Number({ unit, onValue }: { unit: string; onValue: (value: number) => void }) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const value = parseFloat(text.replace(',', '.'));
  const send = (e: FormEvent) => {
    e.preventDefault();
    if (value >= 0) onValue(value);
  };
  return (
    <form className="withunit" onSubmit={send}>
      <Form.Control inputMode="decimal" aria-label={unit} value={text} onChange={(e) => setText(e.target.value)} />
      <span>{unit}</span>
      <button type="submit" className="pill" disabled={!(value >= 0)}>
        {t('interview.take')}
      </button>
    </form>
  );
}
