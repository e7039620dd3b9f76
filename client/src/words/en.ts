/** Every word on the screens. British spelling, plain and short. */
import { arriving } from './arriving';
import { atlas } from './atlas';
import { days } from './days';
import { giving } from './giving';
import { keeping } from './keeping';
import { measuring } from './measuring';
import { planning } from './planning';
import { pressure } from './pressure';
import { recall } from './recall';
import { record } from './record';
import { screening } from './screening';
import { shell } from './shell';
import { terms } from './terms';

export const en = {
  ...arriving,
  ...atlas,
  ...days,
  ...giving,
  ...keeping,
  ...measuring,
  ...planning,
  ...pressure,
  ...recall,
  ...record,
  ...screening,
  ...shell,
  ...terms,
};
