import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import type { CourseTerms, Me } from '../../api/types';
import { useVocabulary } from '../../api/useVisit';
import { FlowWays, type Choices } from '../../parts/Ways';
import { ClientChoice } from '../../parts/ClientChoice';
import { Choice } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';
import { BookingFields } from './BookingFields';
import { CourseFields } from './CourseFields';

const empty = {
  clientId: '',
  at: '18:00',
  minutesBooked: '60',
  flow: '',
  room: '',
  practitioner: '',
  choices: {} as Choices,
  course: null as CourseTerms | null,
};

/** Books a visit for a client who is already known. */
export function NewVisit({ date }: { date: string }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const words = useVocabulary();
  const [open, setOpen] = useState(false);
  const [form, setForm] = useState(empty);
  const people = useQuery({
    queryKey: keptAs.practitioners(),
    queryFn: () => ask(http.GET('/api/practitioners')),
    enabled: open,
  });
  if (!open) {
    return (
      <button type="button" className="pill mt-4" onClick={() => setOpen(true)}>
        {t('today.book')}
      </button>
    );
  }
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const me = cache.getQueryData<Me>(keptAs.me())?.name;
  const practitioner = form.practitioner || (people.data?.find((p) => p.name === me)?.name ?? '');
  const send = async () => {
    const body = { ...form, practitioner, at: `${form.at}:00`, minutesBooked: Number(form.minutesBooked), date };
    await ask(http.POST('/api/visits', { body }));
    setOpen(false);
    setForm(empty);
    await renew(cache, 'today');
  };
  return (
    <SendForm className="bookform mt-4" send={send} action={t('today.bookNow')}>
      <h2>{t('today.book')}</h2>
      <ClientChoice
        id="book-client"
        label={t('today.client')}
        required
        none={t('today.choose')}
        value={form.clientId}
        onChoose={(clientId) => set({ clientId })}
      />
      <Choice
        id="book-flow"
        label={t('today.flow')}
        required
        none={t('today.choose')}
        options={words.data?.flows ?? []}
        value={form.flow}
        onChoose={(flow) => set({ flow, choices: {} })}
      />
      <FlowWays
        flow={form.flow || undefined}
        name="book-way"
        choices={form.choices}
        onChoices={(choices) => set({ choices })}
      />
      <BookingFields name="book" slot={{ ...form, practitioner }} people={people.data ?? []} set={set} />
      {words.data && <CourseFields words={words.data} course={form.course} set={(course) => set({ course })} />}
    </SendForm>
  );
}
