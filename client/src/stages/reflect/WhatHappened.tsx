import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { Happened, VisitView, Vocabulary } from '../../api/types';
import { clock, dayOf } from '../../parts/spoken';
import { TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';
import { useNoting } from './useNoting';

/** What happened at this session, what was done, and how they were afterwards. */
export function WhatHappened({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const { happened } = visit.session;
  if (happened.length === 0) return null;
  return (
    <section className="happened" aria-label={t('happened.list')}>
      <h2>{t('happened.list')}</h2>
      {happened.map((h) => (
        <article key={h.id}>
          <h3>
            <time>{clock(h.at)}</time> {nameIn(words.happenings, h.what)}{' '}
            <span className="soft small">{nameIn(visit.plan.steps, h.step)}</span>
          </h3>
          {h.text && <p>{h.text}</p>}
          {h.done.length > 0 && <p>{t('happened.done', { what: h.done.join('; ') })}</p>}
          {h.told && <p>{t('happened.toldWhom', { who: h.told })}</p>}
          {h.followedUpAt ? (
            <p>{t('happened.followed', { date: dayOf(h.followedUpAt), text: h.followedUp })}</p>
          ) : (
            <FollowUp of={h} visit={visit} asks={known(words.happenings, h.what)?.followUp ?? ''} />
          )}
        </article>
      ))}
    </section>
  );
}

function FollowUp({ of, visit, asks }: { of: Happened; visit: VisitView; asks: string }) {
  const { t } = useTranslation();
  const note = useNoting(visit);
  const [text, setText] = useState('');
  const send = async () => {
    await note({ kind: 'followed-up', text, detail: { of: of.id } });
  };
  return (
    <SendForm className="followup" send={send} action={t('happened.keep')}>
      <p className="soft">{t('happened.follow', { what: asks })}</p>
      <TextField id={`follow-${of.id}`} label={t('happened.followWords')} required value={text} onText={setText} />
    </SendForm>
  );
}
