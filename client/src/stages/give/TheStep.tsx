import { memo, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { ConsentPlace, VisitView, Vocabulary } from '../../api/types';
import { drawingOf, stepChartOf } from '../../chart/StepChart';
import { useStepChart } from '../../chart/useStepChart';
import { Consents } from '../../parts/Consents';
import { FoundBefore } from '../../parts/FoundBefore';
import { Guide, plain } from '../../parts/Guide';
import { minSec } from '../../parts/spoken';
import { StepPoints } from '../../parts/StepPoints';
import { StepLimits } from '../../parts/StepLimits';
import type { Moment } from './moment';
import { OnePicture } from './OnePicture';
import { handsOf } from '../../parts/hands';

/** The sheet of the step: how, from where, with what, what to mind. */
export const TheStep = memo(function TheStep({
  moment,
  visit,
  words,
  level,
  onTakenBack,
}: {
  moment: Moment;
  visit: VisitView;
  words: Vocabulary;
  /** The level in force at the place under way. */
  level: number;
  /** A yes to a place this step touches was taken back. */
  onTakenBack: (place: ConsentPlace) => void;
}) {
  const { t } = useTranslation();
  const [point, setPoint] = useState<string | null>(null);
  const { step } = moment;
  const planned = known(visit.plan.steps, step.id)!;
  const technique = known(words.techniques, step.technique);
  const coming = visit.expansion.steps.slice(moment.index + 1, moment.index + 5);
  const caps = visit.screen.findings.filter((f) => f.steps.includes(step.id));
  // The picture of the step to come is fetched while this one is given: hands are busy when it begins.
  const ahead = known(visit.plan.steps, coming[0]?.id ?? '');
  const on = drawingOf(visit);
  useStepChart(ahead ? stepChartOf(on, ahead, visit.expansion.steps[moment.index + 1]?.presses[0]?.station) : null);
  const asked = visit.consents.filter((p) => p.steps.includes(step.id));
  return (
    <aside className="gsheet" tabIndex={0} aria-label={t('give.sheet')}>
      <p className="gno">{t('give.stepOf', { n: moment.index + 1, of: visit.expansion.steps.length })}</p>
      <OnePicture moment={moment} visit={visit} words={words} level={level} onPoint={setPoint} />
      <StepPoints step={planned} clientId={visit.client.id} open={point} onOpen={setPoint} />
      <FoundBefore visit={visit} step={step.id} words={words} />
      <p className="ghow serif">{technique?.how}</p>
      <Consents visit={visit} words={words} places={asked} bare onTakenBack={onTakenBack} />
      <dl>
        <dt>{t('sheet.client')}</dt>
        <dd>{nameIn(words.positions, step.position)}</dd>
        <dt>{t('sheet.you')}</dt>
        <dd>{nameIn(words.stances, step.stance)}</dd>
        <dt>{t('sheet.contact')}</dt>
        <dd>{handsOf(step, words)}</dd>
        <Guide step={planned} />
        <StepLimits step={planned} words={words} />
        {planned.props.length > 0 && (
          <>
            <dt>{t('sheet.props')}</dt>
            <dd>{planned.props.map((p) => nameIn(words.props, p)).join(', ')}</dd>
          </>
        )}
      </dl>
      <ul>
        {caps.map((f) => (
          <li key={f.rule + f.title} className="plum">
            {f.title}
          </li>
        ))}
        {planned.note && <li>{planned.note}</li>}
        {planned.guide?.caution && <li>{plain(planned.guide.caution)}</li>}
        {technique?.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      {coming.length > 0 && (
        <div className="coming">
          <p className="gno">{t('give.coming')}</p>
          <ol>
            {coming.map((s) => (
              <li key={s.id}>
                <span>{s.name}</span> <time>{minSec(s.seconds)}</time>
              </li>
            ))}
          </ol>
        </div>
      )}
    </aside>
  );
});
