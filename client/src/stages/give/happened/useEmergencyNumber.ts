import { useQuery } from '@tanstack/react-query';
import { ask, http } from '../../../api/http';
import { keptAs } from '../../../api/kept';

/** Whom one calls here. Asked for when Give opens and kept: when it is needed the practice's computer may be out of reach. */
export function useEmergencyNumber() {
  const { data } = useQuery({
    queryKey: keptAs.settings(),
    queryFn: () => ask(http.GET('/api/settings')),
    staleTime: Infinity,
    gcTime: Infinity,
  });
  return data && { number: data.emergencyNumber, own: data.emergencyNumberSet };
}
