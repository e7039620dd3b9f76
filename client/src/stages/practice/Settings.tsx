import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { Choice } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';

/** What the practice sets for itself once: the zone it lives in. */
export function Settings() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const settings = useQuery({ queryKey: keptAs.settings(), queryFn: () => ask(http.GET('/api/settings')) });
  const [zone, setZone] = useState<string | null>(null);
  if (!settings.data) return null;
  const { timeZone, zones } = settings.data;
  const send = async () => {
    await ask(http.PUT('/api/settings', { body: { timeZone: zone ?? timeZone } }));
    await cache.invalidateQueries();
  };
  return (
    <SendForm className="practicepart" send={send} action={t('settings.keep')}>
      <h2>{t('settings.title')}</h2>
      <Choice
        id="time-zone"
        label={t('settings.zone')}
        value={zone ?? timeZone}
        options={[...new Set([timeZone, ...zones])].map((id) => ({ id, name: id.replaceAll('_', ' ') }))}
        onChoose={setZone}
      />
      <p className="soft small">{t('settings.zoneWhy')}</p>
    </SendForm>
  );
}
