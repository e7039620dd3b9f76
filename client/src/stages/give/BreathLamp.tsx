import { useEffect, useRef } from 'react';
import { useTranslation } from 'react-i18next';
import type { VisitView } from '../../api/types';
import { Lantern } from '../../shell/Lantern';
import { breathTurn } from './breath';
import type { Anchor, Moment } from './moment';
import { useTick, type GivingNow } from './useGiving';

export interface Breathing {
  now: GivingNow;
  visit: VisitView;
  /** Part of a breath that is breathed out, 0 to 1. */
  share: number;
}

/** A difference of this many breaths a minute is worth another pace. */
const OTHER_PACE = 1;

const LIGHT_STEP = 0.06;

/**
 * The lantern as the client's breath: its light fades as the breath goes out and swells as it comes in. A touch says that an out-breath
 * begins now; three in a row say how fast they come.
 */
export function BreathLamp({ onTap, ...p }: Breathing & { onTap: () => void }) {
  const { t } = useTranslation();
  const lamp = useRef<HTMLButtonElement>(null);
  const { giving, anchor } = p.now;
  const { visit, share } = p;
  useEffect(() => {
    // For an hour and a half: the light is set in small steps, and nothing is drawn anew for it.
    let shown = -1;
    const shine = () => {
      const turn = breathTurn(anchor, visit, giving.tickMs);
      const light = turn < share ? 1 - turn / share : (turn - share) / (1 - share);
      if (Math.abs(light - shown) < LIGHT_STEP) return;
      shown = light;
      lamp.current?.style.setProperty('--light', light.toFixed(2));
    };
    shine();
    return giving.onTick(shine);
  }, [giving, anchor, visit, share]);
  return (
    <button
      type="button"
      className="breathlamp"
      ref={lamp}
      aria-label={t('breath.tap')}
      title={t('breath.tap')}
      onClick={onTap}
    >
      <Lantern light="here" />
    </button>
  );
}

export function BreathWord({ paused, ...p }: Breathing & { paused: boolean }) {
  const { t } = useTranslation();
  const out = useTick(p.now.giving, (ms) => breathTurn(p.now.anchor, p.visit, ms) < p.share);
  return <p className="breathword">{paused ? t('give.paused') : t(out ? 'give.out' : 'give.in')}</p>;
}

/**
 * The giver breathes out as the weight goes in, and in as it comes off. Where presses do not go with the client's breath, that is another
 * breath than theirs, and it is said.
 */
export function OwnBreath({ moment }: { moment: Moment }) {
  const { t } = useTranslation();
  const press = moment.step.presses[moment.press - 1];
  const how = ({ sink: 'out', stay: 'out', release: 'in', travel: 'in' } as const)[moment.phase as 'sink'];
  if (!press || press.breaths || moment.step.timed || !how) return null;
  return <p className="soft ownbreath">{t(`breath.you.${how}`)}</p>;
}

/** What the taps came to, beside the breath the plan was made for; where they differ, the rest can be given in theirs. */
export function BreathPace({
  anchor,
  visit,
  mayChange,
  onPace,
}: {
  anchor: Anchor;
  visit: VisitView;
  mayChange: boolean;
  onPace: (perMinute: number) => void;
}) {
  const { t } = useTranslation();
  const { taps, perMinute } = anchor;
  const planned = visit.tempo.breathsPerMinute;
  if (perMinute === null)
    return taps.length > 0 ? <p className="soft breathpace">{t('breath.more', { n: taps.length })}</p> : null;
  const differs = Math.abs(perMinute - planned) >= OTHER_PACE;
  return (
    <p className="soft breathpace">
      {t('breath.theirs', { rate: perMinute })}
      {differs && <> · {t('breath.planned', { rate: planned })} </>}
      {differs && mayChange && (
        <button type="button" className="pill quiet" onClick={() => onPace(perMinute)}>
          {t('breath.giveInTheirs')}
        </button>
      )}
    </p>
  );
}
