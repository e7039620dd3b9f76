import type { ReactNode } from 'react';
import type { VisitView, Vocabulary } from '../api/types';

/** What every stage of a visit is given. */
export interface StageProps {
  visit: VisitView;
  words: Vocabulary;
  who: ReactNode;
  lamps: ReactNode;
  /** Address of the visit, without the stage. */
  base: string;
}
