import { useTranslation } from 'react-i18next';
import type { Bookable } from '../../api/types';
import { Choice, TextField } from '../../ui/fields';

/** When, how long, where and with whom: as typed, until it is sent. */
export interface Slot {
  at: string;
  minutesBooked: string;
  room: string;
  practitioner: string;
}

/** The part of a booking that a new visit and a moved one share. */
export function BookingFields(props: {
  name: string;
  slot: Slot;
  people: Bookable[];
  set: (part: Partial<Slot>) => void;
}) {
  const { t } = useTranslation();
  const { name, slot, people, set } = props;
  return (
    <>
      <div className="pairfields">
        <TextField
          id={`${name}-at`}
          label={t('today.at')}
          type="time"
          required
          value={slot.at}
          onText={(at) => set({ at })}
        />
        <TextField
          id={`${name}-minutes`}
          label={t('today.minutes')}
          type="number"
          required
          value={slot.minutesBooked}
          onText={(minutesBooked) => set({ minutesBooked })}
        />
      </div>
      <TextField id={`${name}-room`} label={t('today.room')} value={slot.room} onText={(room) => set({ room })} />
      <Choice
        id={`${name}-who`}
        label={t('today.practitioner')}
        required
        none={t('today.choose')}
        options={people.map((p) => ({ id: p.name, name: p.displayName }))}
        value={slot.practitioner}
        onChoose={(practitioner) => set({ practitioner })}
      />
    </>
  );
}
