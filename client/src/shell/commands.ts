/**
 * Every key of the product: what it does and where it holds. Handlers, the caps drawn on buttons and the list under "?" come from here.
 * A key is written as the browser names it, with `Shift+` or `Alt+` before it; letters are small.
 */
export const commands = {
  everywhere: {
    arrive: { keys: ['1'], says: 'stages' },
    screen: { keys: ['2'], says: 'stages' },
    plan: { keys: ['3'], says: 'stages' },
    give: { keys: ['4'], says: 'stages' },
    reflect: { keys: ['5'], says: 'stages' },
    help: { keys: ['?'], says: 'help' },
  },
  arrive: {
    yes: { keys: ['y'], says: 'yes' },
    no: { keys: ['n'], says: 'no' },
  },
  plan: {
    before: { keys: ['ArrowUp'], says: 'choose' },
    after: { keys: ['ArrowDown'], says: 'choose' },
    moveUp: { keys: ['Alt+ArrowUp'], says: 'move' },
    moveDown: { keys: ['Alt+ArrowDown'], says: 'move' },
    moreUp: { keys: ['Shift+ArrowUp'], says: 'several' },
    moreDown: { keys: ['Shift+ArrowDown'], says: 'several' },
    more: { keys: ['+', '='], says: 'repeats' },
    fewer: { keys: ['-'], says: 'repeats' },
    lighter: { keys: ['['], says: 'level' },
    deeper: { keys: [']'], says: 'level' },
    leaveOut: { keys: ['Delete'], says: 'leaveOut' },
    fit: { keys: ['f'], says: 'fit' },
    undo: { keys: ['u'], says: 'undo' },
    redo: { keys: ['Shift+u'], says: 'undo' },
    add: { keys: ['a'], says: 'add' },
    mirror: { keys: ['m'], says: 'mirror' },
    pin: { keys: ['p'], says: 'pin' },
    weight: { keys: ['w'], says: 'weight' },
  },
  give: {
    forward: { keys: [' ', 'PageDown'], says: 'forward' },
    back: { keys: ['PageUp'], says: 'back' },
    pause: { keys: ['p'], says: 'pause' },
    again: { keys: ['a'], says: 'again' },
    placeAgain: { keys: ['Shift+a'], says: 'placeAgain' },
    stay: { keys: ['h'], says: 'stay' },
    lighter: { keys: ['['], says: 'level' },
    deeper: { keys: [']'], says: 'level' },
    breath: { keys: ['v'], says: 'breath' },
  },
  bench: {
    deeper: { keys: ['ArrowDown'], says: 'force' },
    lighter: { keys: ['ArrowUp'], says: 'force' },
    left: { keys: ['ArrowLeft'], says: 'shift' },
    right: { keys: ['ArrowRight'], says: 'shift' },
    letGo: { keys: [' '], says: 'letGo' },
  },
  atlas: {
    find: { keys: ['/'], says: 'find' },
  },
} as const;

export type Place = keyof typeof commands;
export type CommandOf<P extends Place> = Extract<keyof (typeof commands)[P], string>;

interface Command {
  keys: readonly string[];
  says: string;
}

const at = (place: Place) => commands[place] as Record<string, Command>;

/** The keys of a command. */
export const keysOf = <P extends Place>(place: P, command: CommandOf<P>): readonly string[] => at(place)[command]!.keys;

/** Which command of a place a key is, if any. */
export const commandOf = <P extends Place>(place: P, key: string) =>
  Object.keys(at(place)).find((c) => at(place)[c]!.keys.includes(key)) as CommandOf<P> | undefined;

/** The lines of the list: what is done, with all keys that do it. */
export function linesOf(place: Place) {
  const lines = new Map<string, string[]>();
  for (const { keys, says } of Object.values(at(place))) lines.set(says, [...(lines.get(says) ?? []), ...keys]);
  return [...lines].map(([says, keys]) => ({ says, keys }));
}

/** How a pressed key is written here. Shift counts where it does not make the character. */
export function written(e: Pick<KeyboardEvent, 'key' | 'altKey' | 'shiftKey'>) {
  const letter = /^\p{L}$/u.test(e.key);
  const shift = e.shiftKey && (letter || e.key.length > 1);
  return `${e.altKey ? 'Alt+' : ''}${shift ? 'Shift+' : ''}${letter ? e.key.toLowerCase() : e.key}`;
}

/** A single character that speech input or an elbow may send unmeant; these can be switched off. */
export const isCharacter = (key: string) => /^(Shift\+)?[^\s]$/u.test(key);

const caps: Record<string, string> = {
  ' ': 'space',
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  PageUp: 'PgUp',
  PageDown: 'PgDn',
  '-': '−',
};

/** A key as it stands on its cap: "Alt ↑", "Shift U", "space". */
export const cap = (key: string) =>
  key
    .split(/(?<=\w)\+/)
    .map((part) => caps[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join(' ');
