import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { nameIn } from '../../api/named';
import type { PlanEdit, PlanStep, PressureView, VisitView, Vocabulary } from '../../api/types';
import { kilos } from '../../parts/kilos';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';
import { LevelScale } from './LevelScale';
import { LoadPart } from './LoadPart';
import { PressNumbers } from './PressNumbers';
import { PressScene } from './PressScene';
import { usePress, type Way } from './usePress';

interface Props {
  step: PlanStep;
  visit: VisitView;
  words: Vocabulary;
  locked: boolean;
  onEdit: (edit: PlanEdit) => void;
  onChoose: (step: string) => void;
}

/** Weight: how the body leans for this step, what that presses, and what to change. */
export function PressPanel({ step, visit, words, locked, onEdit, onChoose }: Props) {
  const { t } = useTranslation();
  const press = usePress(visit, step.id);
  const { view, frame } = press;
  if (press.error) return <Note kind="wrong">{press.error.message || t('shell.unreachable')}</Note>;
  if (!view) return <p className="loading">{t('shell.loading')}</p>;
  const region = nameIn(words.regions, step.region);
  const kept = (setting: PlanEdit['press']) =>
    onEdit({ kind: 'press', step: step.id, bothSides: true, press: setting });
  return (
    <section className="presspanel">
      <h2>{step.name}</h2>
      <p className="soft small">
        {view.stance} · {region}
      </p>
      {view.estimated && (
        <Note className="small">
          {t('press.estimated')} <Link to="/practice">{t('press.give')}</Link>
        </Note>
      )}
      {frame && view.scene ? (
        <>
          <PressScene view={view} frame={frame} width={330} height={232} />
          <PressNumbers view={view} frame={frame} />
          {view.levels && <LevelScale view={view} frame={frame} />}
          {view.capBy.length > 0 && <p className="small capby">{t('press.capBy', { by: view.capBy.join('; ') })}</p>}
          {!frame.feasible && <Note className="small">{frame.why}</Note>}
          <div className="presssliders">
            {view.sliders.map((s) => (
              <label key={s.way}>
                <span>{sliderName(view, s.way, t)}</span>
                <Form.Range
                  min={s.least}
                  max={s.most}
                  step={s.step}
                  value={press.value(s.way)}
                  aria-valuetext={sliderValue(s.way, press.value(s.way), frame.forces, t)}
                  onChange={(e) => press.move(s.way, Number(e.target.value))}
                  onPointerUp={press.rest}
                  onKeyUp={press.rest}
                  onBlur={press.rest}
                />
                <output>{sliderValue(s.way, press.value(s.way), frame.forces, t)}</output>
              </label>
            ))}
          </div>
          {view.advice.length > 0 && (
            <div className="advice">
              <p className="soft small">
                {view.now!.aboveCap ? t('press.fixCap') : t('press.fix', { goal: view.goal })}
              </p>
              {view.advice.map((a) =>
                !a.setting && !a.contact ? (
                  <p key={a.say} className="small">
                    {a.say}
                  </p>
                ) : (
                  <button
                    key={a.say}
                    type="button"
                    className="pill"
                    disabled={locked && !a.setting}
                    onClick={() =>
                      a.setting
                        ? press.take(a.setting)
                        : onEdit({ kind: 'contact', step: step.id, word: a.contact, bothSides: true })
                    }
                  >
                    {a.say}
                  </button>
                ),
              )}
            </div>
          )}
          {view.advice.length === 0 &&
            view.now!.level != null &&
            (view.now!.aboveCap || view.now!.level !== view.goal) && <p className="soft small">{t('press.nothing')}</p>}
          {!locked && (
            <div className="acts">
              {(press.tried || !view.kept) && (
                <button type="button" className="pill" disabled={!frame.feasible} onClick={() => kept(press.setting())}>
                  {t('press.keep')}
                </button>
              )}
              {view.kept && <span className="soft small">{t('press.kept')}</span>}
              {(press.tried || view.kept) && (
                <button
                  type="button"
                  className="pill quiet"
                  onClick={() => {
                    press.forget();
                    if (view.kept) kept(undefined);
                  }}
                >
                  {t('press.workOut')}
                </button>
              )}
            </div>
          )}
          <Why view={view} why={frame.why} normal={frame.normal} drag={frame.drag} />
        </>
      ) : (
        <p className="how">
          {view.handNewtons > 0
            ? t('press.byHand', { kg: kilos(view.handNewtons).toFixed(1), level: view.planned })
            : t('press.none')}
        </p>
      )}
      <LoadPart visit={visit} locked={locked} onEdit={onEdit} onChoose={onChoose} />
    </section>
  );
}

type T = ReturnType<typeof useTranslation>['t'];

const aids = ['bars', 'frame', 'wall', 'other-foot'];

const aidOf = (view: PressureView, t: T) =>
  t(`press.support.${view.now!.forces.find((f) => aids.includes(f.support))?.support ?? 'hands'}`);

const sliderName = (view: PressureView, way: Way, t: T) =>
  way === 'lean'
    ? t(`press.leanOf.${view.kind}`)
    : way === 'support'
      ? view.kind === 'brace'
        ? t('press.supportOf.brace')
        : t('press.supportOf.other', { aid: aidOf(view, t) })
      : t('press.slider.ahead');

const sliderValue = (way: Way, value: number, forces: { support: string; up: number }[], t: T) => {
  const n = Number.isInteger(value) ? value : Number(value.toFixed(1));
  if (way === 'lean') return t(value < 0 ? 'press.degreesBack' : 'press.degrees', { n: Math.round(Math.abs(value)) });
  if (way === 'ahead') return t('press.cm', { n });
  const carried = forces.find((f) => aids.includes(f.support))?.up;
  return carried == null ? t('press.percent', { n }) : t('press.percentKg', { n, kg: Math.round(kilos(carried)) });
};

/** The sum behind the number, and what it rests on. */
function Why({ view, why, normal, drag }: { view: PressureView; why: string; normal: number; drag: number }) {
  const { t } = useTranslation();
  return (
    <Fold className="bare presswhy" title={t('press.why')}>
      <p>{why}</p>
      {view.slopeDegrees > 8 && drag > 2 && (
        <p>
          {t('press.slope', {
            degrees: view.slopeDegrees,
            normal: kilos(normal).toFixed(1),
            drag: kilos(drag).toFixed(1),
          })}
        </p>
      )}
      <p>
        {t('press.area', { contact: view.contact, area: view.areaCm2 })},{' '}
        {t(view.areaCounted ? 'press.areaOwn' : 'press.areaUsual')}.
      </p>
      {view.levels && (
        <p>{t('press.bands', { why: view.levels.why, doubt: view.levels.doubtPercent, source: view.levels.source })}</p>
      )}
    </Fold>
  );
}
