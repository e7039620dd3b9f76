import { useTranslation } from 'react-i18next';
import { useNavigate } from 'react-router';
import { useChange } from '../../api/useVisit';
import { Frame } from '../../shell/Frame';
import type { StageProps } from '../stage';
import { useState } from 'react';
import { Tabs } from '../../ui/Tabs';
import { BeforeRatings } from './BeforeRatings';
import { Cards } from './Cards';
import { FactSearch } from './FactSearch';
import { FactsKnown } from './FactsKnown';
import { Further } from './Further';
import { Interview } from './Interview';
import { Measured } from './Measured';
import { Phone } from './Phone';
import { Stretches } from './Stretches';
import { Consents } from '../../parts/Consents';
import { LastTime } from '../../parts/LastTime';
import { SavedText } from '../../parts/SavedText';

/** Arrive: who is this, what changed today. Questions that could change today's plan come first. */
export default function Arrive({ visit, words, who, lamps, base }: StageProps) {
  const { t } = useTranslation();
  const navigate = useNavigate();
  const change = useChange(visit.id);
  const [leaf, setLeaf] = useState<'asking' | 'measuring'>('asking');
  const waiting = visit.asking?.door.filter((c) => c.state === 'open') ?? [];
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
        </>
      }
    >
      <div className="headrow">
        <div>
          <h1>{waiting.length === 0 ? t('cards.allAsked') : t('cards.toAsk', { count: waiting.length })}</h1>
        </div>
        <button type="button" className="pill main" onClick={onward}>
          {t('arrive.onward')}
        </button>
      </div>
      <LastTime last={visit.lastTime} />
      <Tabs
        id="arrive"
        label={t('cards.leaves')}
        leaves={[
          { id: 'asking', name: t('cards.asking'), count: waiting.length },
          { id: 'measuring', name: t('cards.measuring') },
        ]}
        at={leaf}
        onGo={setLeaf}
      >
        {leaf === 'asking' ? (
          <>
            <Cards visit={visit} words={words} />
            <Further visit={visit} words={words} />
            <Consents visit={visit} words={words} />
            <section className="complaint">
              <h2>{t('arrive.words')}</h2>
              <SavedText
                id="words"
                rows={2}
                label={t('arrive.wordsLabel')}
                value={visit.words}
                disabled={!visit.may['ask-facts']?.allowed}
                save={(text) => change('put', 'check-in', { words: text })}
              />
              <Interview visit={visit} words={words} />
            </section>
          </>
        ) : (
          <div className="twocol">
            <div>
              <BeforeRatings visit={visit} words={words} />
              <Stretches visit={visit} />
            </div>
            <Measured visit={visit} words={words} />
          </div>
        )}
      </Tabs>
    </Frame>
  );
}
