import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http, Problem } from '../../api/http';
import { keptAs } from '../../api/kept';
import { LeavingField } from '../../ui/fields';
import { Note } from '../../ui/Note';

/** The breadths of one's own hand: what turns cun into fingers. */
export function Hands() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [refused, setRefused] = useState('');
  const hands = useQuery({ queryKey: keptAs.hands(), queryFn: () => ask(http.GET('/api/me/hands')) });
  if (!hands.data) return null;
  const save = async (part: { palmBreadthCm?: number; fourFingersCm?: number }) => {
    try {
      cache.setQueryData(keptAs.hands(), await ask(http.PUT('/api/me/hands', { body: { ...hands.data, ...part } })));
      setRefused('');
    } catch (e) {
      setRefused(e instanceof Problem ? e.message : t('shell.unreachable'));
    }
  };
  const shown = (cm?: number | null) => (cm == null ? '' : String(cm));
  return (
    <section className="myhands">
      <h2>{t('practice.hands')}</h2>
      <p className="soft small">{t('practice.handsWhy')}</p>
      <div className="twocol">
        <LeavingField
          id="my-fingers"
          label={t('practice.fourFingers')}
          type="number"
          unit="cm"
          value={shown(hands.data.fourFingersCm)}
          onLeave={(text) => text && void save({ fourFingersCm: Number(text) })}
        />
        <LeavingField
          id="my-palm"
          label={t('practice.palm')}
          type="number"
          unit="cm"
          value={shown(hands.data.palmBreadthCm)}
          onLeave={(text) => text && void save({ palmBreadthCm: Number(text) })}
        />
      </div>
      {refused && <Note kind="wrong">{refused}</Note>}
    </section>
  );
}
