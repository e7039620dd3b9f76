import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';
import type { Hit } from '../../api/types';
import { useCommands } from '../../shell/keys';

/** Finds by code, pinyin, characters, meaning, place or use; arrows and Enter choose. */
export function Finder({ onFound }: { onFound: (hit: Hit) => void }) {
  const { t } = useTranslation();
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(0);
  const field = useRef<HTMLInputElement>(null);
  const q = useDeferredValue(text.trim());
  const found = useQuery({
    queryKey: keptAs.atlasSearch(q),
    queryFn: () => ask(http.GET('/api/atlas/search', { params: { query: { q } } })),
    enabled: q.length > 0,
    staleTime: Infinity,
  });
  useCommands('atlas', { find: () => field.current?.focus() });
  const hits = q ? (found.data ?? []) : [];
  const choose = (hit: Hit) => {
    setOpen(false);
    setText('');
    field.current?.blur();
    onFound(hit);
  };
  return (
    <div className="finderbox">
      <label className="visually-hidden" htmlFor="atlas-find">
        {t('atlas.find')}
      </label>
      <Form.Control
        id="atlas-find"
        ref={field}
        type="search"
        className="finder"
        placeholder={t('atlas.findHint')}
        autoComplete="off"
        role="combobox"
        aria-expanded={open && hits.length > 0}
        aria-controls="atlas-hits"
        aria-activedescendant={open && hits[at] ? `hit-${at}` : undefined}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
          setOpen(true);
        }}
        onFocus={() => setOpen(true)}
        onBlur={() => setTimeout(() => setOpen(false), 150)}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault();
            setAt(Math.max(0, Math.min(hits.length - 1, at + (e.key === 'ArrowDown' ? 1 : -1))));
          } else if (e.key === 'Enter' && hits[at]) choose(hits[at]);
          else if (e.key === 'Escape') setOpen(false);
        }}
      />
      {open && q && (
        <ul className="hits" id="atlas-hits" role="listbox">
          {hits.map((h, i) => (
            <li
              key={`${h.kind}${h.id}`}
              id={`hit-${i}`}
              role="option"
              aria-selected={i === at}
              onMouseDown={(e) => {
                e.preventDefault();
                choose(h);
              }}
            >
              <b>{h.name}</b> <span>{h.detail}</span> <i>{t(`atlas.kind.${h.kind}`)}</i>
            </li>
          ))}
          {hits.length === 0 && found.isSuccess && <li className="none">{t('atlas.nothing', { text: q })}</li>}
        </ul>
      )}
    </div>
  );
}
