import { Fragment } from 'react';
import { useTranslation } from 'react-i18next';
import type { FlowGuide } from '../../api/types';

const PARTS = ['before', 'during', 'after', 'say', 'aftercare', 'home'] as const;

/** What belongs to a flow round its steps: asked before, looked at on the way and after, said, done at home. */
export function FlowRound({ guide }: { guide: FlowGuide }) {
  const { t } = useTranslation();
  return (
    <dl className="round">
      <dt>{t('library.round.purpose')}</dt>
      <dd>{guide.purpose}</dd>
      {PARTS.filter((part) => guide[part].length > 0).map((part) => (
        <Fragment key={part}>
          <dt>{t(`library.round.${part}`)}</dt>
          <dd>{guide[part].join(' ')}</dd>
        </Fragment>
      ))}
    </dl>
  );
}
