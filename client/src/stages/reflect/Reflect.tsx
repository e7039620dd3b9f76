import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { useChange } from '../../api/useVisit';
import { saidChange } from '../../parts/measures/families';
import { dayOf } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import { Note } from '../../ui/Note';
import type { StageProps } from '../stage';
import { Addenda } from './Addenda';
import { GivenAgainstPlan } from './GivenAgainstPlan';
import { GivenThreads } from './GivenThreads';
import { NotePart } from './NotePart';
import { Pairs } from './Pairs';
import { WhatHappened } from './WhatHappened';

const parts = ['said', 'found', 'done', 'next'] as const;

/** Reflect: did it help, what next. Before and after side by side, the note drafted beside the log. */
export default function Reflect({ visit, words, who, lamps }: StageProps) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const signed = visit.phase === 'signed';
  const { sign, addend } = visit.may;
  const mayWrite = !!visit.may['edit-note']?.allowed;
  const flagged = new Set(visit.given.filter((g) => g.givenSeconds <= 0).map((g) => g.step));
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={<GivenAgainstPlan visit={visit} words={words} />}
      thread={
        <Thread
          plan={visit.plan}
          expansion={visit.expansion}
          words={words}
          flagged={visit.session.phase === 'not-started' ? undefined : flagged}
          seams={visit.session.seams}
          breathsPerMinute={visit.tempo.breathsPerMinute}
        />
      }
    >
      <div className="headrow">
        <div>
          <h1>{headline(visit, t)}</h1>
          <p className="soft mt-1">
            {signed ? t('reflect.signedBy', { who: visit.signedBy, date: dayOf(visit.signedAt!) }) : t('reflect.lead')}
          </p>
        </div>
        {!signed && sign && sign.code !== 'not-yours' && (
          <button
            type="button"
            className="pill main"
            disabled={!sign.allowed}
            title={sign.why ?? undefined}
            onClick={() => change('post', 'sign', {})}
          >
            {t('reflect.sign')}
          </button>
        )}
      </div>
      {visit.begunWith && <Note>{visit.begunWith}</Note>}
      {!signed && sign && !sign.allowed && sign.code !== 'not-yours' && <Note>{sign.why}</Note>}
      {visit.reconstructed && <p className="soft small">{t('reflect.reconstructed')}</p>}
      <WhatHappened visit={visit} words={words} />
      <Pairs visit={visit} words={words} locked={!visit.may['rate-after']?.allowed} />
      <GivenThreads visit={visit} words={words} />
      <section className="note">
        <div className="headrow">
          <h2>
            {t('reflect.note')}{' '}
            <span className="soft small">
              {visit.noteIsDraft ? t('reflect.draft') : signed ? t('reflect.locked') : t('reflect.edited')}
            </span>
          </h2>
          {!visit.noteIsDraft && mayWrite && (
            <button type="button" className="pill quiet" onClick={() => change('post', 'reflect/draft', {})}>
              {t('reflect.draftAgain')}
            </button>
          )}
        </div>
        <div className="noteparts">
          {parts.map((p) => (
            <NotePart key={p} visit={visit} part={p} mayWrite={mayWrite} />
          ))}
        </div>
      </section>
      <nav className="papers" aria-label={t('letter.papers')}>
        {['home', 'record', 'short'].map((kind) => (
          <Link key={kind} className="pill" to={`/visits/${visit.id}/letter/${kind}`}>
            {t(`letter.${kind}`)}
          </Link>
        ))}
      </nav>
      {signed && <Addenda visit={visit} mayAdd={!!addend?.allowed} />}
    </Frame>
  );
}

type T = (key: string, values?: Record<string, unknown>) => string;

/** Whether it helped, in a sentence; the verdict itself comes worked out. */
function headline(visit: StageProps['visit'], t: T) {
  const { helped, by } = visit.outcome;
  const name = (x: (typeof by)[number]) => x.measure.name.toLowerCase();
  if (helped === 'worse') return t('reflect.worse', { what: by.map(name).join(', ') });
  if (helped === 'better')
    return t('reflect.better', {
      what: by.map((x) => `${name(x)} ${saidChange(x.measure, x.change)}`).join(', '),
    });
  if (helped === 'same') return t('reflect.same');
  return t(visit.phase === 'signed' ? 'reflect.notMeasured' : 'reflect.measure');
}
