import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import Offcanvas from 'react-bootstrap/Offcanvas';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { PlanEdit, VisitView, Vocabulary } from '../../api/types';
import { Level } from '../../parts/Level';
import { minSec } from '../../parts/spoken';
import { Choice } from '../../ui/fields';
import { Note } from '../../ui/Note';
import { AddStep } from '../plan/AddStep';
import { usePlanSources } from '../plan/StartPanel';
import type { Giving } from './giving';
import { useAmend } from './useAmend';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  giving: Giving;
  /** Index of the step the session is in. */
  from: number;
}

/** What is still to come, to be left out, made lighter, given with another hand, or added to. What is done stays as it was. */
export function ChangeAhead({ show, onDone, ...ahead }: Props & { show: boolean; onDone: () => void }) {
  const { t } = useTranslation();
  return (
    <Offcanvas show={show} onHide={onDone} placement="end" className="changeahead" aria-labelledby="ahead-title">
      <Offcanvas.Header closeButton>
        <h2 id="ahead-title">{t('ahead.title')}</h2>
      </Offcanvas.Header>
      <Offcanvas.Body>
        <Ahead {...ahead} />
      </Offcanvas.Body>
    </Offcanvas>
  );
}

/** Its inside: drawn only while it is open, as it is long. */
function Ahead({ visit, words, giving, from }: Props) {
  const { t } = useTranslation();
  const { amend, wrong } = useAmend(visit, giving);
  const sources = usePlanSources(visit.id, words);
  const [source, setSource] = useState('');
  const ahead = visit.plan.steps.slice(from);
  const [both, setBoth] = useState(true);
  const [adding, setAdding] = useState(false);
  const edit = (part: Omit<PlanEdit, 'bothSides'>) => void amend({ edits: [{ bothSides: both, ...part }] });
  const { leftSeconds, rightSeconds } = visit.expansion.totals;
  const insert = known(sources, source)?.from;
  return (
    <>
      <p className="soft small">{t('ahead.lead')}</p>
      <Form.Check
        type="switch"
        id="ahead-both"
        label={t('ahead.both')}
        checked={both}
        onChange={(e) => setBoth(e.target.checked)}
      />
      {leftSeconds + rightSeconds > 0 && (
        <p className="small" role="status">
          {t('ahead.balance', { left: minSec(leftSeconds), right: minSec(rightSeconds) })}
        </p>
      )}
      {wrong && <Note kind="wrong">{wrong}</Note>}
      {adding ? (
        <AddStep
          visit={visit}
          words={words}
          after={ahead[0]!}
          onAdd={(taught) =>
            void amend({ add: { taught, after: ahead[0]!.id } }).then((done) => done && setAdding(false))
          }
          onDone={() => setAdding(false)}
        />
      ) : (
        <button type="button" className="pill" onClick={() => setAdding(true)}>
          {t('ahead.addStep')}
        </button>
      )}
      <ol className="aheadlist">
        {ahead.map((step, i) => {
          const technique = known(words.techniques, step.technique);
          return (
            <li key={step.id} className={i === 0 ? 'here' : ''}>
              <p>
                <b>{step.name}</b>{' '}
                <span className="soft small">
                  {[step.side === 'mid' ? '' : t(`side.${step.side}`), minSec(visit.expansion.steps[from + i]!.seconds)]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </p>
              <div className="acts">
                {(['sooner', 'later'] as const).map((way) => {
                  const to = i + (way === 'sooner' ? -1 : 1);
                  return (
                    <button
                      key={way}
                      type="button"
                      className="tool"
                      aria-label={t(`ahead.${way}`, { name: step.name })}
                      disabled={i === 0 || to < 1 || to >= ahead.length}
                      onClick={() => edit({ kind: 'move', step: step.id, number: from + to })}
                    >
                      {way === 'sooner' ? '↑' : '↓'}
                    </button>
                  );
                })}
                <button
                  type="button"
                  className="tool"
                  aria-label={t('ahead.lighter', { name: step.name })}
                  disabled={step.level <= 1}
                  onClick={() => edit({ kind: 'level', step: step.id, number: step.level - 1 })}
                >
                  −
                </button>
                <Level level={step.level} />
                <button
                  type="button"
                  className="tool"
                  aria-label={t('ahead.deeper', { name: step.name })}
                  disabled={step.level >= 5}
                  onClick={() => edit({ kind: 'level', step: step.id, number: step.level + 1 })}
                >
                  +
                </button>
                {technique && technique.contacts.length > 1 && (
                  <Form.Select
                    aria-label={t('ahead.contact', { name: step.name })}
                    value={step.contact}
                    onChange={(e) => edit({ kind: 'contact', step: step.id, word: e.target.value })}
                  >
                    {technique.contacts.map((c) => (
                      <option key={c} value={c}>
                        {nameIn(words.contacts, c)}
                      </option>
                    ))}
                  </Form.Select>
                )}
                <button
                  type="button"
                  className="pill quiet"
                  aria-label={t('ahead.leaveOutOf', { name: step.name })}
                  onClick={() => edit({ kind: 'remove', step: step.id })}
                >
                  {t('ahead.leaveOut')}
                </button>
              </div>
            </li>
          );
        })}
      </ol>
      <div className="aheadinsert">
        <Choice
          id="ahead-from"
          label={t('ahead.putIn')}
          value={source}
          none={t('plan.from')}
          options={sources}
          onChoose={setSource}
        />
        <button
          type="button"
          className="pill"
          disabled={!insert}
          onClick={() => insert && void amend({ insert }).then((done) => done && setSource(''))}
        >
          {t('ahead.putInNow')}
        </button>
      </div>
    </>
  );
}
