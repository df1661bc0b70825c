/** Words of one place of the interface: sentences, or functions that put values into one. Groups may hold groups. */
export type Words = {
  readonly [key: string]: string | readonly string[] | Words | ((...values: never[]) => string);
};

/** Where the chosen language is kept in this browser; `pseudo` is for finding text that is in no table. */
const KEY = 'nuvrah.language';

const chosen = ((): string | null => {
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
})();

const ACCENTS: Readonly<Record<string, string>> = {
  ...{ a: 'à', e: 'è', i: 'ì', o: 'ò', u: 'ù', y: 'ÿ', c: 'ç', n: 'ñ' },
  ...{ A: 'À', E: 'È', I: 'Ì', O: 'Ò', U: 'Ù' },
};

/** Accented and a third longer: what is not so on the page is in no table of words. */
export function pseudo(text: string): string {
  const accented = text.replace(/[a-zA-Z]/g, (letter) => ACCENTS[letter] ?? letter);
  return `⟦${accented}${'~'.repeat(Math.ceil(text.length / 3))}⟧`;
}

function spoken<T>(word: T): T {
  if (typeof word === 'string') return pseudo(word) as T;
  if (typeof word === 'function')
    return ((...values: unknown[]) =>
      pseudo(String((word as (...all: unknown[]) => unknown)(...values)))) as T;
  if (Array.isArray(word)) return word.map(spoken) as T;
  return Object.fromEntries(Object.entries(word as object).map(([key, inner]) => [key, spoken(inner)])) as T;
}

/** A table of words as it is shown: in English, or in the pseudo-language made from it. */
export const inLanguage = <T extends Words>(words: T): T => (chosen === 'pseudo' ? spoken(words) : words);

const PLURALS = new Intl.PluralRules('en');

/** "1 sitting", "7 sittings". */
export const plural = (count: number, one: string, other: string): string =>
  `${NUMBERS.format(count)} ${PLURALS.select(count) === 'one' ? one : other}`;

const NUMBERS = new Intl.NumberFormat(undefined, { useGrouping: true });
