import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { nameIn } from '../../api/named';
import type { PastVisit, Vocabulary } from '../../api/types';
import { useVisit, useWordsOf } from '../../api/useVisit';
import { saidChange } from '../../parts/measures/families';
import { day, minSec } from '../../parts/spoken';
import { Fold } from '../../ui/Fold';

const parts = ['said', 'found', 'done', 'next'] as const;

/** An old visit beside a newer one: what was planned and given, measured, noted and written. */
export function TwoVisits({ visits, words }: { visits: PastVisit[]; words: Vocabulary }) {
  const { t } = useTranslation();
  const [newer, older] = [visits[0], visits.find((v) => v.phase === 'signed' && v !== visits[0])];
  const [chosen, setChosen] = useState<[string, string] | null>(null);
  if (!newer || !older) return null;
  const [left, right] = chosen ?? [older.id, newer.id];
  return (
    <Fold title={t('beside.title')}>
      <div className="twovisits">
        <One
          id={left}
          visits={visits}
          words={words}
          label={t('beside.older')}
          onChoose={(id) => setChosen([id, right])}
        />
        <One
          id={right}
          visits={visits}
          words={words}
          label={t('beside.newer')}
          onChoose={(id) => setChosen([left, id])}
        />
      </div>
    </Fold>
  );
}

function One({
  id,
  visits,
  words: now,
  label,
  onChoose,
}: {
  id: string;
  visits: PastVisit[];
  words: Vocabulary;
  label: string;
  onChoose: (id: string) => void;
}) {
  const { t } = useTranslation();
  const { data: visit } = useVisit(id);
  const words = useWordsOf(visit, now) ?? now;
  return (
    <article>
      <Form.Select aria-label={label} value={id} onChange={(e) => onChoose(e.target.value)}>
        {visits.map((v) => (
          <option key={v.id} value={v.id}>
            {`${day(v.date)} · ${v.planName}`}
          </option>
        ))}
      </Form.Select>
      {!visit ? (
        <p className="soft">{t('shell.loading')}</p>
      ) : (
        <>
          <p className="small">
            <Link to={`/visits/${id}/${visit.currentStage}`}>{t('beside.open')}</Link>{' '}
            {visit.givenSummary.givenSeconds > 0 &&
              t('beside.given', {
                given: minSec(visit.givenSummary.givenSeconds),
                planned: minSec(visit.givenSummary.plannedSeconds),
              })}
          </p>
          <ul className="plainlist">
            {visit.outcome.taken.map(({ measure: m, change: c }) => (
              <li key={m.id} className={c.verdict}>
                <b>{c.named ? `“${c.named}”` : m.name}</b> {saidChange(m, c)}
                {c.verdict !== 'not-measured' && ` · ${t(`verdict.${c.verdict}`)}`}
              </li>
            ))}
          </ul>
          <ul className="plainlist">
            {visit.session.responses.map((r) => (
              <li key={r.id}>
                {[
                  nameIn(words.responses, r.response),
                  r.detail?.place ?? nameIn(visit.plan.steps, r.step),
                  r.detail?.strength && t(`lastNote.of.${r.detail.strength}`),
                  r.text,
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </li>
            ))}
          </ul>
          {parts.map(
            (p) =>
              visit.note[p] && (
                <p key={p}>
                  <b className="small">{t(`reflect.${p}`)}</b>
                  <br />
                  {visit.note[p]}
                </p>
              ),
          )}
        </>
      )}
    </article>
  );
}
