import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs, renewAllBut } from '../../api/kept';
import type { ClientHistory } from '../../api/types';
import { ClientChoice } from '../../parts/ClientChoice';
import { dayOf } from '../../parts/spoken';
import { SendForm } from '../../ui/SendForm';

/** Other records that seem to be of the same person. */
const useDoubles = (clientId: string) =>
  useQuery({
    queryKey: keptAs.doubles(clientId),
    queryFn: () => ask(http.GET('/api/clients/{clientId}/doubles', { params: { path: { clientId } } })),
  });

/** More are said as a number: so many are seldom one person. */
const DOUBLES_SHOWN = 3;

/** Another record that seems to be of the same person, said where it is seen. */
export function Doubles({ clientId, onLook }: { clientId: string; onLook: (other: string) => void }) {
  const { t } = useTranslation();
  const doubles = useDoubles(clientId).data ?? [];
  return (
    <>
      {doubles.slice(0, DOUBLES_SHOWN).map((d) => (
        <div key={d.id} className="double">
          <p>
            <b>{t('merge.double', { name: d.name })}</b> {d.why.join(' ')}
          </p>
          <button type="button" className="pill" onClick={() => onLook(d.id)}>
            {t('merge.look')}
          </button>
        </div>
      ))}
      {doubles.length > DOUBLES_SHOWN && (
        <p className="soft small">{t('merge.moreDoubles', { count: doubles.length - DOUBLES_SHOWN })}</p>
      )}
    </>
  );
}

/** Makes another record and this one one: what speaks for it, what would come, and why it is known. */
export function Merge({ client, first, done }: { client: ClientHistory; first: string; done: () => void }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const [chosen, setOther] = useState(first);
  const doubles = useDoubles(client.id).data ?? [];
  // Where one record alone may be the same person's, it is the one that is meant.
  const other = chosen || (doubles.length === 1 ? doubles[0]!.id : '');
  const [reason, setReason] = useState('');
  const path = { clientId: client.id, otherId: other };
  const ahead = useQuery({
    queryKey: keptAs.merge(client.id, other),
    queryFn: () => ask(http.GET('/api/clients/{clientId}/merge/{otherId}', { params: { path } })),
    enabled: other !== '',
  });
  const send = async () => {
    await ask(
      http.POST('/api/clients/{clientId}/merge', {
        params: { path: { clientId: client.id } },
        body: { other, reason },
      }),
    );
    // What would come is asked no more: it has come.
    await renewAllBut(cache, 'me', 'vocabulary', 'merge');
    done();
  };
  const a = ahead.data;
  return (
    <SendForm
      className="bookform merging"
      send={send}
      action={t('merge.act')}
      main
      ready={a !== undefined && !a.impossible}
      never={done}
    >
      <h2>{t('merge.title', { name: client.name })}</h2>
      <ClientChoice
        id="merge-other"
        label={t('merge.other')}
        value={other}
        onChoose={setOther}
        required
        none={t('today.choose')}
        but={client.id}
      />
      {ahead.error && <p className="plum">{ahead.error.message}</p>}
      {a?.impossible && <p className="plum">{a.impossible}</p>}
      {a && !a.impossible && (
        <>
          <ul className="plainlist">
            {a.for.map((s) => (
              <li key={s} className="for">
                {s}
              </li>
            ))}
            {a.against.map((s) => (
              <li key={s} className="against">
                {s}
              </li>
            ))}
          </ul>
          <p className="mt-2">{t('merge.visits', { count: a.visits, name: a.name })}</p>
          {a.comes.length > 0 && (
            <>
              <h3>{t('merge.comes')}</h3>
              <ul className="plainlist">
                {a.comes.map((c) => (
                  <li key={(c.now ?? '') + (c.was ?? '')}>
                    {c.now && <b>{c.now}</b>} {c.was && <s className="soft">{c.was}</s>}
                  </li>
                ))}
              </ul>
            </>
          )}
          <label className="form-label mt-2" htmlFor="merge-reason">
            {t('merge.reason')}
          </label>
          <Form.Control
            as="textarea"
            id="merge-reason"
            rows={2}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          <p className="soft small">{t('merge.note')}</p>
        </>
      )}
    </SendForm>
  );
}

/** Records that are read with this one; the latest can be taken out again in one step. */
export function Merged({ client }: { client: ClientHistory }) {
  const { t } = useTranslation();
  const [stayed, setStayed] = useState<string[]>();
  return (
    <>
      {stayed && (
        <div role="status" className="merged">
          {stayed.length === 0 && <p>{t('merge.undone')}</p>}
          <Stays title={t('merge.stayed')} stays={stayed} />
        </div>
      )}
      {client.merges.map((m, i) => (
        <div key={m.id} className="merged">
          <p className="soft small">
            {t('merge.merged', { name: m.name, by: m.by, date: dayOf(m.at), reason: m.reason })}
          </p>
          {i === 0 && client.mayMerge.allowed && <Undo client={client.id} merge={m.id} done={setStayed} />}
        </div>
      ))}
    </>
  );
}

/** Takes a merge back; before that, what would stay where it is, or why it cannot be. */
function Undo({ client, merge, done }: { client: string; merge: string; done: (stayed: string[]) => void }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const params = { path: { clientId: client, mergeId: merge } };
  const ahead = useQuery({
    queryKey: keptAs.undo(client, merge),
    queryFn: () => ask(http.GET('/api/clients/{clientId}/merge/{mergeId}/undo', { params })),
  });
  const send = async () => {
    const undone = await ask(http.POST('/api/clients/{clientId}/merge/{mergeId}/undo', { params }));
    done(undone.stays);
    await renewAllBut(cache, 'me', 'vocabulary', 'merge');
  };
  return (
    <SendForm send={send} action={t('merge.undo')} ready={ahead.isSuccess}>
      {ahead.error && <p className="plum small">{ahead.error.message}</p>}
      <Stays title={t('merge.stays')} stays={ahead.data?.stays ?? []} />
    </SendForm>
  );
}

function Stays({ title, stays }: { title: string; stays: string[] }) {
  if (stays.length === 0) return null;
  return (
    <>
      <p className="small">{title}</p>
      <ul className="plainlist">
        {stays.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ul>
    </>
  );
}
