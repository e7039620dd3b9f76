import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate, useParams } from 'react-router';
import { ask, http, Problem } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import type { BenchDrill, DrillRunView } from '../../api/types';
import { clock, dayOf } from '../../parts/spoken';
import { Frame } from '../../shell/Frame';
import { Note } from '../../ui/Note';
import { Live } from './Live';
import { Marks } from './Marks';
import { RunList } from './RunList';
import { PressureCurve } from './PressureCurve';
import type { Sample } from './useDrill';
import { useDrill } from './useDrill';

/** Bench: the drills, the mat, and how it went. */
export default function Bench() {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const navigate = useNavigate();
  const { drill: chosen } = useParams();
  const bench = useQuery({ queryKey: keptAs.bench(), queryFn: () => ask(http.GET('/api/bench')) });
  const [again, setAgain] = useState<DrillRunView | null>(null);
  const [refused, setRefused] = useState('');
  const scored = useCallback(() => void renew(cache, 'bench'), [cache]);
  const pressed = useDrill(scored);
  const drills = bench.data?.drills ?? [];
  const drill = drills.find((d) => d.target.drill.id === chosen) ?? drills[0];
  const busy = pressed.state === 'running' || pressed.state === 'connecting';
  const choose = (id: string) => {
    setAgain(null);
    setRefused('');
    void navigate(`/bench/${id}`);
  };
  const look = async (id: string) =>
    setAgain(await ask(http.GET('/api/bench/runs/{id}', { params: { path: { id } } })));
  const play = async (file: File) => {
    try {
      const kept = await ask(http.POST('/api/bench/recordings', { body: { text: await file.text() } }));
      setRefused('');
      setAgain(null);
      await pressed.start(drill!.target.drill.id, kept.word);
    } catch (e) {
      setRefused(e instanceof Problem ? e.message : t('shell.unreachable'));
    }
  };
  return (
    <Frame
      side={
        drill && (
          <>
            {pressed.score && pressed.score.drill === drill.target.drill.id && !again && (
              <Marks score={pressed.score.score} />
            )}
            {again && <Marks score={again.run.score} />}
            <RunList runs={drill.runs} busy={busy} onLook={(id) => void look(id)} onPlay={(file) => void play(file)} />
            {refused && <Note kind="wrong">{refused}</Note>}
          </>
        )
      }
    >
      <h1>{t('bench.head')}</h1>
      <p className="soft mt-1">{t('bench.lead')}</p>
      <div className="drills" role="listbox" aria-label={t('bench.head')}>
        {drills.map((d) => (
          <button
            key={d.target.drill.id}
            type="button"
            role="option"
            aria-selected={d === drill}
            className={d === drill ? 'drill on' : 'drill'}
            disabled={busy}
            onClick={() => choose(d.target.drill.id)}
          >
            <b>{d.target.drill.name}</b>
            <small>
              {t('bench.seconds', { n: Math.round(d.target.seconds!) })} ·{' '}
              {d.best == null ? t('bench.never') : t('bench.best', { points: d.best })}
            </small>
            <Progress drill={d} />
          </button>
        ))}
      </div>
      {drill && (
        <>
          <div className="headrow drillhead">
            <div>
              <h2>{drill.target.drill.name}</h2>
              <p className="how">{drill.target.drill.about}</p>
            </div>
            {busy ? (
              <button type="button" className="pill" onClick={pressed.stop}>
                {t('bench.stop')}
              </button>
            ) : (
              <button
                type="button"
                className="pill main"
                onClick={() => {
                  setAgain(null);
                  void pressed.start(drill.target.drill.id);
                }}
              >
                {t(pressed.state === 'idle' ? 'bench.start' : 'bench.again')}
              </button>
            )}
          </div>
          {again ? <Again run={again} /> : <Live target={drill.target} pressed={pressed} />}
          {bench.data?.estimated && (
            <p className="soft small">
              {t('bench.estimatedPeak')} <Link to="/practice">{t('press.give')}</Link>
            </p>
          )}
        </>
      )}
    </Frame>
  );
}

/** Earlier points of a drill, oldest first. */
function Progress({ drill }: { drill: BenchDrill }) {
  const points = drill.runs.map((r) => r.score.points).reverse();
  return (
    <span className="progress" aria-hidden="true">
      {points.map((p, i) => (
        <i key={i} style={{ height: `${Math.max(8, p)}%` }} />
      ))}
    </span>
  );
}

/** A kept run, whole. */
function Again({ run }: { run: DrillRunView }) {
  const { t } = useTranslation();
  const samples = useRef<Sample[]>([]);
  // eslint-disable-next-line react-hooks/refs -- filled once for the run that is shown
  samples.current = run.rows.map(([seconds, left, right, breath, tension, depthCm]) => ({
    seconds: seconds!,
    left: left!,
    right: right!,
    breath,
    tension,
    depthCm,
  }));
  return (
    <>
      <PressureCurve target={run.target} samples={samples} live={false} />
      <p className="soft small">
        {t('bench.replaying', { when: `${dayOf(run.run.at)} ${clock(run.run.at)}`, mat: run.run.mat })} ·{' '}
        <a href={`/api/bench/runs/${run.run.id}/csv`} download>
          {t('bench.csv')}
        </a>
      </p>
    </>
  );
}
