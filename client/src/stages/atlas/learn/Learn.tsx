import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import type { AtlasIndex } from '../../../api/types';
import { ChartPicture, Drawn } from '../../../chart/Chart';
import { useChart } from '../../../chart/useChart';
import { Characters } from '../../../parts/Characters';
import { Note } from '../../../ui/Note';
import { ViewSelect } from '../Layers';
import type { Learning } from './useLearning';

/** The body without its points: touch where the one asked for is; then both places are shown. */
export function Learn({ index, learning }: { index: AtlasIndex; learning: Learning }) {
  const { t } = useTranslation();
  const [landmarks, setLandmarks] = useState(false);
  const { asked, answer, touched, seen } = learning;
  const here = touched && answer && seen === touched.view ? { touched, at: answer.at } : null;
  const chart = useChart({
    view: seen,
    points: answer ? [answer.point] : undefined,
    landmarks: landmarks ? 'all' : undefined,
  });
  return (
    <div className="learn">
      <div className="learnask">
        {asked && (
          <p className="asked" aria-live="polite">
            <span className="soft">
              {t('learn.ask')} <small>{t('learn.of', { n: learning.at + 1, of: learning.round!.length })}</small>
            </span>
            <PointName index={index} id={asked.point} />
          </p>
        )}
        <label htmlFor="learn-view">{t('learn.seen')}</label>
        <ViewSelect id="learn-view" index={index} value={seen} onChange={learning.look} />
        <label className="tick">
          <input type="checkbox" checked={landmarks} onChange={(e) => setLandmarks(e.target.checked)} />{' '}
          {t('learn.landmarks')}
        </label>
      </div>
      {learning.wrong && <Note kind="wrong">{learning.wrong}</Note>}
      <div className={asked && !touched ? 'learnbody aiming' : 'learnbody'}>
        <Drawn {...chart}>
          {(d) => (
            <ChartPicture
              data={d}
              label={t('learn.head')}
              box={{ width: 700, height: 600 }}
              zooming
              lit={answer ? [answer.point] : []}
              onTouch={(x, y) => void learning.touch(x, y)}
              over={(unit) =>
                here && <Aimed touched={here.touched} at={here.at} unit={unit} label={t('learn.marks')} />
              }
            />
          )}
        </Drawn>
      </div>
    </div>
  );
}

interface Marks {
  touched: { x: number; y: number };
  at: { x: number; y: number };
  unit: number;
  label: string;
}

/** A cross where it was touched, and the way from there to the point. */
function Aimed({ touched: { x, y }, at, unit, label }: Marks) {
  const arm = 7 * unit;
  return (
    <g className="aimed" aria-label={label}>
      <path d={`M${x} ${y}L${at.x} ${at.y}`} strokeWidth={1.6 * unit} strokeDasharray={`${3 * unit} ${3 * unit}`} />
      <path d={`M${x - arm} ${y}h${2 * arm}M${x} ${y - arm}v${2 * arm}`} strokeWidth={2 * unit} />
    </g>
  );
}

/** Code, name and characters of a point. */
export function PointName({ index, id }: { index: AtlasIndex; id: string }) {
  const point = index.points.find((p) => p.id === id);
  return (
    <span className="pointname">
      <b>{id}</b> {point?.pinyin} <Characters text={point?.characters} />
    </span>
  );
}
