import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { Vocabulary } from '../../api/types';
import { Choice, TextField } from '../../ui/fields';
import { Picks } from '../../ui/Picks';
import { SendForm } from '../../ui/SendForm';

/** What the practice sets for itself once: the zone it lives in, and what it does not have. */
export function Settings({ words }: { words: Vocabulary }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const settings = useQuery({ queryKey: keptAs.settings(), queryFn: () => ask(http.GET('/api/settings')) });
  const [zone, setZone] = useState<string | null>(null);
  const [away, setAway] = useState<string[]>();
  const [units, setUnits] = useState<string | null>(null);
  const [number, setNumber] = useState<string | null>(null);
  if (!settings.data) return null;
  const { timeZone, zones } = settings.data;
  const notHere = away ?? settings.data.notHere;
  const send = async () => {
    await ask(
      http.PUT('/api/settings', { body: { timeZone: zone ?? timeZone, notHere, emergencyNumber: number, units } }),
    );
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
      <Choice
        id="units"
        label={t('settings.units')}
        value={units ?? settings.data.units}
        options={settings.data.unitsToChoose}
        onChoose={setUnits}
      />
      <p className="soft small">{t('settings.unitsWhy')}</p>
      <TextField
        id="emergency-number"
        label={t('settings.emergency')}
        value={number ?? (settings.data.emergencyNumberSet ? settings.data.emergencyNumber : '')}
        placeholder={settings.data.emergencyNumber}
        onText={setNumber}
      />
      <p className="soft small">{t('settings.emergencyWhy')}</p>
      <Picks id="not-here" label={t('settings.notHere')} chosen={notHere} options={words.props} onChange={setAway} />
      <p className="soft small">{t('settings.notHereWhy')}</p>
    </SendForm>
  );
}
