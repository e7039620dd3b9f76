import { useQueryClient } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { Me, VisitNote } from '../../api/types';
import { useChange } from '../../api/useVisit';
import { day } from '../../parts/spoken';
import { SavedText } from '../../parts/SavedText';
import { Frame } from '../../shell/Frame';
import { Thread } from '../../thread/Thread';
import type { StageProps } from '../stage';
import { Addenda } from './Addenda';
import { GivenAgainstPlan } from './GivenAgainstPlan';
import { Pairs } from './Pairs';

const parts = ['said', 'found', 'done', 'next'] as const;

/** Reflect: did it help, what next. Before and after side by side, the note drafted beside the log. */
export default function Reflect({ visit, words, who, lamps }: StageProps) {
  const { t } = useTranslation();
  const change = useChange(visit.id);
  const roles = useQueryClient().getQueryData<Me>(['me'])?.roles ?? [];
  const signed = !!visit.signedAt;
  const running = ['running', 'paused', 'stopped'].includes(visit.session.phase);
  const maySign = roles.includes('owner') || roles.includes('practitioner');
  const save = (part: keyof VisitNote, text: string) =>
    change((version, path) =>
      ask(
        http.PUT('/api/visits/{visitId}/reflect', {
          params: path,
          body: { version, note: { [part]: text } },
        }),
      ),
    );
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
          breathsPerMinute={visit.tempo.breathsPerMinute}
        />
      }
    >
      <div className="headrow">
        <div>
          <h1>{headline(visit, words, t)}</h1>
          <p className="soft mt-1">
            {signed
              ? t('reflect.signedBy', { who: visit.signedBy, date: day(visit.signedAt!.slice(0, 10)) })
              : t('reflect.lead')}
          </p>
        </div>
        {!signed && maySign && (
          <button
            type="button"
            className="pill main"
            disabled={running}
            onClick={() =>
              change((version, path) =>
                ask(http.POST('/api/visits/{visitId}/sign', { params: path, body: { version } })),
              )
            }
          >
            {t('reflect.sign')}
          </button>
        )}
      </div>
      {running && <p className="warnline">{t('reflect.running')}</p>}
      <Pairs visit={visit} words={words} locked={signed} />
      <section className="note">
        <div className="headrow">
          <h2>
            {t('reflect.note')}{' '}
            <span className="soft small">
              {visit.noteIsDraft ? t('reflect.draft') : signed ? t('reflect.locked') : t('reflect.edited')}
            </span>
          </h2>
          {!visit.noteIsDraft && !signed && (
            <button
              type="button"
              className="pill quiet"
              onClick={() =>
                change((version, path) =>
                  ask(http.POST('/api/visits/{visitId}/reflect/draft', { params: path, body: { version } })),
                )
              }
            >
              {t('reflect.draftAgain')}
            </button>
          )}
        </div>
        <div className="noteparts">
          {parts.map((p) => (
            <div key={p}>
              <SavedText
                id={`note-${p}`}
                label={t(`reflect.${p}`)}
                hideLabel={false}
                rows={4}
                value={visit.note[p]}
                disabled={signed}
                save={(text) => save(p, text)}
              />
            </div>
          ))}
        </div>
      </section>
      {signed && <Addenda visit={visit} maySign={maySign} />}
    </Frame>
  );
}

type T = (key: string, values?: Record<string, unknown>) => string;

function headline(visit: StageProps['visit'], words: StageProps['words'], t: T) {
  const name = (id: string) => words.measures.find((m) => m.id === id)?.name.toLowerCase() ?? id;
  const judged = visit.changes.filter((c) => c.verdict !== 'not-measured');
  if (judged.length === 0) return t('reflect.measure');
  const better = judged.filter((c) => c.verdict === 'better');
  const worse = judged.filter((c) => c.verdict === 'worse');
  if (worse.length > 0) return t('reflect.worse', { what: worse.map((c) => name(c.measure)).join(', ') });
  if (better.length > 0)
    return t('reflect.better', { what: better.map((c) => `${name(c.measure)} ${c.before} → ${c.after}`).join(', ') });
  return t('reflect.same');
}
