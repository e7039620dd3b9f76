import { useMutation } from '@tanstack/react-query';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import type { LetterEdits } from '../../api/types';
import { dayOf } from '../../parts/spoken';

/** Makes a link to the page that goes home; the address is told once, and ends by itself. */
export function HomeLink({ visitId, now }: { visitId: string; now: () => LetterEdits }) {
  const { t } = useTranslation();
  const make = useMutation({
    mutationFn: () => ask(http.POST('/api/visits/{visitId}/home-link', { params: { path: { visitId } }, body: now() })),
  });
  const address = make.data && `${window.location.origin}${make.data.path}`;
  return (
    <span className="homelink">
      <button type="button" className="pill" disabled={make.isPending} onClick={() => make.mutate()}>
        {t(address ? 'letter.linkAnew' : 'letter.link')}
      </button>
      {make.error && <span className="plum">{make.error.message}</span>}
      {address && (
        <output>
          <code>{address}</code>{' '}
          <span className="soft small">{t('letter.linkEnds', { date: dayOf(make.data.expires) })}</span>
        </output>
      )}
    </span>
  );
}
