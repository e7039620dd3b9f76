import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { known, nameIn } from '../../api/named';
import type { ExpandedStep, PlanSource, PlanStep, Vocabulary } from '../../api/types';
import { StepChart } from '../../chart/StepChart';
import { Guide, plain } from '../../parts/Guide';
import { StepPoints } from '../../parts/StepPoints';
import { useFlow, Ways, type Choices } from '../../parts/Ways';
import { sectionName } from '../../parts/blockName';
import { minSec } from '../../parts/spoken';
import { MiniThread } from '../../thread/MiniThread';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import { FlowRound } from './FlowRound';
import { UseForVisit } from './UseForVisit';
import { handsOf } from '../../parts/hands';

/** A flow opened: the ways it can be given, fitted to minutes, every step worked out. */
export function OpenFlow({ kind, id, words }: { kind: string; id: string; words: Vocabulary }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const [minutes, setMinutes] = useState('');
  const [choices, setChoices] = useState<Choices>({});
  const [shown, setShown] = useState<string | null>(null);
  const flow = useFlow(kind, id, minutes, choices);
  if (flow.isError) return <Note>{flow.error.message}</Note>;
  if (!flow.data) return <p className="loading">{t('shell.loading')}</p>;
  const { card, plan, expansion, sections, variants, review, fitted } = flow.data;
  const weighty = review.findings.filter((f) => f.severity !== 'could').length;
  const drop = () =>
    ask(http.DELETE('/api/library/{id}', { params: { path: { id } } })).then((all) => {
      cache.setQueryData(keptAs.library(), all);
      void navigate('/library');
    });

  return (
    <section className="openflow">
      <h2>{card.name}</h2>
      <p className="soft small">
        {minSec(expansion.totalSeconds)} ·{' '}
        {t('library.steps', { steps: plan.steps.length, presses: expansion.totals.presses })} ·{' '}
        {weighty === 0 ? t('library.clean') : t('library.remarks', { count: weighty })} · {card.source}
      </p>
      {card.props.length > 0 && (
        <p className="small">
          <b>{t('library.setOut')}</b> {card.props.join(', ')}
        </p>
      )}
      {card.guide && (
        <Fold title={t('library.round.title')} className="mt-2">
          <FlowRound guide={card.guide} />
        </Fold>
      )}
      <div className="openfit">
        <label htmlFor="library-minutes">{t('library.fitTo')}</label>
        <Form.Select id="library-minutes" value={minutes} onChange={(e) => setMinutes(e.target.value)}>
          <option value="">{t('library.usual')}</option>
          {words.defaults.offeredMinutes.map((m) => (
            <option key={m} value={m}>
              {m} min
            </option>
          ))}
        </Form.Select>
        <Ways variants={variants} name="variant" choices={choices} onChoices={setChoices} />
      </div>
      {fitted && (
        <p className="small" role="status">
          <b>{fitted}</b>
        </p>
      )}
      <UseForVisit from={{ kind: kind as PlanSource['kind'], id, choices }} minutes={minutes} />
      <ol className="flowsteps">
        {plan.steps.map((s, i) => {
          const section = sections.find((x) => x.steps[0] === s.id);
          const e = expansion.steps[i]!;
          return (
            <li key={s.id}>
              {section && <div className="blk">{sectionName(section, t)}</div>}
              <button
                type="button"
                className="plain"
                aria-expanded={shown === s.id}
                onClick={() => setShown(shown === s.id ? null : s.id)}
              >
                <b>{s.name}</b>
              </button>
              <span className="soft small">
                {[plain(s.where), known(words.positions, s.position)?.name].filter(Boolean).join(' · ')}
              </span>
              <MiniThread step={e} words={words} />
              <time>{minSec(e.seconds)}</time>
              {shown === s.id && <OpenStep step={s} expanded={expansion.steps} words={words} />}
            </li>
          );
        })}
      </ol>
      {card.kept && (
        <div className="acts">
          <a className="pill" href={`/api/library/own/${id}/file`} download>
            {t('library.file')}
          </a>
          <button type="button" className="pill danger" onClick={() => void drop()}>
            {t('library.drop')}
          </button>
        </div>
      )}
    </section>
  );
}

/** A step of a flow opened: where it goes on the usual body, and how it is done. */
function OpenStep({ step, expanded, words }: { step: PlanStep; expanded: ExpandedStep[]; words: Vocabulary }) {
  const { t } = useTranslation();
  const [point, setPoint] = useState<string | null>(null);
  return (
    <div className="sheetstep">
      <div className="stepchart">
        <StepChart
          on={{ steps: [step], expanded, clientId: null, school: null, leftOut: [] }}
          step={step}
          words={words}
          box={{ width: 330, height: 260 }}
          onPoint={setPoint}
        />
      </div>
      <StepPoints step={step} open={point} onOpen={setPoint} />
      <p className="how">{known(words.techniques, step.technique)?.how}</p>
      <dl className="lines">
        <dt>{t('sheet.you')}</dt>
        <dd>{nameIn(words.stances, step.stance)}</dd>
        <dt>{t('sheet.contact')}</dt>
        <dd>{handsOf(step, words)}</dd>
        <Guide step={step} />
      </dl>
    </div>
  );
}
