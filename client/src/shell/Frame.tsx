import type { ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, NavLink } from 'react-router';
import { useMe } from '../api/useMe';
import { Sheet } from '../ui/Sheet';
import { useBeside, type Beside } from './beside';
import { openKeys } from './keys';
import { Lantern } from './Lantern';
import { SaveMark } from './SaveMark';
import { useTheme } from './theme';

interface Props {
  who?: ReactNode;
  lamps?: ReactNode;
  side?: ReactNode;
  /** Given by a page that opens its sheet by itself. */
  beside?: Beside;
  thread?: ReactNode;
  children: ReactNode;
}

/** The one frame: header, the work, the sheet at the side (a drawer where the room is narrow), the thread along the bottom. */
export function Frame({ who, lamps, side, beside, thread, children }: Props) {
  const { t } = useTranslation();
  const [theme, toggle] = useTheme();
  const own = useBeside();
  const { open, show, close } = beside ?? own;
  return (
    <div className="frame">
      <header className="top">
        <Link className="brand" to="/today" aria-label={t('shell.home')}>
          <Lantern light="here" />
          <b>{t('shell.brand')}</b>
        </Link>
        <div className="who">{who}</div>
        <nav aria-label={lamps ? t('shell.stages') : t('shell.places')}>{lamps ?? <Places />}</nav>
        <div className="tools">
          {side && (
            <button
              type="button"
              className="tool beside"
              onClick={open ? close : show}
              aria-expanded={open}
              aria-controls="side"
              aria-label={t('shell.beside')}
              title={t('shell.beside')}
            >
              ◨
            </button>
          )}
          <button
            type="button"
            className="tool"
            onClick={toggle}
            aria-label={t(theme === 'dark' ? 'shell.day' : 'shell.night')}
            title={t(theme === 'dark' ? 'shell.day' : 'shell.night')}
          >
            {theme === 'dark' ? '☀' : '☾'}
          </button>
          <button
            type="button"
            className="tool"
            onClick={openKeys}
            aria-label={t('keys.title')}
            title={t('keys.title')}
          >
            ?
          </button>
          <SaveMark />
        </div>
      </header>
      <div className={side ? 'middle' : 'middle wide'}>
        <main className="work" id="work">
          {children}
        </main>
        {side && (
          <Sheet id="side" label={t('shell.beside')} open={open} onClose={close}>
            {side}
          </Sheet>
        )}
      </div>
      {thread ?? <span />}
    </div>
  );
}

function Places() {
  const { t } = useTranslation();
  const me = useMe();
  return (
    <div className="places">
      <NavLink to="/today">{t('place.today')}</NavLink>
      <NavLink to="/clients">{t('place.clients')}</NavLink>
      {me.mayTreat && <NavLink to="/library">{t('place.library')}</NavLink>}
      <NavLink to="/atlas">{t('place.atlas')}</NavLink>
      {me.mayTreat && <NavLink to="/bench">{t('place.bench')}</NavLink>}
      <NavLink to="/practice">{t('place.practice')}</NavLink>
    </div>
  );
}
