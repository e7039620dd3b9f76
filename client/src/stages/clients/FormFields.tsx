import { useTranslation } from 'react-i18next';
import type { BodyForm } from '../../api/types';
import { Chart } from '../../chart/Chart';
import { Choice } from '../../ui/fields';

const choices = {
  build: ['slim', 'average', 'broad', 'heavy'],
  chest: ['flat', 'small', 'full'],
  pelvis: ['middle', 'narrow', 'wide'],
} as const;
const words = { build: 'builds', chest: 'chests', pelvis: 'pelves' } as const;
const skins = ['paper', 'pale', 'light', 'olive', 'tan', 'brown', 'dark'] as const;

interface Props {
  clientId: string;
  form: BodyForm;
  onForm: (form: BodyForm) => void;
}

/** How a client is drawn: build, chest, pelvis and skin, with the figure beside the choice. */
export function FormFields({ clientId, form, onForm }: Props) {
  const { t } = useTranslation();
  return (
    <fieldset className="formfields">
      <legend>{t('clients.form')}</legend>
      <div>
        {(Object.keys(choices) as (keyof typeof choices)[]).map((key) => (
          <Choice
            key={key}
            id={`form-${key}`}
            label={t(`clients.${key}`)}
            value={form[key]}
            options={choices[key].map((id) => ({ id, name: t(`clients.${words[key]}.${id}`) }))}
            onChoose={(id) => onForm({ ...form, [key]: id })}
          />
        ))}
        <div className="tones" role="radiogroup" aria-label={t('clients.skin')}>
          {skins.map((skin) => (
            <label key={skin} className={`tone tone-${skin}${form.skin === skin ? ' on' : ''}`}>
              <input
                type="radio"
                name="skin"
                className="visually-hidden"
                checked={form.skin === skin}
                onChange={() => onForm({ ...form, skin })}
              />
              <span className="visually-hidden">{t(`clients.skins.${skin}`)}</span>
            </label>
          ))}
          <span>{t(`clients.skins.${form.skin}`)}</span>
        </div>
        <p className="soft small">{t('clients.formNote')}</p>
      </div>
      <Chart
        wanted={{ position: 'standing', view: 'front', clientId, form }}
        box={{ width: 190, height: 380 }}
        label={t('clients.formFigure')}
      />
    </fieldset>
  );
}
