import { useState } from 'react';
import type { FactEntry } from '../../api/types';

interface Draft {
  at: number;
  words: string;
  medicines: string;
  answers: FactEntry[];
  /** Ids of the lists gone through to their end. */
  seen: string[];
}

const EMPTY: Draft = { at: 0, words: '', medicines: '', answers: [], seen: [] };
const keyOf = (token: string) => `lantern-phone-${token}`;

function read(token: string): Draft {
  try {
    return { ...EMPTY, ...(JSON.parse(sessionStorage.getItem(keyOf(token)) ?? '{}') as Partial<Draft>) };
  } catch {
    return EMPTY;
  }
}

/** What was filled in so far: kept in this tab only, so that a page loaded anew goes on where it was. */
export function useDraft(token: string) {
  const [draft, setDraft] = useState(() => read(token));
  const set = (part: Partial<Draft>) => {
    const next = { ...draft, ...part };
    sessionStorage.setItem(keyOf(token), JSON.stringify(next));
    setDraft(next);
  };
  return [draft, set, () => sessionStorage.removeItem(keyOf(token))] as const;
}
