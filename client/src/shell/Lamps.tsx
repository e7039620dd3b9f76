import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import type { Lamp, Stage } from '../api/types';
import { Lantern } from './Lantern';

/** The visit's five stages. Where we are glows; what a finding blocks is cracked and says so. */
export function Lamps({ lamps, at, base }: { lamps: Lamp[]; at?: Stage; base?: string }) {
  const { t } = useTranslation();
  return (
    <ol className="lamps" aria-label={t('shell.stages')}>
      {lamps.map((lamp) => {
        const here = lamp.stage === at;
        const light = here && lamp.state !== 'blocked' ? 'here' : lamp.state === 'here' && at ? 'ahead' : lamp.state;
        const name = t(`stage.${lamp.stage}`);
        const inside = (
          <>
            <Lantern light={light} />
            <span>
              <b>{name}</b>
              <i>{lamp.caption || <span className="visually-hidden">{t(`lamp.${lamp.state}`)}</span>}</i>
            </span>
          </>
        );
        const look = `lamp ${lamp.state} ${here ? 'on' : ''}`;
        return (
          <li key={lamp.stage}>
            {base ? (
              <Link className={look} to={`${base}/${lamp.stage}`} aria-current={here ? 'step' : undefined}>
                {inside}
              </Link>
            ) : (
              <span className={look} title={`${name}: ${lamp.caption || t(`lamp.${lamp.state}`)}`}>
                <Lantern light={lamp.state} />
                <span className="visually-hidden">{`${name}: ${lamp.caption || t(`lamp.${lamp.state}`)}`}</span>
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
