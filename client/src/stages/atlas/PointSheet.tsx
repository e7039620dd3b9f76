import { useTranslation } from 'react-i18next';
import type { PointPage, Vocabulary } from '../../api/types';
import { Characters } from '../../parts/Characters';
import { Distance } from '../../parts/Distance';
import { sourceLine } from '../../parts/spoken';
import { Near } from './Near';

interface Props {
  page: PointPage;
  words: Vocabulary;
  position: string;
  side: 'left' | 'right' | 'both';
  client?: string;
  /** Another point put beside this one. */
  against?: string;
  onAgainst: (id: string | undefined) => void;
  onPoint: (id: string) => void;
  onPosition: (position: string) => void;
  onSide: (side: 'left' | 'right') => void;
}

/** One point: where it is on this client, how to get there, what to mind, what it is for. */
export function PointSheet({
  page,
  words,
  position,
  side,
  client,
  against,
  onAgainst,
  onPoint,
  onPosition,
  onSide,
}: Props) {
  const { t } = useTranslation();
  const { point, location } = page;
  const reached = new Set(location.reachedIn);
  return (
    <article className="pointsheet">
      <header>
        <Characters text={point.characters} />
        <div>
          <h2>
            {point.id} <span>{point.pinyin}</span>
          </h2>
          <p className="soft">
            “{point.gloss}” · {page.channelName}
          </p>
        </div>
      </header>
      <p className="where serif">{point.location}</p>
      {location.side !== 'mid' && (
        <div className="sides" role="group" aria-label={t('atlas.side')}>
          {(['left', 'right'] as const).map((s) => (
            <button
              key={s}
              type="button"
              className={location.side === s ? 'pill on' : 'pill'}
              aria-pressed={location.side === s && side !== 'both'}
              onClick={() => onSide(s)}
            >
              {t(`side.${s}`)}
            </button>
          ))}
        </div>
      )}
      <h3>{page.client ? t('atlas.onClient', { name: page.client }) : t('atlas.onFigure')}</h3>
      {location.missing && <p>{t('atlas.limbEnds')}</p>}
      <ul className="ways">
        {location.from.map((f) => (
          <Distance key={f.landmark} from={f} />
        ))}
      </ul>
      <p className="soft small">
        {t(page.fingersEstimated ? 'atlas.fingersGuessed' : 'atlas.fingers', {
          cun: page.fourFingersInClientCun.toFixed(1),
        })}
      </p>
      {page.cautions.length > 0 && (
        <ul className="cautions">
          {page.cautions.map((c) => (
            <li key={c.id} className={c.noPressure ? 'plum' : ''}>
              <b>{c.name}.</b> {c.why}
            </li>
          ))}
        </ul>
      )}
      <Near page={page} client={client} against={against} onAgainst={onAgainst} onPoint={onPoint} />
      <h3>{t('atlas.reachedIn')}</h3>
      <div className="reach">
        {words.positions.map((p) => (
          <button
            key={p.id}
            type="button"
            className={`pill ${reached.has(p.id) ? 'yes' : 'no'}${position === p.id ? ' on' : ''}`}
            onClick={() => onPosition(p.id)}
          >
            {reached.has(p.id) ? '✓' : '–'} {p.name}
          </button>
        ))}
      </div>
      {(point.categories.length > 0 || point.uses.length > 0) && (
        <dl className="lines">
          {point.categories.length > 0 && (
            <>
              <dt>{t('atlas.categories')}</dt>
              <dd>
                {point.categories
                  .map((c) =>
                    [t(`atlas.category.${c.kind}`), c.of, c.phase && `(${c.phase})`].filter(Boolean).join(' '),
                  )
                  .join(', ')}
              </dd>
            </>
          )}
          {point.uses.length > 0 && (
            <>
              <dt>{t('atlas.uses')}</dt>
              <dd>{point.uses.join(', ')}</dd>
            </>
          )}
          <dt>{t('sheet.source')}</dt>
          <dd>{sourceLine(point.source)}</dd>
        </dl>
      )}
      <nav className="along" aria-label={t('atlas.along')}>
        <button type="button" className="pill" disabled={!page.previous} onClick={() => onPoint(page.previous!)}>
          ← {page.previous ?? ''}
        </button>
        <button type="button" className="pill" disabled={!page.next} onClick={() => onPoint(page.next!)}>
          {page.next ?? ''} →
        </button>
      </nav>
    </article>
  );
}
