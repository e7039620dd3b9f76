import type { Ref } from 'react';
import { useTranslation } from 'react-i18next';
import type { Letter, LetterEdits } from '../../api/types';

interface Props {
  letter: Letter;
  editable?: boolean;
  /** Where it stands on the page, to be read as it was changed. */
  at?: Ref<HTMLElement>;
}

const said = (e: Element | null) => ((e as HTMLElement | null)?.innerText ?? e?.textContent ?? '').trim();

/** A paper as it reads now on the page, after somebody wrote in it. */
export function readPaper(paper: HTMLElement): LetterEdits {
  const field = (part: string) => {
    const at = paper.querySelector(`[data-part=${part}]`);
    return at && said(at);
  };
  return {
    to: field('to'),
    regarding: field('regarding'),
    parts: [...paper.querySelectorAll('section')]
      .map((s) => ({
        heading: said(s.querySelector('h2')),
        text: [...s.children]
          .filter((e) => !['H2', 'UL'].includes(e.tagName))
          .map(said)
          .filter(Boolean)
          .join('\n'),
        lines: [...s.querySelectorAll('li')].map(said).filter(Boolean),
      }))
      .filter((p) => p.heading || p.text || p.lines.length),
  };
}

/** One paper: its head, its parts, and whom it is from. */
export function Paper({ letter: l, editable = false, at }: Props) {
  const { t } = useTranslation();
  const edit = (label: string) =>
    editable
      ? ({
          contentEditable: true,
          suppressContentEditableWarning: true,
          role: 'textbox',
          'aria-multiline': true,
          'aria-label': label,
          tabIndex: 0,
        } as const)
      : {};
  return (
    <article className={`letter ${l.kind}`} ref={at}>
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
            <dd>
              <div className="changeable" data-part="to" {...edit(t('letter.to'))}>
                {l.to}
              </div>
            </dd>
          </>
        )}
        {l.regarding && (
          <>
            <dt>{t('letter.regarding')}</dt>
            <dd>
              <div className="changeable" data-part="regarding" {...edit(t('letter.regarding'))}>
                {l.regarding}
              </div>
            </dd>
          </>
        )}
      </dl>
      {l.parts.map((p) => (
        <section key={p.heading} {...edit(p.heading)}>
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
