import { Fragment, useEffect, useState } from 'react';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useTranslation } from 'react-i18next';
import { cap, commands, linesOf, type Place } from './commands';
import { singleKeys, useCommands, useSingleKeys } from './keys';

/** The list of keys, under "?". */
export function KeyHelp() {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  const single = useSingleKeys();
  useCommands('everywhere', { help: () => setOpen(true) });
  useEffect(() => {
    const show = () => setOpen(true);
    window.addEventListener('lantern-keys', show);
    return () => window.removeEventListener('lantern-keys', show);
  }, []);
  return (
    <Modal show={open} onHide={() => setOpen(false)} centered aria-labelledby="keys-title" contentClassName="keys">
      <Modal.Header closeButton>
        <h2 id="keys-title">{t('keys.title')}</h2>
      </Modal.Header>
      <Modal.Body>
        <Form.Check
          type="switch"
          id="keys-single"
          className="mb-3"
          label={t('keys.single')}
          checked={single}
          onChange={(e) => singleKeys.turn(e.target.checked)}
        />
        {(Object.keys(commands) as Place[]).map((place) => (
          <section key={place} className="mb-3">
            <h3 className="soft small">{t(`keys.${place}.name`)}</h3>
            <dl>
              {linesOf(place).map(({ says, keys }) => (
                <Fragment key={says}>
                  <dt>
                    {keys.map((k) => (
                      <kbd key={k}>{cap(k)}</kbd>
                    ))}
                  </dt>
                  <dd>{t(`keys.${place}.${says}`)}</dd>
                </Fragment>
              ))}
              {place === 'give' && (
                <>
                  <dt>
                    <kbd>{t('keys.give.letters')}</kbd>
                  </dt>
                  <dd>{t('keys.give.respond')}</dd>
                </>
              )}
            </dl>
          </section>
        ))}
      </Modal.Body>
    </Modal>
  );
}
