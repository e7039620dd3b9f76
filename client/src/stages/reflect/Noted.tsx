import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { known, nameIn } from '../../api/named';
import type { NotedResponse, PlanStep, VisitView, Vocabulary } from '../../api/types';
import { clock } from '../../parts/spoken';
import { TextField } from '../../ui/fields';
import { Fold } from '../../ui/Fold';
import { SendForm } from '../../ui/SendForm';
import { NotedOnBody, useStepsAt, type Place } from './NotedOnBody';
import { useNoting } from './useNoting';

const STRENGTHS = [1, 2, 3];

/** What was noted on the way, each with its place; until it is signed more can be said of it, and more added. */
export function Noted({ visit, words }: { visit: VisitView; words: Vocabulary }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState<string | null>(null);
  const { responses } = visit.session;
  const mayAdd = visit.phase === 'finished';
  const [at, setAt] = useState<Place | null>(null);
  const here = useStepsAt(visit, at);
  return (
    <>
      <h3 className="mt-3">{t('given.responses')}</h3>
      <NotedOnBody visit={visit} at={at} onAt={setAt} />
      {at && (
        <p className="limitat" aria-live="polite">
          <b className="serif">
            {[at.side && t(at.side > 0 ? 'side.left' : 'side.right'), nameIn(words.regions, at.region)]
              .filter(Boolean)
              .join(' ')}
          </b>{' '}
          <button type="button" className="pill quiet" onClick={() => setAt(null)}>
            {t('limits.everywhere')}
          </button>
        </p>
      )}
      {responses.length === 0 && <p className="soft small">{t('given.none')}</p>}
      <ul className="log">
        {responses
          .filter((r) => !at || here.some((s) => s.id === r.step))
          .map((r) => (
            <li key={r.id}>
              <time>{clock(r.at)}</time>
              <b>{nameIn(words.responses, r.response)}</b>
              <span className="soft">
                {[
                  nameIn(visit.plan.steps, r.step),
                  r.detail?.place,
                  r.detail?.side && r.detail.side !== 'mid' && t(`side.${r.detail.side}`),
                  r.detail?.strength && t(`lastNote.of.${r.detail.strength}`),
                  r.text,
                  r.when !== 'during' && t(`given.when.${r.when}`),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
              {mayAdd && (
                <button
                  type="button"
                  className="textbutton"
                  aria-expanded={open === r.id}
                  onClick={() => setOpen(open === r.id ? null : r.id)}
                >
                  {t('given.say')}
                </button>
              )}
              {open === r.id && <SayMore visit={visit} noted={r} done={() => setOpen(null)} />}
            </li>
          ))}
      </ul>
      {mayAdd && (
        <Fold title={t('given.add')} key={at ? `${at.region}/${at.side}` : ''} open={!!at}>
          <AddNoted visit={visit} words={words} given={here} />
        </Fold>
      )}
    </>
  );
}

function SayMore({ visit, noted, done }: { visit: VisitView; noted: NotedResponse; done: () => void }) {
  const { t } = useTranslation();
  const note = useNoting(visit);
  const [strength, setStrength] = useState(noted.detail?.strength ?? null);
  const [text, setText] = useState(noted.text ?? '');
  const send = async () => {
    await note({ kind: 'annotate', text, detail: { of: noted.id, strength } });
    done();
  };
  return (
    <SendForm className="saymore" send={send} action={t('given.keep')}>
      <Strength chosen={strength} onChoose={setStrength} />
      <TextField id={`say-${noted.id}`} label={t('lastNote.words')} value={text} onText={setText} />
    </SendForm>
  );
}

/** Something found that nobody noted while hands were busy: at which step, where in it, what, how strong. */
function AddNoted({ visit, words, given }: { visit: VisitView; words: Vocabulary; given: PlanStep[] }) {
  const { t } = useTranslation();
  const note = useNoting(visit);
  const [chosen, setChosen] = useState<string | null>(null);
  const step = known(given, chosen) ?? given[0];
  const [place, setPlace] = useState('');
  const [response, setResponse] = useState<string | null>(null);
  const [strength, setStrength] = useState<number | null>(null);
  const [text, setText] = useState('');
  if (!step) return <p className="soft">{t('given.nothing')}</p>;
  const places = step.points ?? step.pattern.places ?? [];
  const likely = visit.likelyNotes[step.id] ?? [];
  const kinds = [
    ...likely.flatMap((id) => known(words.responses, id) ?? []),
    ...words.responses.filter((r) => !likely.includes(r.id) && r.group !== 'decided' && r.effect !== 'stop'),
  ];
  const send = async () => {
    if (!response) return;
    const station = places.indexOf(place) + 1;
    await note({
      kind: 'response',
      response,
      step: step.id,
      text: text || null,
      detail: {
        place: place || null,
        station: station || null,
        side: step.side === 'left' || step.side === 'right' ? step.side : null,
        strength,
      },
    });
    setResponse(null);
    setStrength(null);
    setText('');
  };
  return (
    <SendForm className="saymore" send={send} action={t('given.keep')}>
      <label htmlFor="noted-step">{t('given.step')}</label>
      <Form.Select
        id="noted-step"
        value={step.id}
        onChange={(e) => {
          setChosen(e.target.value);
          setPlace('');
        }}
      >
        {given.map((s) => (
          <option key={s.id} value={s.id}>
            {s.side === 'left' || s.side === 'right' ? `${s.name}, ${t(`side.${s.side}`)}` : s.name}
          </option>
        ))}
      </Form.Select>
      {places.length > 0 && (
        <Chips
          label={t('given.place')}
          of={places.map((p) => ({ id: p, name: p }))}
          chosen={place}
          onChoose={setPlace}
        />
      )}
      <Chips label={t('given.what')} of={kinds} chosen={response ?? ''} onChoose={(r) => setResponse(r || null)} />
      <Strength chosen={strength} onChoose={setStrength} />
      <TextField id="noted-words" label={t('lastNote.words')} value={text} onText={setText} />
      {!response && <p className="soft small">{t('given.chooseWhat')}</p>}
    </SendForm>
  );
}

function Chips({
  label,
  of,
  chosen,
  onChoose,
}: {
  label: string;
  of: { id: string; name: string }[];
  chosen: string;
  onChoose: (id: string) => void;
}) {
  return (
    <div className="options" role="group" aria-label={label}>
      {of.map((x) => (
        <button
          key={x.id}
          type="button"
          className={x.id === chosen ? 'pill on' : 'pill'}
          aria-pressed={x.id === chosen}
          onClick={() => onChoose(x.id === chosen ? '' : x.id)}
        >
          {x.name}
        </button>
      ))}
    </div>
  );
}

function Strength({ chosen, onChoose }: { chosen: number | null; onChoose: (s: number | null) => void }) {
  const { t } = useTranslation();
  return (
    <Chips
      label={t('lastNote.strength')}
      of={STRENGTHS.map((s) => ({ id: String(s), name: t(`lastNote.of.${s}`) }))}
      chosen={chosen === null ? '' : String(chosen)}
      onChoose={(s) => onChoose(s ? Number(s) : null)}
    />
  );
}
