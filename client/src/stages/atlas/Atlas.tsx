import { useEffect, useRef, useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { Hit } from '../../api/types';
import { useVocabulary } from '../../api/useVisit';
import { Chart } from '../../chart/Chart';
import { useBeside } from '../../shell/beside';
import { Frame } from '../../shell/Frame';
import { Feet, FeetSheet } from './Feet';
import { Finder } from './Finder';
import { Layers } from './Layers';
import { Learn } from './learn/Learn';
import { LearnSheet } from './learn/LearnSheet';
import { useLearning } from './learn/useLearning';
import { PointSheet } from './PointSheet';
import { Row, useRow } from './Row';
import { ClientChoice } from '../../parts/ClientChoice';
import { usePoint } from '../../parts/usePoint';
import { useAtlasAt, useAtlasIndex } from './useAtlas';
import { Welcome } from './Welcome';

/** What is seen from the other side, shown beside it. */
const opposites: Record<string, string> = { front: 'back', back: 'front', left: 'right', right: 'left' };
const closeUp = (view: string) => view.includes('.') || view === 'face' || view === 'head-top';

/** Atlas: where is it, on this client, lying like this. */
export default function Atlas() {
  const { t } = useTranslation();
  const index = useAtlasIndex();
  const words = useVocabulary();
  const beside = useBeside();
  const { at, go } = useAtlasAt(index.data?.channels.map((c) => c.id) ?? []);
  const page = usePoint(at.point, at.client, at.side === 'right' ? 'right' : 'left');
  const ofChannel = at.mode === 'learn' && at.channels.length === 1 ? at.channels[0] : undefined;
  const alone = at.mode === 'body' && !at.point && at.channels.length === 1 ? at.channels[0] : undefined;
  const row = useRow(alone, at.client);
  const [reading, setReading] = useState({ of: '', read: 0 });
  const read = reading.of === alone ? reading.read : 0;
  const learning = useLearning(at.mode === 'learn', ofChannel);
  // A point that was just chosen is turned to the eye once; after that the view is the reader's.
  const turned = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (page.data && turned.current !== page.data.point.id) {
      turned.current = page.data.point.id;
      if (at.position === 'standing') go({ view: page.data.view });
    }
  });
  if (!index.data || !words.data) return <p className="loading">{t('shell.loading')}</p>;
  const channel = page.data?.point.channel;
  const showPoint = (id: string) => {
    go({ mode: undefined, point: id, with: undefined, channels: '', sen: undefined, region: undefined });
    beside.show();
  };
  const found = (hit: Hit) => {
    if (hit.kind === 'point') showPoint(hit.id);
    else if (hit.kind === 'channel')
      go({ mode: undefined, channels: hit.id, point: undefined, sen: undefined, position: undefined, view: undefined });
    else if (hit.kind === 'sen') go({ mode: undefined, sen: hit.id, channels: '', point: undefined });
    else if (hit.kind === 'region')
      go({ mode: undefined, region: hit.id, channels: '', point: undefined, sen: undefined });
    else if (hit.kind === 'landmark') go({ mode: undefined, landmarks: '1', point: undefined, channels: '' });
    else go({ mode: 'feet', area: hit.id });
  };
  const side =
    at.mode === 'feet' ? (
      <FeetSheet index={index.data} at={at} go={go} />
    ) : at.mode === 'learn' ? (
      <LearnSheet
        index={index.data}
        learning={learning}
        channel={ofChannel}
        onChannel={(channels) => go({ channels })}
      />
    ) : page.data && at.point ? (
      <PointSheet
        page={page.data}
        words={words.data}
        position={at.position}
        side={at.side}
        client={at.client}
        against={at.against}
        onAgainst={(other) => go({ with: other })}
        onPoint={showPoint}
        onPosition={(position) => go({ position, view: undefined, bent: at.side === 'right' ? 'right' : 'left' })}
        onSide={(s) => go({ side: s, view: at.view.replace(/(left|right)$/, s) })}
      />
    ) : alone ? (
      <Row
        key={alone}
        channel={alone}
        client={at.client}
        read={read}
        onRead={(n) => setReading({ of: alone, read: n })}
        onPoint={(id) => go({ point: id, with: undefined })}
      />
    ) : (
      <Welcome
        index={index.data}
        words={words.data}
        region={at.region}
        sen={at.sen}
        onChannel={(id) => go({ channels: id, point: undefined, region: undefined, sen: undefined })}
      />
    );
  // The usual view of a position is the server's to know; none is asked for until one is chosen.
  const view = at.position === 'standing' || at.viewChosen ? at.view : undefined;
  const opposite = at.position === 'standing' ? opposites[at.view] : undefined;
  const from = at.point ? (page.data?.location.from ?? []).map((f) => f.landmark).filter((l) => l !== 'midline') : [];
  const wanted = {
    position: closeUp(at.view) ? 'standing' : at.position,
    bent: at.bent,
    clientId: at.client,
    channels: at.channels.length === 0 && channel && channel !== 'extra' ? [channel] : at.channels,
    points: [at.point && channel === 'extra' ? at.point : undefined, at.against].filter((x): x is string => !!x),
    sen: at.sen ? [at.sen] : undefined,
    regions: at.region ? [at.region] : undefined,
    // A point's page lights the landmarks one would start from.
    landmarks: at.landmarks ? ('all' as const) : from,
    noPressure: at.noPressure,
    hara: at.hara ? index.data.hara[0]?.id : undefined,
    side: at.side,
  };
  const told = alone && read > 0 ? (row.data?.row.slice(0, read).map((r) => r.point.id) ?? []).concat(alone) : [];
  const lit = [
    ...from,
    ...[at.point, at.against, at.region, at.point && channel, ...told].filter((x): x is string => !!x),
  ];
  const body = (
    <div className="atlasbody">
      <Layers index={index.data} words={words.data} at={at} go={go} />
      <div className={opposite ? 'two' : 'one'}>
        {[view, opposite].slice(0, opposite ? 2 : 1).map((v, i) => {
          // Beside a chosen point its surroundings are worth more than the body's other side.
          const close = i === 1 && !!at.point;
          return (
            <Chart
              key={i}
              zooming={!close}
              closeOn={close ? at.point : undefined}
              label={`${t('chart.label')} ${v ? t(`view.${v.split('.')[0]}`) : ''}`}
              box={{ width: opposite ? 330 : 670, height: 630 }}
              wanted={{ ...wanted, view: close ? view : v }}
              lit={lit}
              onSpot={(id) => index.data.points.some((p) => p.id === id) && showPoint(id)}
            />
          );
        })}
      </div>
    </div>
  );
  return (
    <Frame side={side} beside={beside}>
      <div className="atlas">
        <h1 className="visually-hidden">{t('place.atlas')}</h1>
        <div className="atlashead">
          <Finder onFound={found} />
          <div className="modes" role="group" aria-label={t('atlas.mode')}>
            {(['body', 'feet', 'learn'] as const).map((m) => (
              <button
                key={m}
                type="button"
                className={at.mode === m ? 'pill on' : 'pill'}
                aria-pressed={at.mode === m}
                onClick={() => {
                  go({ mode: m === 'body' ? undefined : m, ...(m === 'learn' && { channels: undefined }) });
                  if (m === 'learn') beside.show();
                }}
              >
                {t(`atlas.modes.${m}`)}
              </button>
            ))}
          </div>
          {at.mode !== 'learn' && (
            <ClientChoice
              id="atlas-client"
              label={t('atlas.client')}
              quiet
              none={t('atlas.anybody')}
              value={at.client ?? ''}
              onChoose={(client) => go({ client: client || undefined })}
            />
          )}
        </div>
        {at.mode === 'feet' ? (
          <Feet index={index.data} at={at} go={go} />
        ) : at.mode === 'learn' ? (
          <Learn index={index.data} learning={learning} />
        ) : (
          body
        )}
      </div>
    </Frame>
  );
}
