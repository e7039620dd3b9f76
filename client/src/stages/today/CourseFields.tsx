import { useTranslation } from 'react-i18next';
import type { CourseTerms, Vocabulary } from '../../api/types';
import { AimRow, noAim } from '../../parts/AimRow';
import { TextField } from '../../ui/fields';
import { Picks } from '../../ui/Picks';
import { familiesOf } from '../../parts/measures/families';

interface Props {
  words: Vocabulary;
  /** Null while it is a single visit. */
  course: CourseTerms | null;
  set: (course: CourseTerms | null) => void;
}

/** Several visits booked together: how many, how far apart, what for and what is measured. */
export function CourseFields({ words, course, set }: Props) {
  const { t } = useTranslation();
  const { defaults } = words;
  const usual: CourseTerms = {
    visits: defaults.courseVisits,
    everyDays: defaults.courseEveryDays,
    aims: [noAim],
    measures: [],
  };
  return (
    <>
      <label>
        <input type="checkbox" checked={course !== null} onChange={(e) => set(e.target.checked ? usual : null)} />{' '}
        {t('course.asCourse')}
      </label>
      {course && (
        <>
          <div className="pairfields">
            <TextField
              id="course-visits"
              label={t('course.visits')}
              type="number"
              required
              value={String(course.visits)}
              onText={(n) => set({ ...course, visits: Number(n) })}
            />
            <TextField
              id="course-days"
              label={t('course.everyDays')}
              type="number"
              required
              value={String(course.everyDays)}
              onText={(n) => set({ ...course, everyDays: Number(n) })}
            />
          </div>
          {course.aims.map((aim, i) => (
            <AimRow
              key={i}
              index={i}
              aim={aim}
              words={words}
              onChange={(next) => set({ ...course, aims: course.aims.map((a, j) => (j === i ? next : a)) })}
            />
          ))}
          <Picks
            id="course-measures"
            label={t('course.measures')}
            chosen={course.measures}
            options={familiesOf(words.measures)}
            onChange={(measures) => set({ ...course, measures })}
          />
        </>
      )}
    </>
  );
}
