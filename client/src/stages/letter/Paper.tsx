import { useTranslation } from 'react-i18next';
import type { Letter } from '../../api/types';

/** One paper: its head, its parts, and whom it is from. */
export function Paper({ letter: l, editable = false }: { letter: Letter; editable?: boolean }) {
  const { t } = useTranslation();
  const edit = editable
    ? ({
        contentEditable: true,
        suppressContentEditableWarning: true,
        role: 'textbox',
        'aria-multiline': true,
        'aria-label': l.title,
        tabIndex: 0,
      } as const)
    : {};
  return (
    <article className={`letter ${l.kind}`} {...edit}>
      <header>
        <b>{t('letter.practice')}</b>
        <span>{l.date}</span>
      </header>
      <h1>
        {l.title} {l.urgent && <em>{t('letter.urgent')}</em>}
      </h1>
      <dl>
        {l.to && (
          <>
            <dt>{t('letter.to')}</dt>
            <dd>{l.to}</dd>
          </>
        )}
        {l.regarding && (
          <>
            <dt>{t('letter.regarding')}</dt>
            <dd>{l.regarding}</dd>
          </>
        )}
      </dl>
      {l.parts.map((p) => (
        <section key={p.heading}>
          <h2>{p.heading}</h2>
          {p.text && <p>{p.text}</p>}
          <ul>
            {p.lines.map((line, i) => (
              <li key={i}>{line}</li>
            ))}
          </ul>
        </section>
      ))}
      <footer>
        <p>{l.from}</p>
        {(l.kind === 'referral' || l.kind === 'clearance' || l.kind === 'short') && (
          <p className="small">{t('letter.not')}</p>
        )}
      </footer>
    </article>
  );
}
