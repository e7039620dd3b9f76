import { Component, type ReactNode } from 'react';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { Frame } from './Frame';

interface Props {
  who?: ReactNode;
  lamps?: ReactNode;
  children: ReactNode;
}

/** Whatever fails to draw below here leaves a sentence and the way back; nothing that was entered is touched. */
export class Failing extends Component<Props, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    const { children, ...frame } = this.props;
    return this.state.failed ? <Sorry {...frame} again={() => this.setState({ failed: false })} /> : children;
  }
}

function Sorry({ who, lamps, again }: Omit<Props, 'children'> & { again: () => void }) {
  const { t } = useTranslation();
  return (
    <Frame who={who} lamps={lamps}>
      <div role="alert">
        <h1>{t('failed.title')}</h1>
        <p className="soft mt-1">{t('failed.lead')}</p>
        <div className="acts mt-3">
          <button type="button" className="pill main" onClick={again}>
            {t('failed.again')}
          </button>
          <Link className="pill" to="/today">
            {t('failed.back')}
          </Link>
        </div>
      </div>
    </Frame>
  );
}
