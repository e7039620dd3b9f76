import { useTranslation } from 'react-i18next';
import type { DrillTarget } from '../../api/types';
import { kilos } from '../../parts/kilos';
import { Lantern } from '../../shell/Lantern';
import { Note } from '../../ui/Note';
import { PressureCurve } from './PressureCurve';
import type { useDrill } from './useDrill';
import { usePressInput } from './usePressInput';

const kg = (newtons: number) => kilos(newtons).toFixed(1);

/** The drill as it runs: the trace, what to do now, both hands, the client, and the pad that is pressed. */
export function Live({ target, pressed }: { target: DrillTarget; pressed: ReturnType<typeof useDrill> }) {
  const { t } = useTranslation();
  const running = pressed.state === 'running';
  const input = usePressInput(running, target.peakNewtons, pressed.press);
  // The readings are a stream; the beat says when to look at it again.
  const last = pressed.samples.current.at(-1);
  const moment = pressed.moment.current;
  const [left, right] = [last?.left ?? 0, last?.right ?? 0];
  const total = left + right;
  return (
    <div className="live">
      <PressureCurve target={target} samples={pressed.samples} live={running} />
      {pressed.silent && <Note role="alert">{t('bench.silent')}</Note>}
      {pressed.state === 'refused' && <Note role="alert">{pressed.problem || t('bench.lost')}</Note>}
      <div className="livebelow">
        <div className="nowwords" role="status">
          {pressed.state === 'connecting' && t('bench.connecting')}
          {pressed.state === 'idle' && t('bench.ready', { peak: kg(target.peakNewtons) })}
          {running && (
            <>
              <b className="serif">{moment?.say ?? target.phases[0]!.say}</b>
              <span className="soft">
                {kg(total)} {t('press.kg')} · {t('bench.wanted')} {kg(moment?.wantedNewtons ?? 0)} {t('press.kg')}
              </span>
            </>
          )}
        </div>
        <div className="client">
          <span className="breather" style={{ transform: `scale(${1 + 0.16 * (last?.breath ?? 0)})` }}>
            <Lantern light={moment?.breathesOut ? 'here' : 'lit'} />
          </span>
          <span>
            <b>{t('bench.client')}</b>
            <small className={moment?.tenses ? 'plum' : 'soft'}>
              {moment?.tenses
                ? t('bench.tense')
                : moment?.breathesOut != null
                  ? t(`bench.breath.${moment.breathesOut ? 'out' : 'in'}`)
                  : ' '}
            </small>
            {last?.depthCm != null && (
              <small className="soft">
                {last.depthCm.toFixed(1)} cm {t('bench.depth')}
              </small>
            )}
          </span>
        </div>
        <dl className="hands">
          {(['left', 'right'] as const).map((side) => {
            const n = side === 'left' ? left : right;
            return (
              <div key={side}>
                <dt>{t(`bench.${side}`)}</dt>
                <dd>
                  <span className="bar">
                    <i style={{ height: `${Math.min(100, (n / target.peakNewtons) * 100)}%` }} />
                  </span>
                  {kg(n)}
                </dd>
              </div>
            );
          })}
        </dl>
        <div className={running ? 'presspad on' : 'presspad'} {...(running ? input.pad : {})}>
          <i
            style={{
              insetInlineStart: `${(0.5 + input.shown.shift) * 100}%`,
              top: `${Math.min(100, (input.shown.force / (target.peakNewtons * 1.5)) * 100)}%`,
            }}
          />
          <span>{t('bench.pad')}</span>
        </div>
      </div>
      <p className="soft small">{t('bench.keys')}</p>
    </div>
  );
}
