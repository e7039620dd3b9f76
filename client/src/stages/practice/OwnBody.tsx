import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import type { LoadLimits, OwnBodyView, Vocabulary } from '../../api/types';
import { Choice, LeavingField } from '../../ui/fields';
import { Fold } from '../../ui/Fold';
import { Note } from '../../ui/Note';

type Body = OwnBodyView['practitioner'];

/** Mass, stature, counted areas and limits: what weight into pressure is worked out from. */
export function OwnBody({ words }: { words: Vocabulary }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [refused, setRefused] = useState('');
  const own = useQuery({ queryKey: keptAs.body(), queryFn: () => ask(http.GET('/api/me/body')) });
  if (!own.data) return null;
  const { practitioner, given, usualLimits } = own.data;
  const limits = practitioner.limits ?? usualLimits;
  const areas = practitioner.areasCm2 ?? {};
  const save = async (part: Partial<Body>) => {
    try {
      cache.setQueryData(keptAs.body(), await ask(http.PUT('/api/me/body', { body: { ...practitioner, ...part } })));
      await renew(cache, 'press', 'press-load', 'bench', 'day-press');
      setRefused('');
    } catch (e) {
      setRefused(e instanceof Problem ? e.message : t('shell.unreachable'));
    }
  };
  const number = (
    id: string,
    label: string,
    value: string,
    leave: (n: number) => Partial<Body>,
    unit?: string,
    usual?: string,
  ) => (
    <LeavingField
      key={id}
      id={id}
      label={label}
      type="number"
      unit={unit}
      value={value}
      placeholder={usual}
      onLeave={(text) => text && void save(leave(Number(text)))}
    />
  );
  const limit = (key: keyof LoadLimits, label: string) =>
    number(`my-limit-${key}`, t(label), String(limits[key]), (n) => ({ limits: { ...limits, [key]: n } }));
  return (
    <section className="myhands bodyform">
      <h2>{t('body.head')}</h2>
      <p className="soft small">{t('body.why')}</p>
      <div className="areas">
        {number(
          'my-mass',
          t('body.mass'),
          given ? String(practitioner.massKg) : '',
          (n) => ({ massKg: n }),
          'kg',
          String(practitioner.massKg),
        )}
        {number(
          'my-stature',
          t('body.stature'),
          given ? String(Math.round(practitioner.statureM * 1000) / 10) : '',
          (n) => ({ statureM: n / 100 }),
          'cm',
          String(practitioner.statureM * 100),
        )}
        <Choice
          id="my-proportions"
          label={t('body.proportions')}
          value={practitioner.proportions ?? 'mean'}
          options={(['mean', 'women', 'men'] as const).map((id) => ({ id, name: t(`body.${id}`) }))}
          onChoose={(id) => void save({ proportions: id as Body['proportions'] })}
        />
      </div>
      <Fold className="bare" title={t('body.areas')}>
        <p className="soft small">{t('body.areasWhy')}</p>
        <div className="areas">
          {words.contacts
            .filter((c) => c.inked)
            .map((c) =>
              number(
                `my-area-${c.id}`,
                c.name,
                areas[c.id] == null ? '' : String(areas[c.id]),
                (n) => ({ areasCm2: { ...areas, [c.id]: n } }),
                'cm²',
                t('body.usual', { area: c.areaCm2 }),
              ),
            )}
        </div>
      </Fold>
      <Fold className="bare" title={t('body.limits')}>
        <div className="areas">
          {limit('thumbKgMinutes', 'body.thumb')}
          {limit('kneelingMinutes', 'body.kneeling')}
          {limit('lumbarNm', 'body.lumbar')}
          {limit('treadingMinutes', 'body.treading')}
        </div>
      </Fold>
      {refused && <Note kind="wrong">{refused}</Note>}
    </section>
  );
}
