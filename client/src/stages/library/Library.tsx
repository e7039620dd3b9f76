import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { useNavigate, useParams } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import { plain } from '../../api/named';
import { useMe } from '../../api/useMe';
import { useVocabulary } from '../../api/useVisit';
import { useBeside } from '../../shell/beside';
import { Frame } from '../../shell/Frame';
import { OpenFlow } from './OpenFlow';
import { ReadIn } from './ReadIn';
import { RunStrip } from './RunStrip';

/** Library: every flow worked out, and the plans we kept. */
export default function Library() {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const { kind, id } = useParams();
  const beside = useBeside(!!id);
  const [tradition, setTradition] = useState('');
  const [text, setText] = useState('');
  const words = useVocabulary();
  const me = useMe();
  const cards = useQuery({ queryKey: keptAs.library(), queryFn: () => ask(http.GET('/api/library')) });
  if (!cards.data || !words.data) return <p className="loading">{t('shell.loading')}</p>;
  const traditions = [...new Set(cards.data.map((c) => c.tradition))];
  const wanted = text.trim().toLowerCase();
  const shown = cards.data.filter(
    (c) =>
      (!tradition || c.tradition === tradition) &&
      (!wanted || `${c.name} ${c.summary} ${c.props.join(' ')}`.toLowerCase().includes(wanted)),
  );
  const kept = cards.data.filter((c) => c.kept).length;
  return (
    <Frame
      beside={beside}
      side={
        id ? (
          <OpenFlow key={`${kind}/${id}`} kind={kind!} id={id} words={words.data} />
        ) : (
          <p className="soft">{t('library.choose')}</p>
        )
      }
    >
      <div className="headrow">
        <div>
          <h1>{t('library.head')}</h1>
          <p className="soft mt-1">{t('library.lead', { flows: cards.data.length - kept, kept })}</p>
        </div>
        <div className="flowhead">
          <Form.Control
            type="search"
            placeholder={t('library.find')}
            aria-label={t('library.find')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Form.Select aria-label={t('library.all')} value={tradition} onChange={(e) => setTradition(e.target.value)}>
            <option value="">{t('library.all')}</option>
            {traditions.map((x) => (
              <option key={x} value={x}>
                {plain(x)}
              </option>
            ))}
          </Form.Select>
          {me.maySign && <ReadIn />}
        </div>
      </div>
      {shown.length === 0 && <p className="soft">{t('library.none')}</p>}
      <div className="flowcards">
        {shown.map((c) => (
          <button
            key={c.id}
            type="button"
            className={c.id === id ? 'flowcard on' : 'flowcard'}
            aria-pressed={c.id === id}
            onClick={() => {
              beside.show();
              void navigate(`/library/${c.kept ? 'own' : 'flow'}/${c.id}`);
            }}
          >
            <span className="kind">{c.kept ? t('library.own') : plain(c.tradition)}</span>
            <b>{c.name}</b>
            <span className="sum">{c.summary}</span>
            {c.setAside.map((why) => (
              <span key={why} className="small plum">
                {why}
              </span>
            ))}
            <RunStrip card={c} />
            <span className="soft small">
              {t(Math.round(c.shortest) === Math.round(c.longest) ? 'library.only' : 'library.minutes', {
                minutes: Math.round(c.minutes),
                shortest: Math.round(c.shortest),
                longest: Math.round(c.longest),
              })}{' '}
              · {t('library.steps', { steps: c.steps, presses: c.presses })} · {c.surfaces.join(', ')}
            </span>
          </button>
        ))}
      </div>
    </Frame>
  );
}
