import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import type { PlanSource } from '../../api/types';
import { useMe } from '../../api/useMe';
import { hourMinute } from '../../parts/spoken';
import { Choice } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';
import { keepForUndo } from '../plan/usePlanWork';

/** Takes what is looked at, in the ways and minutes chosen, as the plan of a visit of today that has not begun. */
export function UseForVisit({ from, minutes }: { from: PlanSource; minutes: string }) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const cache = useQueryClient();
  const me = useMe();
  const [chosen, setChosen] = useState('');
  const today = useQuery({
    queryKey: keptAs.today(undefined),
    queryFn: () => ask(http.GET('/api/today', { params: { query: {} } })),
    enabled: me.mayTreat,
  });
  const open = (today.data?.visits ?? []).filter((v) => v.phase === 'not-started');
  if (!me.mayTreat || open.length === 0) return null;
  const send = async () => {
    const path = { path: { visitId: chosen } };
    const before = await ask(http.GET('/api/visits/{visitId}', { params: path }));
    const started = await ask(
      http.POST('/api/visits/{visitId}/plan/start', {
        params: path,
        body: { version: before.version, from, insert: false },
      }),
    );
    // What was planned before is one "Undo" away.
    keepForUndo(chosen, before.plan);
    if (minutes) {
      await ask(
        http.POST('/api/visits/{visitId}/plan/fit', {
          params: path,
          body: { version: started.version, minutes: Number(minutes) },
        }),
      );
    }
    await renew(cache, 'visit', 'today');
    void navigate(`/visits/${chosen}/plan`);
  };
  return (
    <SendForm className="useforvisit" send={send} action={t('library.use')}>
      <Choice
        id="use-for"
        label={t('library.useFor')}
        required
        none={t('today.choose')}
        value={chosen}
        options={open.map((v) => ({
          id: v.id,
          name: `${hourMinute(v.at)} ${v.clientName}: ${v.planName}`,
          group: v.mine ? '' : t('library.others'),
        }))}
        onChoose={setChosen}
      />
    </SendForm>
  );
}
