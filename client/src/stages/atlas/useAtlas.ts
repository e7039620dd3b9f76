import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { ask, http } from '../../api/http';
import { keptAs } from '../../api/kept';

/** Everything the atlas shows stands in the address: a place can be kept, sent and gone back to. */
export interface AtlasAt {
  mode: 'body' | 'feet' | 'learn';
  point?: string;
  region?: string;
  sen?: string;
  area?: string;
  /** Another point that the chosen one is compared with. */
  against?: string;
  position: string;
  view: string;
  /** Whether the view stands in the address; otherwise it is the position's usual one. */
  viewChosen: boolean;
  bent: 'left' | 'right';
  side: 'left' | 'right' | 'both';
  client?: string;
  channels: string[];
  landmarks: boolean;
  noPressure: boolean;
  hara: boolean;
}

export function useAtlasAt(allChannels: string[]) {
  const [params, setParams] = useSearchParams();
  const word = <T extends string>(key: string, fallback: T) => (params.get(key) as T | null) ?? fallback;
  const at: AtlasAt = {
    mode: word('mode', 'body'),
    point: params.get('point') ?? undefined,
    region: params.get('region') ?? undefined,
    sen: params.get('sen') ?? undefined,
    area: params.get('area') ?? undefined,
    against: params.get('with') ?? undefined,
    position: word('position', 'standing'),
    view: word('view', 'front'),
    viewChosen: params.has('view'),
    bent: word('bent', 'left'),
    side: word('side', 'both'),
    client: params.get('client') ?? undefined,
    channels: params.has('channels') ? params.get('channels')!.split(',').filter(Boolean) : allChannels,
    landmarks: params.get('landmarks') === '1',
    noPressure: params.get('no-pressure') === '1',
    hara: params.get('hara') === '1',
  };
  /** Changes parts of the address; an empty value takes the part out. */
  const go = (change: Record<string, string | undefined>) =>
    setParams(
      (old) => {
        for (const [key, value] of Object.entries(change)) {
          if (value === undefined) old.delete(key);
          else old.set(key, value);
        }
        return old;
      },
      { replace: true },
    );
  return { at, go };
}

export const useAtlasIndex = () =>
  useQuery({ queryKey: keptAs.atlas(), queryFn: () => ask(http.GET('/api/atlas')), staleTime: Infinity });
