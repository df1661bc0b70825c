import { keysOf } from '@nuvrah/core';
import { shortcutWords } from '../words/shortcut-words';
import { keyLabel, SHORTCUT_KEYS, shortcutOf, type ShortcutPlace } from './shortcut-keys';

const press = (key: string, more: KeyboardEventInit = {}): KeyboardEvent =>
  new KeyboardEvent('keydown', { key, ...more });

describe('the keys', () => {
  const rows: readonly (readonly [ShortcutPlace, KeyboardEvent, string | null])[] = [
    ['everywhere', press('?', { shiftKey: true }), 'list'],
    ['everywhere', press('S', { shiftKey: true }), 'signs'],
    ['everywhere', press('k', { ctrlKey: true }), 'search'],
    ['everywhere', press('K', { metaKey: true }), 'search'],
    ['everywhere', press('k'), null],
    ['everywhere', press('s', { ctrlKey: true }), null],
    ['everywhere', press('s', { altKey: true }), null],
    ['bench', press('z', { ctrlKey: true }), 'undo'],
    ['bench', press('Z', { ctrlKey: true, shiftKey: true }), 'redo'],
    ['bench', press('z'), null],
    ['bench', press('ArrowUp', { shiftKey: true }), 'more'],
    ['lead', press(' '), 'pause'],
    ['lead', press('Enter'), 'tap'],
    ['lead', press('E'), 'ease'],
    ['ready', press(' '), 'start'],
  ];
  for (const [place, event, name] of rows)
    it(`${event.ctrlKey ? 'Ctrl ' : ''}${event.key} is ${name ?? 'nothing'} (${place})`, () =>
      expect(shortcutOf<ShortcutPlace>(place, event)).toBe(name as never));

  it('each have words in the list, and none is two things in one place', () => {
    for (const place of keysOf(SHORTCUT_KEYS)) {
      const keys = Object.values<readonly string[]>(SHORTCUT_KEYS[place]).flat();
      expect(new Set(keys).size).withContext(place).toBe(keys.length);
      for (const name of Object.keys(SHORTCUT_KEYS[place]))
        expect((shortcutWords[place] as Record<string, string>)[name])
          .withContext(name)
          .toBeTruthy();
    }
  });

  it('are shown as they stand on a keyboard', () =>
    expect(['Ctrl+Shift+z', 'ArrowLeft', 'Space', '+', '-', '?'].map(keyLabel)).toEqual([
      'Ctrl Shift Z',
      '←',
      'space',
      '+',
      '−',
      '?',
    ]));
});
