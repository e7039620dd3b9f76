import { HttpTransportType, HubConnectionBuilder, LogLevel, type HubConnection } from '@microsoft/signalr';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DrillRunLine } from '../../api/types';

export interface Sample {
  seconds: number;
  left: number;
  right: number;
  breath?: number | null;
  tension?: number | null;
  depthCm?: number | null;
}

/** What the drill says after the last readings. */
export interface DrillMoment {
  say: string;
  wantedNewtons: number;
  breathesOut?: boolean | null;
  tenses?: boolean | null;
}

interface Batch {
  samples: Sample[];
  now?: DrillMoment | null;
  silent: boolean;
}

export type State = 'idle' | 'connecting' | 'running' | 'scored' | 'refused';

/** One drill on the line: readings come in and are kept, presses go out, the score comes back. */
export function useDrill(onScored: (line: DrillRunLine) => void) {
  const line = useRef<HubConnection | null>(null);
  const samples = useRef<Sample[]>([]);
  const moment = useRef<DrillMoment | null>(null);
  const stop = useRef<(() => void) | null>(null);
  const [state, setState] = useState<State>('idle');
  const [silent, setSilent] = useState(false);
  const [score, setScore] = useState<DrillRunLine | null>(null);
  const [problem, setProblem] = useState('');

  const finish = useCallback(async () => {
    try {
      const scored = await line.current!.invoke<DrillRunLine>('Finish');
      setScore(scored);
      setState('scored');
      onScored(scored);
    } catch (e) {
      setProblem(sentence(e));
      setState('refused');
    } finally {
      void line.current?.stop();
      line.current = null;
    }
  }, [onScored]);

  const start = useCallback(
    async (drill: string, recording?: string) => {
      samples.current = [];
      moment.current = null;
      setProblem('');
      setScore(null);
      setSilent(false);
      setState('connecting');
      const hub = new HubConnectionBuilder()
        .withUrl('/hubs/mat', { skipNegotiation: true, transport: HttpTransportType.WebSockets })
        .configureLogging(LogLevel.None)
        .build();
      line.current = hub;
      try {
        await hub.start();
      } catch {
        setState('refused');
        return;
      }
      setState('running');
      const stream = hub.stream<Batch>('Run', drill, recording ?? null).subscribe({
        next: (batch) => {
          setSilent(batch.silent);
          samples.current.push(...batch.samples);
          moment.current = batch.now ?? moment.current;
        },
        complete: () => void finish(),
        error: (e) => {
          setProblem(sentence(e));
          setState('refused');
        },
      });
      stop.current = () => {
        stream.dispose();
        void finish();
      };
    },
    [finish],
  );

  useEffect(() => () => void line.current?.stop(), []);

  return {
    state,
    silent,
    score,
    problem,
    samples,
    moment,
    start,
    stop: () => stop.current?.(),
    press: (left: number, right: number) => {
      if (line.current?.state === 'Connected') void line.current.send('Press', left, right);
    },
  };
}

/** The hub's own words, without the wrapping the library puts round them. */
const sentence = (e: unknown) =>
  e instanceof Error && e.message.includes('HubException: ') ? e.message.split('HubException: ')[1]! : '';
