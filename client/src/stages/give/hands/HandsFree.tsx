import { memo, useState } from 'react';
import Form from 'react-bootstrap/Form';
import Offcanvas from 'react-bootstrap/Offcanvas';
import { useTranslation } from 'react-i18next';
import { useFirstKeys } from '../../../shell/keys';
import { Choice } from '../../../ui/fields';
import { Note } from '../../../ui/Note';
import { pedalOf, pedals, setHands, useHands, type Hands, type Pedal } from './hands';
import { play, say, speaks } from './sounds';
import { fillScreen } from './useDimming';

/** How a key is called to a person. */
const called = (key: string, space: string) => (key === ' ' ? space : key.length === 1 ? key.toUpperCase() : key);

/** The one place where this device is told how it helps with both hands busy: pedals, a big field, tones, speech. */
export const HandsFree = memo(function HandsFree({ show, onDone }: { show: boolean; onDone: () => void }) {
  const { t } = useTranslation();
  const set = useHands();
  const [learning, setLearning] = useState<Pedal | null>(null);
  const [wrong, setWrong] = useState('');
  const learn = (e: KeyboardEvent) => {
    if (!learning || ['Shift', 'Control', 'Alt', 'Meta'].includes(e.key)) return learning !== null;
    setLearning(null);
    const taken = pedalOf(set.keys, e.key);
    if (taken && taken !== learning) setWrong(t('hands.taken', { pedal: t(`hands.pedal.${taken}`) }));
    else if (e.key !== 'Escape') {
      setWrong('');
      setHands({ keys: { ...set.keys, [learning]: e.key } });
    }
    return true;
  };
  useFirstKeys(learn);
  const tick = (id: 'field' | 'far' | 'dims' | 'standIn' | 'tones' | 'speech', disabled = false) => (
    <Form.Check
      type="switch"
      id={`hands-${id}`}
      label={t(`hands.${id}`)}
      checked={set[id]}
      disabled={disabled}
      onChange={(e) => setHands({ [id]: e.target.checked })}
    />
  );
  return (
    <Offcanvas show={show} onHide={onDone} placement="end" className="handsfree" aria-labelledby="hands-title">
      <Offcanvas.Header closeButton>
        <h2 id="hands-title">{t('hands.title')}</h2>
      </Offcanvas.Header>
      <Offcanvas.Body>
        <p className="soft small">{t('hands.lead')}</p>
        {wrong && <Note kind="wrong">{wrong}</Note>}
        <ul className="pedals">
          {pedals.map((p) => (
            <li key={p}>
              <b>{t(`hands.pedal.${p}`)}</b>
              <span className="soft small">
                {learning === p
                  ? t('hands.press')
                  : set.keys[p]
                    ? called(set.keys[p], t('hands.space'))
                    : t('hands.unlearned')}
              </span>
              <button
                type="button"
                className="pill"
                aria-label={t('hands.learnOf', { pedal: t(`hands.pedal.${p}`) })}
                onClick={() => setLearning(learning === p ? null : p)}
              >
                {t(learning === p ? 'hands.cancel' : 'hands.learn')}
              </button>
              {set.keys[p] && (
                <button
                  type="button"
                  className="textbutton"
                  aria-label={t('hands.forgetOf', { pedal: t(`hands.pedal.${p}`) })}
                  onClick={() => setHands({ keys: { ...set.keys, [p]: undefined } })}
                >
                  {t('hands.forget')}
                </button>
              )}
            </li>
          ))}
        </ul>
        {tick('field')}
        <p className="soft small">{t('hands.fieldWhy')}</p>
        {tick('far')}
        <p className="soft small">{t('hands.farWhy')}</p>
        {tick('dims')}
        {tick('standIn')}
        {document.fullscreenEnabled && (
          <p className="acts">
            <button type="button" className="pill" onClick={fillScreen}>
              {t('hands.fill')}
            </button>
          </p>
        )}
        {tick('tones')}
        {tick('speech', !speaks())}
        {!speaks() && <p className="soft small">{t('hands.noSpeech')}</p>}
        <Form.Label htmlFor="hands-volume">{t('hands.volume')}</Form.Label>
        <Form.Range
          id="hands-volume"
          min={0}
          max={1}
          step={0.1}
          value={set.volume}
          onChange={(e) => setHands({ volume: Number(e.target.value) })}
        />
        <Choice
          id="hands-ear"
          label={t('hands.ear')}
          value={set.ear}
          options={(['both', 'left', 'right'] as const).map((id) => ({ id, name: t(`hands.ears.${id}`) }))}
          onChoose={(ear) => setHands({ ear: ear as Hands['ear'] })}
        />
        <p className="acts">
          <button type="button" className="pill" onClick={() => play('change', set)}>
            {t('hands.tryTone')}
          </button>
          {speaks() && (
            <button type="button" className="pill" onClick={() => say(t('hands.example'), set)}>
              {t('hands.trySpeech')}
            </button>
          )}
        </p>
      </Offcanvas.Body>
    </Offcanvas>
  );
});
