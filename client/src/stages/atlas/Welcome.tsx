import { useTranslation } from 'react-i18next';
import { known } from '../../api/named';
import type { AtlasIndex, Vocabulary } from '../../api/types';
import { sourceLine } from '../../parts/spoken';

interface Props {
  index: AtlasIndex;
  words: Vocabulary;
  region?: string;
  sen?: string;
  onChannel: (id: string) => void;
}

/** Beside the body when no point is chosen: the place or line that is, or how to begin. */
export function Welcome({ index, words, region, sen, onChannel }: Props) {
  const { t } = useTranslation();
  const place = known(words.regions, region);
  const line = index.sen.find((s) => s.id === sen);
  return (
    <section className="welcome">
      {place && (
        <>
          <h2>{place.name}</h2>
          {place.noPressure && <p className="plum">{place.noPressure}</p>}
          {place.tissue && <p className="serif">{place.tissue}</p>}
          {place.vulnerable && <p>{t('atlas.vulnerable')}</p>}
          <p className="soft small">{sourceLine(place.source)}</p>
        </>
      )}
      {line && (
        <>
          <h2>Sen {line.name}</h2>
          <p className="serif">{line.course}</p>
          <p className="soft">{t('atlas.alsoSpelt', { names: line.spellings.join(', ') })}</p>
          <p className="soft small">{t('atlas.senDiffer')}</p>
        </>
      )}
      {!place && !line && (
        <>
          <h2>{t('atlas.welcome')}</h2>
          <p className="soft">{t('atlas.welcomeHow')}</p>
        </>
      )}
      <ul className="channellist">
        {index.channels.map((c) => (
          <li key={c.id}>
            <button type="button" onClick={() => onChannel(c.id)}>
              <b>{c.code}</b>
              <span>
                {c.name}
                <i className="soft">
                  {[c.phase ?? c.polarity, c.runs, t('atlas.points', { count: c.points })].join(' · ')}
                </i>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
