import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { useChange } from '../../api/useVisit';
import { Frame } from '../../shell/Frame';
import type { StageProps } from '../stage';
import { BeforeRatings } from './BeforeRatings';
import { FactSearch } from './FactSearch';
import { FactsKnown } from './FactsKnown';
import { Interview } from './Interview';
import { Measured } from './Measured';
import { Phone } from './Phone';
import { Stretches } from './Stretches';
import { Questions } from './Questions';
import { SavedText } from '../../parts/SavedText';

/** Arrive: who is this, what changed today. Questions that could change today's plan come first. */
export default function Arrive({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const change = useChange(visit.id);
  const open = visit.missing.length;
  const onward = () => {
    if (visit.may.screened?.allowed) void change('post', 'arrived', {});
    void navigate(`${base}/screen`);
  };
  return (
    <Frame
      who={who}
      lamps={lamps}
      side={
        <>
          <h2>{t('arrive.known')}</h2>
          <FactSearch visit={visit} />
          <Phone visit={visit} />
          <FactsKnown visit={visit} words={words} />
          <Measured visit={visit} words={words} />
        </>
      }
    >
      <div className="headrow">
        <div>
          <h1>{open === 0 ? t('arrive.allAsked') : t('arrive.open', { count: open })}</h1>
          <p className="soft mt-1">
            {open === 0 ? t('arrive.allAskedWhy') : t('arrive.openWhy', { plan: visit.plan.name })}
          </p>
        </div>
        <button type="button" className="pill main" onClick={onward}>
          {t('arrive.onward')}
        </button>
      </div>
      <Questions visit={visit} words={words} />
      <div className="twocol">
        <section>
          <h2>{t('arrive.words')}</h2>
          <SavedText
            id="words"
            label={t('arrive.wordsLabel')}
            value={visit.words}
            disabled={!visit.may['ask-facts']?.allowed}
            save={(text) => change('put', 'check-in', { words: text })}
          />
          <Interview visit={visit} words={words} />
        </section>
        <div>
          <BeforeRatings visit={visit} words={words} />
          <Stretches visit={visit} />
        </div>
      </div>
    </Frame>
  );
}
