import { useTranslation } from 'react-i18next';
import { nameIn } from '../../api/named';
import { howOld } from '../../parts/spoken';
import type { Helping, MeasureHelped, Vocabulary } from '../../api/types';

type T = (key: string, values?: Record<string, unknown>) => string;

const number = (v: number) => String(Math.round(v * 10) / 10).replace('-', '−');

const percent = (share: number) => Math.round(share * 100);

const interval = (of: { from?: number | null; to?: number | null }, sure: number, t: T, without: string) =>
  of.from == null || of.to == null
    ? t(without)
    : t('helps.interval', { sure: percent(sure), from: number(of.from), to: number(of.to) });

/** What changed at visits with some work against visits without it, with counts and intervals. */
export function Helps({ helps, words }: { helps: MeasureHelped[]; words: Vocabulary }) {
  const { t } = useTranslation();
  if (helps.length === 0) return null;
  return (
    <section className="helps" aria-label={t('helps.title')}>
      <h2>{t('helps.title')}</h2>
      <p className="soft small">{t('helps.lead')}</p>
      {helps.map((m) => (
        <article key={m.measure}>
          <h3>
            {t(m.mean < 0 ? 'helps.eachWorse' : 'helps.each', { name: m.measure, mean: number(Math.abs(m.mean)) })}{' '}
            <span className="soft small">
              {[
                t('helps.visits', { count: m.visits }),
                m.tooFew ? t('helps.tooFew') : interval(m, m.sure, t, 'helps.alike'),
              ].join(' · ')}
            </span>
          </h3>
          {m.compared > 1 && (
            <p className="soft small">{t('helps.compared', { count: m.compared, sure: percent(m.sure) })}</p>
          )}
          {m.by.map((h) => (
            <p key={h.work.map((w) => w.by + w.id).join()} className={h.canBeTold ? 'told' : 'soft'}>
              {t('helps.with', {
                work: workOf(h, words, t),
                mean: number(h.with),
                count: h.visitsWith,
                without: number(h.without),
                other: h.visitsWithout,
              })}{' '}
              {t(h.canBeTold ? 'helps.told' : 'helps.untold', {
                difference: number(h.difference),
                interval: interval(h, m.sure, t, 'helps.noInterval'),
              })}
            </p>
          ))}
          {!m.tooFew && m.by.length === 0 && <p className="soft">{t('helps.nothing')}</p>}
          {m.lasting && (
            <p className="soft">
              {[
                t('helps.lasting', {
                  count: m.lasting.times,
                  kept: percent(m.lasting.kept),
                  time: time(m.lasting.hours, t),
                }),
                m.lasting.heldForHours != null &&
                  t('helps.held', { share: percent(m.lasting.share), time: time(m.lasting.heldForHours, t) }),
                m.lasting.lostByHours != null &&
                  t('helps.lost', { share: percent(m.lasting.share), time: time(m.lasting.lostByHours, t) }),
              ]
                .filter(Boolean)
                .join(' ')}
            </p>
          )}
        </article>
      ))}
    </section>
  );
}

const MOST_NAMED = 3;

function time(hours: number, t: T) {
  const { unit, count } = howOld(hours);
  return t(`helps.time.${unit}`, { count });
}

/** What was always given together, the techniques first. */
function workOf(h: Helping, words: Vocabulary, t: T) {
  const names = h.work.map((w) => {
    if (w.by === 'depth') return t('helps.depth', { level: w.id });
    const all = { technique: words.techniques, region: words.regions, contact: words.contacts }[w.by];
    return nameIn(all, w.id).toLowerCase();
  });
  return names.length > MOST_NAMED ? `${names.slice(0, MOST_NAMED).join(', ')} …` : names.join(', ');
}
