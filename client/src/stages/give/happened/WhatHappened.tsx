import { memo } from 'react';
import Offcanvas from 'react-bootstrap/Offcanvas';
import { useTranslation } from 'react-i18next';
import type { Vocabulary } from '../../../api/types';
import { useEmergencyNumber } from './useEmergencyNumber';

/** Something happened: choose what, and what to do first is shown at once. Hands come off by choosing. */
export const WhatHappened = memo(function WhatHappened({
  show,
  words,
  onDone,
  onHappened,
}: {
  show: boolean;
  words: Vocabulary;
  onDone: () => void;
  onHappened: (id: string) => void;
}) {
  const { t } = useTranslation();
  // Known before it is needed.
  useEmergencyNumber();
  return (
    <Offcanvas show={show} onHide={onDone} placement="end" className="whathappened" aria-labelledby="happened-title">
      <Offcanvas.Header closeButton>
        <h2 id="happened-title">{t('happened.title')}</h2>
      </Offcanvas.Header>
      <Offcanvas.Body>
        <p className="soft">{t('happened.lead')}</p>
        <div className="kinds">
          {words.happenings.map((h) => (
            <button
              key={h.id}
              type="button"
              className={h.callAtOnce ? 'pill danger' : 'pill'}
              onClick={() => onHappened(h.id)}
            >
              {h.name}
            </button>
          ))}
        </div>
      </Offcanvas.Body>
    </Offcanvas>
  );
});
