import { useQuery, useQueryClient } from '@tanstack/react-query';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { IntakeLine, VisitView } from '../../api/types';
import { useChange } from '../../api/useVisit';

/** The phone asks everybody the same: what contradicts what is known already is taken over only when it is ticked. */
const isContrary = (line: IntakeLine) => !!line.was && line.was !== line.saying;

/** The client fills in what they can on their own phone; what comes back is read and accepted line by line. */
export function Phone({ visit }: { visit: VisitView }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const change = useChange(visit.id);
  const [link, setLink] = useState('');
  const [flipped, setFlipped] = useState<ReadonlySet<string>>(new Set());
  const key = keptAs.intake(visit.id);
  const path = { params: { path: { visitId: visit.id } } };
  const intake = useQuery({
    queryKey: key,
    queryFn: () => ask(http.GET('/api/visits/{visitId}/intake', path)),
    refetchInterval: link ? 4000 : false,
    refetchOnMount: 'always',
  });
  const make = async () => {
    const made = await ask(http.POST('/api/visits/{visitId}/intake-link', path));
    setLink(window.location.origin + made.path);
    await cache.invalidateQueries({ queryKey: key });
  };
  const lines = intake.data?.lines ?? [];
  const lists = intake.data?.lists ?? [];
  const said = intake.data?.words ?? '';
  const toRead = lines.length > 0 || lists.length > 0 || said !== '';
  const taken = lines.filter((l) => isContrary(l) === flipped.has(l.id));
  const seen = lists.filter((l) => !flipped.has(l.id));
  const accept = () => {
    const ids = [...taken, ...seen].map((l) => l.id);
    void change('post', 'intake/accept', { link: intake.data!.link!, lines: ids, words: true }).then(() => {
      setLink('');
      return cache.invalidateQueries({ queryKey: key });
    });
  };
  const toggle = (id: string) => {
    const next = new Set(flipped);
    if (!next.delete(id)) next.add(id);
    setFlipped(next);
  };
  const tick = (line: IntakeLine) => (
    <li key={line.id}>
      <label className={taken.includes(line) ? '' : 'soft'}>
        <Form.Check.Input type="checkbox" checked={taken.includes(line)} onChange={() => toggle(line.id)} />{' '}
        {line.saying} {line.was && <span className="soft small">{t('intake.was', { was: line.was })}</span>}
      </label>
    </li>
  );
  if (toRead) {
    return (
      <section className="intake">
        <h2>{t('intake.came', { count: lines.length + lists.length })}</h2>
        <p className="soft small">{t('intake.read')}</p>
        {said && <blockquote>{said}</blockquote>}
        <ul className="plainlist">{lines.map(tick)}</ul>
        {lists.length > 0 && (
          <ul className="plainlist" aria-label={t('intake.lists')}>
            {lists.map((l) => (
              <li key={l.id}>
                <label className={seen.includes(l) ? '' : 'soft'}>
                  <Form.Check.Input type="checkbox" checked={seen.includes(l)} onChange={() => toggle(l.id)} /> {l.name}
                  : {t('intake.rest')}{' '}
                  {l.against.length > 0 && (
                    <span className="soft small">{t('intake.against', { list: l.against.join(', ') })}</span>
                  )}
                </label>
              </li>
            ))}
          </ul>
        )}
        <button type="button" className="pill main" onClick={accept}>
          {t('intake.accept', { count: taken.length + seen.length })}
        </button>
      </section>
    );
  }
  return (
    <section className="intake">
      {link ? (
        <>
          <h2>{t('intake.scan')}</h2>
          <div className="scan">
            <QRCodeSVG value={link} size={132} marginSize={2} title={t('intake.scan')} />
            <div>
              <p className="small">{t('intake.once')}</p>
              <a href={link} target="_blank" rel="noreferrer">
                {t('intake.open')}
              </a>
              <p className="soft small">{t('intake.waiting')}</p>
            </div>
          </div>
        </>
      ) : (
        <button type="button" className="pill" disabled={!visit.may['ask-facts']?.allowed} onClick={() => void make()}>
          {t(intake.data?.waiting ? 'intake.another' : 'intake.make')}
        </button>
      )}
    </section>
  );
}
