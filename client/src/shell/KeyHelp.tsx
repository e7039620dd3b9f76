import { useEffect, useState } from 'react';
import Modal from 'react-bootstrap/Modal';
import { useTranslation } from 'react-i18next';
import { useKeys } from './keys';

const groups = ['everywhere', 'arrive', 'plan', 'give', 'bench'] as const;

/** The list of keys, under "?". */
export function KeyHelp() {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  useKeys((e) => e.key === '?' && setOpen(true));
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
        {groups.map((group) => (
          <section key={group} className="mb-3">
            <h3 className="soft small">{t(`keys.${group}.name`)}</h3>
            <dl>
              {Object.entries(
                t(`keys.${group}.list`, { returnObjects: true }) as unknown as Record<string, string>,
              ).map(([key, what]) => (
                <div key={key} style={{ display: 'contents' }}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </Modal.Body>
    </Modal>
  );
}
