import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Pedal } from './hands';

/** Who presses "note" and then nothing meant something else. */
const PATIENCE_MS = 8000;

/** The note that is being told, as it was offered when "note" was pressed; it is let go of by itself. */
export function useChoosing<T>() {
  const [choosing, setChoosing] = useState<T | null>(null);
  useEffect(() => {
    if (!choosing) return;
    const left = setTimeout(() => setChoosing(null), PATIENCE_MS);
    return () => clearTimeout(left);
  }, [choosing]);
  return [choosing, setChoosing] as const;
}

/** The two likeliest notes of this step, each beside the pedal that tells it. */
export function PedalNote({ names }: { names: Record<Pedal, string> }) {
  const { t } = useTranslation();
  return (
    <section className="pedalnote" role="status">
      <p className="soft">{t('hands.tell')}</p>
      <dl>
        <dt>{t('hands.pedal.next')}</dt>
        <dd>{names.next}</dd>
        <dt>{t('hands.pedal.note')}</dt>
        <dd>{names.note}</dd>
      </dl>
      <p className="soft small">{t('hands.wait')}</p>
    </section>
  );
}
