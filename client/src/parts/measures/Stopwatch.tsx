import { useEffect, useState } from 'react';
import { useTranslation } from 'react-i18next';

/** Tenths of a second from one touch to the next. */
export function Stopwatch({ name, onTime }: { name: string; onTime: (seconds: number) => void }) {
  const { t } = useTranslation();
  const [from, setFrom] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (from === null) return;
    const ticks = setInterval(() => setNow(performance.now()), 100);
    return () => clearInterval(ticks);
  }, [from]);
  const touch = () => {
    const at = performance.now();
    if (from === null) {
      setFrom(at);
      return setNow(at);
    }
    setFrom(null);
    onTime(Math.round((at - from) / 100) / 10);
  };
  return (
    <button
      type="button"
      className={from === null ? 'pill stopwatch' : 'pill stopwatch on'}
      aria-label={t(from === null ? 'measure.startClock' : 'measure.stopClock', { name })}
      onClick={touch}
    >
      {from === null ? t('measure.clock') : `${(Math.max(0, now - from) / 1000).toFixed(1)} s`}
    </button>
  );
}
