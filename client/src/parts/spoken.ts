/** Times as they are said or shown; nothing is computed here. Moments are told in the practice's zone, wherever the page is open. */
let timeZone: string | undefined;

export const livesIn = (zone: string) => (timeZone = zone);

export const clock = (at: Date) => at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone });

/** The day a moment lies on in the practice. */
export const dayOf = (instant: string) =>
  new Date(instant).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone });

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

export const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

export const longDay = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** A landmark as it is said in a sentence: "the outer ankle bone", but "between the brows". */
export const theLandmark = (name: string) => (/^(between|below|under|middle|end) /.test(name) ? name : `the ${name}`);

/** Where a value comes from: how it is known, and the work it stands in. */
export const sourceLine = (source: { label: string; work?: string | null }) =>
  [source.label, source.work].filter(Boolean).join(': ');
