import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link, useNavigate } from 'react-router';
import { ask, http, Problem } from '../../../api/http';
import { keptAs } from '../../../api/kept';
import { known, plain } from '../../../api/named';
import type { HelpedAim, WantedAim } from '../../../api/types';
import { useBeside } from '../../../shell/beside';
import { Frame } from '../../../shell/Frame';
import { Note } from '../../../ui/Note';
import type { StageProps } from '../../stage';
import { usePlanWork } from '../usePlanWork';
import { AimRow, noAim } from '../../../parts/AimRow';
import { day } from '../../../parts/spoken';
import { useFromLast } from '../FromLast';
import { ProposalCard } from './ProposalCard';

/** What is wanted today, by what helped at that place; what helped elsewhere after it. */
function asHelped(wanted: WantedAim[], helped: HelpedAim[]): WantedAim[] {
  const at = (aim: WantedAim) => helped.find((h) => h.aim.region === aim.region);
  const aims = [
    ...wanted.map((w) => ({ ...w, for: w.for ?? at(w)?.aim.for ?? null })),
    ...helped.map((h) => h.aim).filter((h) => wanted.every((w) => w.region !== h.region)),
  ];
  return aims.length > 0 ? aims : [noAim];
}

/** From what it is for to two sessions to choose between, each with its reasons. */
export default function Compose({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const beside = useBeside();
  const work = usePlanWork(visit);
  const traditions = [...new Set(words.flows.map((f) => f.tradition))];
  const last = useFromLast(visit).data;
  const [chosen, setAims] = useState<WantedAim[]>();
  // What brings them says what it is for, and what helped the last time how; both can be changed.
  const aims = chosen ?? asHelped(visit.suggested.aims, last?.helped ?? []);
  const [from, setFrom] = useState<string[]>(() => [known(words.flows, visit.plan.flow)?.tradition ?? traditions[0]!]);
  const [minutes, setMinutes] = useState(String(visit.minutesOnMat));
  const [surface, setSurface] = useState('');
  const settings = useQuery({ queryKey: keptAs.settings(), queryFn: () => ask(http.GET('/api/settings')) });
  const [away, setMissing] = useState<string[]>();
  const missing = away ?? settings.data?.notHere ?? [];
  const props = words.props.filter((p) => p.flows.some((f) => from.includes(known(words.flows, f)!.tradition)));
  const leans = useQuery({
    queryKey: keptAs.leans(visit.id),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/plan/leans', { params: { path: { visitId: visit.id } } })),
  });
  const [lean, setLean] = useState(true);
  const compose = useMutation({
    onSuccess: beside.close,
    mutationFn: () =>
      ask(
        http.POST('/api/visits/{visitId}/plan/compose', {
          params: { path: { visitId: visit.id } },
          body: {
            aims,
            traditions: from,
            minutes: Number(minutes),
            surface: surface || undefined,
            lean: lean && (leans.data?.length ?? 0) > 0,
            props: missing.length > 0 ? words.props.map((p) => p.id).filter((p) => !missing.includes(p)) : undefined,
          },
        }),
      ),
  });
  const toggle = (list: string[], x: string) => (list.includes(x) ? list.filter((y) => y !== x) : [...list, x]);
  return (
    <Frame
      who={who}
      lamps={lamps}
      beside={beside}
      side={
        <form
          className="composeform"
          onSubmit={(e) => {
            e.preventDefault();
            compose.mutate();
          }}
        >
          {aims.map((aim, i) => (
            <AimRow
              key={i}
              index={i}
              aim={aim}
              words={words}
              onChange={(next) => setAims(aims.map((a, j) => (j === i ? next : a)))}
              onRemove={aims.length > 1 ? () => setAims(aims.filter((_, j) => j !== i)) : undefined}
            />
          ))}
          {!chosen && last?.date && last.helped.length > 0 && (
            <p className="soft small">
              {t('compose.helped', { date: day(last.date) })} {last.helped.map((h) => h.because).join(' ')}
            </p>
          )}
          {leans.data && leans.data.length > 0 && (
            <div className="leans">
              <label>
                <input type="checkbox" checked={lean} onChange={(e) => setLean(e.target.checked)} /> {t('compose.lean')}
              </label>
              <ul className="plainlist soft small">
                {leans.data.map((l) => (
                  <li key={l.because}>
                    {t(l.better ? 'compose.more' : 'compose.less')} {l.because}
                  </li>
                ))}
              </ul>
              <p className="soft small">{t('compose.leanNote')}</p>
            </div>
          )}
          <div className="composerow">
            <button type="button" className="pill" onClick={() => setAims([...aims, noAim])}>
              + {t('compose.add')}
            </button>
            <fieldset className="traditions">
              <legend className="visually-hidden">{t('compose.traditions')}</legend>
              <span className="soft small">{t('compose.traditions')}</span>
              {traditions.map((x) => (
                <label key={x} className={from.includes(x) ? 'pill on' : 'pill'}>
                  <input type="checkbox" checked={from.includes(x)} onChange={() => setFrom(toggle(from, x))} />
                  {plain(x)}
                </label>
              ))}
            </fieldset>
          </div>
          <div className="composerow">
            <label htmlFor="compose-minutes">{t('compose.minutes')}</label>
            <Form.Control
              id="compose-minutes"
              className="short"
              type="number"
              value={minutes}
              onChange={(e) => setMinutes(e.target.value)}
            />
            <label htmlFor="compose-surface">{t('compose.surface')}</label>
            <Form.Select id="compose-surface" value={surface} onChange={(e) => setSurface(e.target.value)}>
              <option value="">{t('compose.anySurface')}</option>
              {words.defaults.surfaces.map((s) => (
                <option key={s} value={s}>
                  {s}
                </option>
              ))}
            </Form.Select>
            <Dropdown autoClose="outside">
              <Dropdown.Toggle as="button" type="button" bsPrefix="pill">
                {t('compose.props')} {missing.length > 0 && `(${missing.length})`}
              </Dropdown.Toggle>
              <Dropdown.Menu className="picks">
                {props.map((p) => (
                  <label key={p.id}>
                    <input
                      type="checkbox"
                      checked={missing.includes(p.id)}
                      onChange={() => setMissing(toggle(missing, p.id))}
                    />{' '}
                    {p.name}
                  </label>
                ))}
              </Dropdown.Menu>
            </Dropdown>
            <button type="submit" className="pill main" disabled={compose.isPending || from.length === 0}>
              {compose.isPending ? t('compose.working') : t('compose.now')}
            </button>
          </div>
        </form>
      }
    >
      <div className="headrow">
        <div>
          <h1>{t('compose.head')}</h1>
          <p className="soft mt-1">{t('compose.lead')}</p>
        </div>
        <div className="acts">
          <button type="button" className="pill main beside" onClick={beside.show}>
            {t('compose.say')}
          </button>
          <Link className="pill" to={`${base}/plan`}>
            {t('compose.back')}
          </Link>
        </div>
      </div>
      {!compose.data && !compose.isError && (
        <p className="emptyhint">{t(compose.isPending ? 'compose.working' : 'compose.empty')}</p>
      )}
      {compose.isError && (
        <Note role="alert">
          {(compose.error instanceof Problem && compose.error.message) || t('shell.unreachable')}
        </Note>
      )}
      <div className="proposals" aria-live="polite">
        {compose.data?.map((p, i) => (
          <ProposalCard
            key={i}
            title={t(i === 0 ? 'compose.first' : 'compose.second')}
            view={p}
            words={words}
            breathsPerMinute={visit.tempo.breathsPerMinute}
            onTake={() => {
              work.take(p.proposal.plan);
              void navigate(`${base}/plan`);
            }}
          />
        ))}
      </div>
    </Frame>
  );
}
