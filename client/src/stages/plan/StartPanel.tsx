import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { Link } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { known } from '../../api/named';
import type { PlanSource, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { FlowWays, type Choices } from '../../parts/Ways';
import { Choice } from '../../ui/fields';
import type { PlanWork } from './usePlanWork';

interface Props {
  visit: VisitView;
  words: Vocabulary;
  base: string;
  work: PlanWork;
  /** The chosen step: what is put in may come before it. */
  before: PlanStep;
}

/** Where a plan may come from: the library, a past visit, one that was kept, or nothing; whole, or put into this one. */
export function StartPanel({ visit, words, base, work, before }: Props) {
  const { t } = useTranslation();
  const [chosen, setChosen] = useState('');
  const options = usePlanSources(visit.id, words);
  const [choices, setChoices] = useState<Choices>({});
  const found = known(options, chosen)?.from;
  const source = found && Object.keys(choices).length > 0 ? { ...found, choices } : found;
  return (
    <div className="startpanel">
      <Choice
        id="plan-from"
        label={t('plan.from')}
        value={chosen}
        none={t('plan.from')}
        options={[...options, { id: 'blank', name: t('plan.blank') }]}
        onChoose={(id) => {
          setChosen(id);
          setChoices({});
        }}
      />
      <FlowWays
        flow={found?.kind === 'flow' ? (found.id ?? undefined) : undefined}
        name="plan-way"
        choices={choices}
        onChoices={setChoices}
      />
      <button
        type="button"
        className="pill"
        disabled={!chosen}
        onClick={() => work.start(source ?? { kind: 'blank' }, false)}
      >
        {t('plan.startOver')}
      </button>
      <button type="button" className="pill" disabled={!source} onClick={() => source && work.start(source, true)}>
        {t('plan.putIn')}
      </button>
      <button
        type="button"
        className="pill"
        disabled={!source}
        onClick={() => source && work.start(source, true, before.id)}
      >
        {t('plan.putBefore', { step: before.name })}
      </button>
      <Link className="pill" to={`${base}/compose`}>
        {t('plan.compose')}
      </Link>
      <Link className="pill" to={`${base}/compare`}>
        {t('plan.compare')}
      </Link>
      <Link className="pill" to={`${base}/card`}>
        {t('plan.card')}
      </Link>
      <Link
        className="pill"
        to={`/practice?visit=${visit.id}${visit.plan.flow ? `&flow=${visit.plan.flow}` : ''}#schools`}
      >
        {t('schools.head')}
      </Link>
      <a className="pill" href={`/api/visits/${visit.id}/plan/file`} download>
        {t('plan.file')}
      </a>
      <Keep visit={visit} />
    </div>
  );
}

export interface SourceOption {
  id: string;
  name: string;
  /** What kind of place it comes from. */
  group: string;
  from: PlanSource;
}

/** Every plan there is to take, in three kinds. */
export function usePlanSources(visitId: string, words: Vocabulary): SourceOption[] {
  const { t } = useTranslation();
  const sources = useQuery({
    queryKey: keptAs.sources(visitId),
    queryFn: () => ask(http.GET('/api/visits/{visitId}/plan/sources', { params: { path: { visitId } } })),
    staleTime: 60_000,
  });
  return [
    ...words.flows.map((f) => ({
      id: `flow:${f.id}`,
      name: f.name,
      group: t('plan.fromFlow'),
      from: { kind: 'flow' as const, id: f.id },
    })),
    ...(sources.data ?? []).map((s) => ({
      id: `${s.from.kind}:${s.from.id}`,
      group: t(s.from.kind === 'visit' ? 'plan.fromPast' : 'plan.fromKept'),
      name: `${s.name}, ${s.saying}`,
      from: s.from,
    })),
  ];
}

function Keep({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const [asking, setAsking] = useState(false);
  const [name, setName] = useState(visit.plan.name);
  const [summary, setSummary] = useState('');
  const [said, setSaid] = useState('');
  const [instead, setInstead] = useState(true);
  const library = useQuery({
    queryKey: keptAs.library(),
    queryFn: () => ask(http.GET('/api/library')),
    enabled: asking,
  });
  const same = library.data?.find((c) => c.kept && c.name === name.trim());
  if (!asking)
    return (
      <button type="button" className="pill" onClick={() => setAsking(true)}>
        {t('plan.keep')}
      </button>
    );
  return (
    <form
      className="asked"
      onSubmit={(e) => {
        e.preventDefault();
        ask(
          http.POST('/api/library', {
            body: { name, summary, plan: visit.plan, inPlaceOf: instead ? same?.id : undefined },
          }),
        )
          .then((card) => setSaid(t('plan.kept', { name: card.name })))
          .catch((x: Error) => setSaid(x.message));
      }}
    >
      <label htmlFor="keep-name">{t('plan.keepName')}</label>
      <Form.Control id="keep-name" value={name} onChange={(e) => setName(e.target.value)} />
      <label htmlFor="keep-summary">{t('plan.keepSummary')}</label>
      <Form.Control id="keep-summary" className="wide" value={summary} onChange={(e) => setSummary(e.target.value)} />
      {same && (
        <label>
          <input type="checkbox" checked={instead} onChange={(e) => setInstead(e.target.checked)} /> {t('plan.instead')}
        </label>
      )}
      <button type="submit" className="pill">
        {t('plan.keep')}
      </button>
      <span role="status" className="small">
        {said}
      </span>
    </form>
  );
}
