import { useTranslation } from 'react-i18next';
import type { ProposalView, Vocabulary } from '../../../api/types';
import { minSec } from '../../../parts/spoken';
import { Thread } from '../../../thread/Thread';

interface Props {
  title: string;
  view: ProposalView;
  words: Vocabulary;
  breathsPerMinute: number;
  onTake: () => void;
}

/** A proposed session: its thread, how good it is proven to be, and why each block is in it. */
export function ProposalCard({ title, view, words, breathsPerMinute, onTake }: Props) {
  const { t } = useTranslation();
  const { proposal: p, expansion, review } = view;
  const weighty = review.findings.filter((f) => f.severity !== 'could');
  return (
    <article className="proposal">
      <div className="headrow">
        <div>
          <h2>
            {title} <span className="soft small">{minSec(p.totalSeconds)}</span>
          </h2>
          <p className="soft small">
            {p.summary} {t('compose.worth', { score: p.score })},{' '}
            {p.optimal ? t('compose.best') : t('compose.gap', { gap: p.gapPercent })};{' '}
            {weighty.length === 0 ? t('compose.clean') : t('compose.remarks', { count: weighty.length })}.
          </p>
        </div>
        <button type="button" className="pill main" onClick={onTake}>
          {t('compose.take')}
        </button>
      </div>
      <Thread plan={p.plan} expansion={expansion} words={words} breathsPerMinute={breathsPerMinute} />
      <ul className="whylist">
        {p.why.map((w) => (
          <li key={w.block}>{w.reason}</li>
        ))}
        {weighty.map((f) => (
          <li key={f.rule + f.steps[0]} className="plum">
            {f.what}
          </li>
        ))}
      </ul>
    </article>
  );
}
