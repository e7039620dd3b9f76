import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useTranslation } from 'react-i18next';
import { ask, http } from '../../api/http';
import { keptAs, renew } from '../../api/kept';
import type { Booking } from '../../api/types';
import { TextField } from '../../ui/fields';
import { SendForm } from '../../ui/SendForm';
import { BookingFields } from './BookingFields';

/** A visit in the diary: moved, given to somebody else, or cancelled with a reason. */
export function BookingForm({ visitId, done }: { visitId: string; done: () => void }) {
  const booking = useQuery({
    queryKey: keptAs.booking(visitId),
    queryFn: () => ask(http.GET('/api/bookings/{visitId}', { params: { path: { visitId } } })),
    refetchOnMount: 'always',
  });
  return booking.data ? <Form key={booking.data.version} booking={booking.data} done={done} /> : null;
}

function Form({ booking, done }: { booking: Booking; done: () => void }) {
  const { t } = useTranslation();
  const cache = useQueryClient();
  const people = useQuery({ queryKey: keptAs.practitioners(), queryFn: () => ask(http.GET('/api/practitioners')) });
  const [form, setForm] = useState({
    date: booking.date,
    at: booking.at.slice(0, 5),
    minutesBooked: String(booking.minutesBooked),
    room: booking.room,
    practitioner: booking.practitioner,
  });
  const [reason, setReason] = useState('');
  const set = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const path = { path: { visitId: booking.id } };
  const over = async () => {
    await renew(cache, 'today', 'booking', 'visit', 'client');
    done();
  };
  const move = async () => {
    const body = { ...form, version: booking.version, at: `${form.at}:00`, minutesBooked: Number(form.minutesBooked) };
    await ask(http.PUT('/api/bookings/{visitId}', { params: path, body }));
    await over();
  };
  const cancel = async () => {
    await ask(
      http.POST('/api/bookings/{visitId}/cancel', { params: path, body: { version: booking.version, reason } }),
    );
    await over();
  };
  return (
    <section className="booking mb-4">
      <h2>{t('booking.title', { client: booking.clientName })}</h2>
      {!booking.mayMove.allowed && <p className="soft">{booking.mayMove.why}</p>}
      {booking.mayMove.allowed && (
        <SendForm className="bookform" send={move} action={t('booking.move')} main>
          <TextField
            id="move-date"
            label={t('booking.date')}
            type="date"
            required
            value={form.date}
            onText={(date) => set({ date })}
          />
          <BookingFields name="move" slot={form} people={people.data ?? []} set={set} />
        </SendForm>
      )}
      {booking.mayCancel.allowed && (
        <SendForm className="bookform" send={cancel} action={t('booking.cancel')}>
          <TextField id="cancel-why" label={t('booking.why')} required value={reason} onText={setReason} />
        </SendForm>
      )}
      <button type="button" className="pill quiet" onClick={done}>
        {t('booking.close')}
      </button>
    </section>
  );
}
