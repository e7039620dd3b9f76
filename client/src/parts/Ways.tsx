import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { ask, http } from '../api/http';
import { keptAs } from '../api/kept';
import type { LibraryFlow } from '../api/types';
import { Choice } from '../ui/fields';

/** Options of a flow's variants, by the variant. */
export type Choices = Record<string, string>;

/** A flow as it is with some choices, fitted to minutes where they are said; nothing is asked for no flow. */
export function useFlow(kind: string, id: string | undefined, minutes: string, choices: Choices) {
  const said = Object.entries(choices)
    .map(([k, v]) => `${k}:${v}`)
    .join(',');
  return useQuery({
    queryKey: keptAs.flow(kind, id ?? '', minutes, choices),
    queryFn: () =>
      ask(
        http.GET('/api/library/{kind}/{id}', {
          params: {
            path: { kind, id: id! },
            query: { minutes: minutes ? Number(minutes) : undefined, choices: said || undefined },
          },
        }),
      ),
    enabled: !!id,
    placeholderData: keepPreviousData,
  });
}

interface Props {
  variants: LibraryFlow['variants'];
  name: string;
  choices: Choices;
  onChoices: (choices: Choices) => void;
}

/** The ways a flow can be given, each with its options. */
export function Ways({ variants, name, choices, onChoices }: Props) {
  return variants.map((v) => (
    <div key={v.id} className="variant">
      <Choice
        id={`${name}-${v.id}`}
        label={v.name}
        value={v.chosen}
        options={v.options}
        onChoose={(option) => onChoices({ ...choices, [v.id]: option })}
      />
    </div>
  ));
}

/** The ways of a flow that is chosen by its id; nothing for one that can be given in one way only. */
export function FlowWays({ flow, ...rest }: Omit<Props, 'variants'> & { flow: string | undefined }) {
  const found = useFlow('flow', flow, '', rest.choices);
  return flow && found.data?.card.id === flow ? <Ways {...rest} variants={found.data.variants} /> : null;
}
