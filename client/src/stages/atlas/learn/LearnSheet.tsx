import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { AtlasIndex, PlaceJudged, WayOff } from '../../../api/types';
import { longDay, viewName } from '../../../parts/spoken';
import { Note } from '../../../ui/Note';
import { PointName } from './Learn';
import type { Learning } from './useLearning';

interface Props {
  index: AtlasIndex;
  learning: Learning;
  channel?: string;
  onChannel: (channel: string | undefined) => void;
}

/** Beside the body: how near it was, or how far everything is known and what comes today. */
export function LearnSheet({ index, learning, channel, onChannel }: Props) {
  const { answer, round, at } = learning;
  if (round && at >= round.length) return <RoundDone index={index} learning={learning} />;
  if (answer) return <Judged index={index} learning={learning} answer={answer} />;
  if (round) return <SoFar index={index} learning={learning} />;
  return <Overview index={index} learning={learning} channel={channel} onChannel={onChannel} />;
}

/** "0.9 cm lower, 0.6 cm further out" */
export function useWays() {
  const { t } = useTranslation();
  return (ways: WayOff[]) => ways.map((w) => `${w.cm.toFixed(1)} cm ${t(`atlas.way.${w.way}`)}`).join(', ');
}

function Judged({ index, learning, answer }: { index: AtlasIndex; learning: Learning; answer: PlaceJudged }) {
  const { t } = useTranslation();
  const ways = useWays();
  const last = learning.at + 1 >= learning.round!.length;
  return (
    <section className="judged">
      <h2 className={answer.found ? 'pine' : 'plum'}>{t(answer.found ? 'learn.found' : 'learn.missed')}</h2>
      <PointName index={index} id={answer.point} />
      <p className="big">{t('learn.off', { cm: answer.errorCm.toFixed(1), cun: answer.errorCun.toFixed(1) })}</p>
      {answer.ways.length > 0 && <p>{t('learn.wasToo', { ways: ways(answer.ways) })}</p>}
      {!answer.at.visible && learning.seen === learning.touched!.view && (
        <p>
          {t('learn.otherSide', { view: viewName(answer.seenFrom, t) })}{' '}
          <button type="button" className="pill" onClick={() => learning.look(answer.seenFrom)}>
            {t('learn.showIt')}
          </button>
        </p>
      )}
      <p className="serif">{answer.location}</p>
      <p className="soft small">{t('learn.again', { day: longDay(answer.again) })}</p>
      <button type="button" className="pill main" autoFocus onClick={learning.next}>
        {t(last ? 'learn.finish' : 'learn.next')}
      </button>
    </section>
  );
}

function SoFar({ index, learning }: { index: AtlasIndex; learning: Learning }) {
  const { t } = useTranslation();
  return (
    <section className="judged">
      <h2>{t('learn.round')}</h2>
      <Score learning={learning} />
      <Answers index={index} judged={learning.judged} />
      <button type="button" className="pill" onClick={learning.stop}>
        {t('learn.stop')}
      </button>
    </section>
  );
}

function RoundDone({ index, learning }: { index: AtlasIndex; learning: Learning }) {
  const { t } = useTranslation();
  return (
    <section className="judged">
      <h2>{t('learn.round')}</h2>
      <Score learning={learning} />
      <Answers index={index} judged={learning.judged} />
      {learning.view && <Coming learning={learning} />}
      <button type="button" className="pill main" onClick={learning.stop}>
        {t('learn.more')}
      </button>
    </section>
  );
}

function Score({ learning }: { learning: Learning }) {
  const { t } = useTranslation();
  const firsts = learning.judged.filter((j, i, all) => all.findIndex((x) => x.point === j.point) === i);
  return <p className="big">{t('learn.score', { found: firsts.filter((j) => j.found).length, of: firsts.length })}</p>;
}

function Answers({ index, judged }: { index: AtlasIndex; judged: PlaceJudged[] }) {
  const { t } = useTranslation();
  return (
    <ol className="answers">
      {judged.map((j, i) => (
        <li key={i} className={j.found ? '' : 'plum'}>
          <PointName index={index} id={j.point} />
          <span>{t('learn.off', { cm: j.errorCm.toFixed(1), cun: j.errorCun.toFixed(1) })}</span>
        </li>
      ))}
    </ol>
  );
}

function Coming({ learning }: { learning: Learning }) {
  const { t } = useTranslation();
  const days = learning.view!.coming.filter((d) => d.points.length > 0);
  if (days.length === 0) return null;
  return (
    <>
      <h3>{t('learn.coming')}</h3>
      <dl className="lines">
        {days.map((d) => (
          <div key={d.on}>
            <dt>{longDay(d.on)}</dt>
            <dd>{d.points.join(', ')}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Overview({ index, learning, channel, onChannel }: Props) {
  const { t } = useTranslation();
  const { view, error } = learning;
  if (error) return <Note>{error.message}</Note>;
  if (!view) return <p className="loading">{t('shell.loading')}</p>;
  const rows = view.channels.filter((c) => c.tried > 0);
  return (
    <section className="judged">
      <h2>{t('learn.head')}</h2>
      <p>
        <b>{t('learn.due', { count: view.due })}</b>{' '}
        {view.today.asked > 0 && t('learn.today', { count: view.today.asked, found: view.today.found })}
        {view.today.middleErrorCun != null && `, ${t('learn.middle', { cun: view.today.middleErrorCun.toFixed(1) })}`}
      </p>
      <label htmlFor="learn-channel">{t('learn.channel')}</label>
      <Form.Select id="learn-channel" value={channel ?? ''} onChange={(e) => onChannel(e.target.value || undefined)}>
        <option value="">{t('learn.every')}</option>
        {index.channels.map((c) => (
          <option key={c.id} value={c.id}>
            {c.code} {c.name}
          </option>
        ))}
      </Form.Select>
      {view.round.length > 0 ? (
        <button type="button" className="pill main" onClick={learning.begin}>
          {t('learn.begin', { count: view.round.length })}
        </button>
      ) : (
        <p>{t('learn.none')}</p>
      )}
      {view.weakest.length > 0 && (
        <>
          <h3>{t('learn.weakest')}</h3>
          <ol className="answers">
            {view.weakest.map((w) => (
              <li key={w.point} className="plum">
                <PointName index={index} id={w.point} />
                <span>{t('learn.weakestBy', { cun: w.lastErrorCun.toFixed(1) })}</span>
              </li>
            ))}
          </ol>
        </>
      )}
      <Coming learning={learning} />
      {rows.length > 0 && (
        <ul className="knownrows">
          {rows.map((c) => (
            <li key={c.channel}>
              <b>{index.channels.find((x) => x.id === c.channel)?.code ?? c.channel}</b>
              <meter
                min={0}
                max={c.points}
                value={c.known}
                aria-label={t('learn.known', { known: c.known, points: c.points })}
              />
              <span>{t('learn.known', { known: c.known, points: c.points })}</span>
            </li>
          ))}
        </ul>
      )}
      <p className="soft small">
        {t('learn.how')} {view.source}
      </p>
    </section>
  );
}
