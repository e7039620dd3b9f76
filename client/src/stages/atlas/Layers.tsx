import Form from 'react-bootstrap/Form';
import { useTranslation } from 'react-i18next';
import type { AtlasIndex, Vocabulary } from '../../api/types';
import { viewName } from '../../parts/spoken';
import type { AtlasAt } from './useAtlas';

interface Props {
  index: AtlasIndex;
  words: Vocabulary;
  at: AtlasAt;
  go: (change: Record<string, string | undefined>) => void;
}

/** What is shown and from where. */
export function Layers({ index, words, at, go }: Props) {
  const { t } = useTranslation();
  const all = index.channels.map((c) => c.id);
  const toggle = (id: string) => {
    const now =
      at.channels.length === all.length
        ? [id]
        : at.channels.includes(id)
          ? at.channels.filter((c) => c !== id)
          : [...at.channels, id];
    go({ channels: now.join(',') });
  };
  return (
    <div className="layers">
      <label htmlFor="atlas-position">{t('atlas.position')}</label>
      <Form.Select
        id="atlas-position"
        value={at.position}
        onChange={(e) => go({ position: e.target.value, view: undefined })}
      >
        <option value="standing">{t('atlas.standing')}</option>
        {words.positions.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Form.Select>
      {words.defaults.oneSided.includes(at.position) && (
        <Form.Select
          aria-label={t('atlas.bent')}
          className="mt-1"
          value={at.bent}
          onChange={(e) => go({ bent: e.target.value })}
        >
          <option value="left">{t('atlas.bentLeft')}</option>
          <option value="right">{t('atlas.bentRight')}</option>
        </Form.Select>
      )}
      <label htmlFor="atlas-view">{t('atlas.view')}</label>
      <ViewSelect
        id="atlas-view"
        index={index}
        value={at.position !== 'standing' && !at.viewChosen ? '' : at.view}
        usual={at.position !== 'standing'}
        onChange={(v) => go({ view: v || undefined })}
      />
      <fieldset>
        <legend>
          {t('atlas.channels')}{' '}
          <button type="button" className="textbutton" onClick={() => go({ channels: undefined })}>
            {t('atlas.all')}
          </button>{' '}
          <button type="button" className="textbutton" onClick={() => go({ channels: '' })}>
            {t('atlas.none')}
          </button>
        </legend>
        <div className="chips">
          {index.channels.map((c) => (
            <button
              key={c.id}
              type="button"
              className="chip"
              aria-pressed={at.channels.includes(c.id)}
              title={`${c.name}, ${c.runs}`}
              onClick={() => toggle(c.id)}
            >
              {c.code}
            </button>
          ))}
        </div>
      </fieldset>
      <label htmlFor="atlas-sen">{t('atlas.sen')}</label>
      <Form.Select
        id="atlas-sen"
        value={at.sen ?? ''}
        onChange={(e) => go({ sen: e.target.value || undefined, ...(e.target.value && { channels: '' }) })}
      >
        <option value="">{t('atlas.none')}</option>
        {[...new Set(index.sen.map((s) => s.set))].map((set) => (
          <optgroup key={set} label={t(`atlas.senSet.${set}`)}>
            {index.sen
              .filter((s) => s.set === set)
              .map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
          </optgroup>
        ))}
      </Form.Select>
      {(['landmarks', 'noPressure', 'hara'] as const).map((layer) => (
        <label key={layer} className="tick">
          <input
            type="checkbox"
            checked={at[layer]}
            onChange={(e) =>
              go({ [layer === 'noPressure' ? 'no-pressure' : layer]: e.target.checked ? '1' : undefined })
            }
          />{' '}
          {t(`atlas.layer.${layer}`)}
        </label>
      ))}
    </div>
  );
}

interface Seen {
  id: string;
  index: AtlasIndex;
  value: string;
  /** Whether a position's own usual view can be chosen. */
  usual?: boolean;
  onChange: (view: string) => void;
}

/** From where the body is seen. */
export function ViewSelect({ id, index, value, usual, onChange }: Seen) {
  const { t } = useTranslation();
  return (
    <Form.Select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
      {usual && <option value="">{t('atlas.usualView')}</option>}
      <optgroup label={t('atlas.wholeBody')}>
        {index.wholeViews.map((v) => (
          <option key={v} value={v}>
            {t(`view.${v}`)}
          </option>
        ))}
      </optgroup>
      <optgroup label={t('atlas.closeUps')}>
        {index.closeUps.map((v) => (
          <option key={v} value={v}>
            {viewName(v, t)}
          </option>
        ))}
      </optgroup>
    </Form.Select>
  );
}
