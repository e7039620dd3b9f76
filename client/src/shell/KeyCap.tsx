import { cap, isCharacter, keysOf, type CommandOf, type Place } from './commands';
import { useSingleKeys } from './keys';

/** The cap of a key, where the key does something. */
export function KeyCap({ of }: { of: string }) {
  const single = useSingleKeys();
  return isCharacter(of) && !single ? null : <kbd>{cap(of)}</kbd>;
}

/** The cap of a command's first key, to stand on its button. */
export const CommandCap = <P extends Place>({ in: place, of }: { in: P; of: CommandOf<P> }) => (
  <KeyCap of={keysOf(place, of)[0]!} />
);
