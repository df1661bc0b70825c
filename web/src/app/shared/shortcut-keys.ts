/** Every key of the application, by where it works and what it does; a press answers to any of the keys of an entry. */
export const SHORTCUT_KEYS = {
  everywhere: { search: ['/', 'Ctrl+k'], list: ['?'], signs: ['s'], close: ['Escape'] },
  bench: {
    back: ['ArrowLeft'],
    on: ['ArrowRight'],
    first: ['Home'],
    last: ['End'],
    more: ['ArrowUp', '+'],
    less: ['ArrowDown', '-'],
    menu: ['Enter'],
    side: ['x'],
    drop: ['Delete'],
    copy: ['Ctrl+c'],
    paste: ['Ctrl+v'],
    undo: ['Ctrl+z'],
    redo: ['Ctrl+Shift+z'],
  },
  capacity: { tap: ['Space', 'Enter'] },
  ready: { start: ['Space'] },
  lead: {
    pause: ['Space', 'p'],
    breath: ['u'],
    tap: ['t', 'Enter'],
    ease: ['e'],
    oneMore: ['n'],
    finish: ['f'],
    more: ['m'],
    halve: ['h'],
    dropHold: ['d'],
    simpler: ['i'],
    watch: ['w'],
    repeat: ['r'],
    toEnd: ['a'],
    sameEnd: ['g'],
    plan: ['b'],
    longer: ['l'],
    // Far from the keys that are pressed most: it cannot be taken back.
    rest: ['k'],
    voice: ['v'],
    stop: ['Escape'],
  },
  classLead: {
    pause: ['Space', 'p'],
    ease: ['e'],
    halve: ['h'],
    dropHold: ['d'],
    watch: ['w'],
    stopLane: ['x'],
    meet: ['m'],
    oneMore: ['n'],
    finish: ['f'],
    stop: ['Escape'],
  },
  howIsItNow: { easy: ['1'], someEffort: ['2'], tooMuch: ['3'] },
} as const satisfies Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;

export type ShortcutPlace = keyof typeof SHORTCUT_KEYS;
export type ShortcutIn<P extends ShortcutPlace> = keyof (typeof SHORTCUT_KEYS)[P] & string;

/** What was pressed, as the keys are written above: Ctrl also for the command key, Shift only together with it. */
function pressed({ key, ctrlKey, metaKey, shiftKey, altKey }: KeyboardEvent): string | null {
  if (altKey) return null;
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toLowerCase() : key;
  return ctrlKey || metaKey ? `Ctrl+${shiftKey ? 'Shift+' : ''}${name}` : name;
}

/** Which shortcut of a place a press is; null where it is none. */
export function shortcutOf<P extends ShortcutPlace>(place: P, event: KeyboardEvent): ShortcutIn<P> | null {
  const key = pressed(event);
  const all = Object.entries(SHORTCUT_KEYS[place]) as [ShortcutIn<P>, readonly string[]][];
  return all.find(([, keys]) => key !== null && keys.includes(key))?.[0] ?? null;
}

const SIGNS: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
  Escape: 'Esc',
  Space: 'space',
  '-': '−',
};

/** A key as it is shown: "Ctrl Z", "←", "space". */
export const keyLabel = (key: string): string =>
  key
    .split(/(?<=.)\+/)
    .map((part) => SIGNS[part] ?? (part.length === 1 ? part.toUpperCase() : part))
    .join(' ');
