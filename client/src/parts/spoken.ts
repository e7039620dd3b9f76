import { tz } from '@date-fns/tz';
import { format, parseISO } from 'date-fns';

/** Times as they are said or shown; nothing is computed here. Moments are told in the practice's zone, wherever the page is open. */
let zone: string | undefined;

export const livesIn = (timeZone: string) => (zone = timeZone);

const told = (moment: Date | string, how: string) => format(moment, how, zone ? { in: tz(zone) } : undefined);

/** 08:05 by the practice's clock. */
export const clock = (at: Date | string) => told(at, 'HH:mm');

/** The day a moment lies on in the practice. */
export const dayOf = (instant: string) => told(instant, 'd MMM yyyy');

/** 65 -> 1:05 */
export function minSec(seconds: number) {
  const s = Math.max(0, Math.round(seconds));
  return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

/** 0.01 -> a moment; 0.5 -> 30 minutes; 30 -> 30 hours; 50 -> 2 days */
export function howOld(hours: number) {
  if (hours < 1 / 60) return { unit: 'moment', count: 0 } as const;
  if (hours < 2) return { unit: 'minutes', count: Math.round(hours * 60) } as const;
  if (hours < 48) return { unit: 'hours', count: Math.round(hours) } as const;
  return { unit: 'days', count: Math.round(hours / 24) } as const;
}

/** 221 -> +3 min 41 s */
export function signed(seconds: number) {
  const s = Math.round(Math.abs(seconds));
  const sign = seconds < 0 ? '−' : '+';
  const m = Math.floor(s / 60);
  return `${sign}${m > 0 ? `${m} min ` : ''}${s % 60} s`;
}

/** 08:30:00 -> 08:30 */
export const hourMinute = (time: string) => time.slice(0, 5);

/** A day of the calendar, of no zone: 2026-03-04 -> 4 Mar 2026 */
export const day = (iso: string) => format(parseISO(iso), 'd MMM yyyy');

/** The same without its year, where the place is narrow: 4 Mar */
export const shortDay = (iso: string) => format(parseISO(iso), 'd MMM');

/** Mar 2026 */
export const month = (iso: string) => format(parseISO(iso), 'MMM yyyy');

export const longDay = (iso: string) => format(parseISO(iso), 'EEEE d MMMM');

/** A landmark as it is said in a sentence: "the outer ankle bone", but "between the brows". */
export const theLandmark = (name: string) => (/^(between|below|under|middle|end) /.test(name) ? name : `the ${name}`);

/** A view as it is said; of what there are two, with its side: "palm, left". */
export const viewName = (view: string, t: (key: string) => string) =>
  view
    .split('.')
    .map((part, i) => t(i === 0 ? `view.${part}` : `side.${part}`))
    .join(', ');

/** Where a value comes from: how it is known, and the work it stands in. */
export const sourceLine = (source: { label: string; work?: string | null }) =>
  [source.label, source.work].filter(Boolean).join(': ');
