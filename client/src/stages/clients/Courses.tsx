import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import { nameIn } from '../../api/named';
import type { CourseView, Vocabulary } from '../../api/types';
import { day } from '../../parts/spoken';
import { Note } from '../../ui/Note';
import { SendForm } from '../../ui/SendForm';
import { measureName } from '../../parts/measures/families';

/** The courses of a client: what for, which visits came to what, and whether to go on. */
export function Courses({ clientId, words }: { clientId: string; words: Vocabulary }) {
  const courses = useQuery({
    queryKey: keptAs.courses(clientId),
    queryFn: () => ask(http.GET('/api/clients/{clientId}/courses', { params: { path: { clientId } } })),
  });
  return (
    <>
      {courses.data?.map((c) => (
        <Course key={c.id} course={c} words={words} />
      ))}
    </>
  );
}

function Course({ course, words }: { course: CourseView; words: Vocabulary }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [ending, setEnding] = useState(false);
  const [reason, setReason] = useState('');
  const [cancelRest, setCancelRest] = useState(true);
  const { terms, standing } = course;
  const aims = terms.aims.map((a) =>
    [a.side && t(`side.${a.side}`), nameIn(words.regions, a.region), a.quality && nameIn(words.qualities, a.quality)]
      .filter(Boolean)
      .join(' '),
  );
  const end = async () => {
    await ask(
      http.POST('/api/courses/{courseId}/end', {
        params: { path: { courseId: course.id } },
        body: { reason, cancelRest },
      }),
    );
    setEnding(false);
    await renew(cache, 'courses', 'client', 'today');
  };
  return (
    <section className="course" aria-label={t('course.head')}>
      <div className="headrow">
        <div>
          <h2>{t('course.for', { what: aims.join(', ') || t('course.head') })}</h2>
          <p className="soft small">
            {t('course.terms', { visits: terms.visits, days: terms.everyDays, given: standing.given })}
            {terms.measures.length > 0 &&
              ` · ${t('course.lookedAt', { measures: terms.measures.map((m) => measureName(words.measures, m)).join(', ') })}`}
          </p>
        </div>
        {!course.endedAt && (
          <button type="button" className="pill quiet" aria-expanded={ending} onClick={() => setEnding(!ending)}>
            {t('course.end')}
          </button>
        )}
      </div>
      {!course.endedAt && standing.lookAgain && <Note role="status">{standing.lookAgain}</Note>}
      {course.endedAt && <p className="soft small">{t('course.ended', { reason: course.endReason })}</p>}
      {ending && (
        <SendForm send={end} action={t('course.endNow')}>
          <label htmlFor={`end-${course.id}`}>{t('course.why')}</label>
          <Form.Control id={`end-${course.id}`} value={reason} onChange={(e) => setReason(e.target.value)} />
          <label>
            <input type="checkbox" checked={cancelRest} onChange={(e) => setCancelRest(e.target.checked)} />{' '}
            {t('course.cancelRest')}
          </label>
        </SendForm>
      )}
      <ol className="coursevisits">
        {course.visits.map((v, i) => (
          <li key={v.id} className={`${v.phase} ${v.helped}`}>
            <Link to={`/visits/${v.id}/${v.phase === 'signed' || v.phase === 'finished' ? 'reflect' : 'plan'}`}>
              <b>{i + 1}</b> {day(v.date)}
              <span className="small">
                {v.phase === 'signed' || v.phase === 'finished'
                  ? t(`course.helped.${v.helped}`)
                  : t(`history.phase.${v.phase}`)}
              </span>
            </Link>
          </li>
        ))}
      </ol>
    </section>
  );
}
