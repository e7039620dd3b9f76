import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import type { PlaceFound, Vocabulary } from '../../api/types';
import { BothSides } from '../../chart/BothSides';
import { day } from '../../parts/spoken';

const SHOWN = 7;
/** One mark a visit; noted without saying how strong is not the same as a little. */
function markOf(v: PlaceFound['now']) {
  if (!v.worked) return 'not';
  return v.noted ? `s${v.strength ?? 'unsaid'}` : 's0';
}

/** What was felt and found at each place, one mark a visit: "tender at 4 o'clock: 3, 2, 0". */
export function FoundList({
  found,
  words,
  chosen,
  onChoose,
}: {
  found: PlaceFound[];
  words: Vocabulary;
  chosen: PlaceFound | null;
  onChoose: (p: PlaceFound | null) => void;
}) {
  const { t } = useTranslation();
  const [all, setAll] = useState(false);
  return (
    <section className="foundover" aria-label={t('found.title')}>
      <h2>{t('found.title')}</h2>
      {found.length === 0 && <p className="soft">{t('found.none')}</p>}
      <ul>
        {(all ? found : found.slice(0, SHOWN)).map((p) => (
          <li key={`${p.response}/${p.place}/${p.side ?? ''}`}>
            <button
              type="button"
              aria-pressed={chosen === p}
              onClick={() => onChoose(chosen === p ? null : p)}
              className={chosen === p ? 'chosen' : ''}
            >
              <b>
                {p.place
                  ? t('found.at', { what: nameIn(words.responses, p.response), place: p.place })
                  : nameIn(words.responses, p.response)}
                {p.side && p.side !== 'mid' && `, ${t(`side.${p.side}`)}`}
              </b>
              <Then found={p} />
              <span className="soft small">
                {t(p.now.noted ? 'found.now.still' : 'found.now.none', { date: day(p.now.date) })}
                {p.last.text && ` · ${p.last.text}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {found.length > SHOWN && !all && (
        <button type="button" className="textbutton" onClick={() => setAll(true)}>
          {t('found.all', { count: found.length - SHOWN })}
        </button>
      )}
      {found.length > 0 && <p className="soft small">{t('found.key')}</p>}
    </section>
  );
}

function Then({ found }: { found: PlaceFound }) {
  const { t } = useTranslation();
  const said = (v: PlaceFound['now']) => {
    const date = day(v.date);
    if (!v.worked) return t('found.then.not', { date });
    if (!v.noted) return t('found.then.nothing', { date });
    return v.strength == null
      ? t('found.then.noted', { date })
      : t('found.then.strength', { date, strength: v.strength });
  };
  return (
    <span className="then" role="img" aria-label={found.visits.map(said).join('; ')}>
      {found.visits.map((v) => (
        <i key={v.visit} title={said(v)} className={markOf(v)} />
      ))}
    </span>
  );
}

/** Front and back of the client, each place as warm as what was last found there; one chosen is lit alone. */
export function FoundOnBody({
  found,
  clientId,
  chosen,
}: {
  found: PlaceFound[];
  clientId: string;
  chosen: PlaceFound | null;
}) {
  const { t } = useTranslation();
  const placed = (chosen ? [chosen] : found).filter((p) => p.region);
  const regions = [...new Set(found.flatMap((p) => (p.region ? [p.region] : [])))];
  const points = [...new Set(placed.flatMap((p) => (p.point ? [p.point] : [])))];
  const wash: Record<string, number> = Object.fromEntries(regions.map((r) => [r, 0]));
  for (const p of placed) {
    const sides = p.side === 'left' ? [1] : p.side === 'right' ? [-1] : [0, 1, -1];
    const warm = chosen ? 1 : p.warm;
    for (const s of sides) wash[`${p.region!}/${s}`] = Math.max(wash[`${p.region!}/${s}`] ?? 0, warm);
  }
  if (regions.length === 0) return null;
  return (
    <section className="foundbody" aria-label={t('found.onBody')}>
      <h2>{t('found.onBody')}</h2>
      <BothSides
        clientId={clientId}
        label={t('found.onBody')}
        height={330}
        regions={regions}
        points={points}
        wash={wash}
      />
    </section>
  );
}
