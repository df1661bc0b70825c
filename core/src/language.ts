/** What is put into a sentence. */
export type Value = string | number;

/** Words of one place: sentences, or functions that put values into one. Groups may hold groups. */
export type Words = {
  readonly [key: string]: string | readonly string[] | Words | ((...values: never[]) => string);
};

/** What the application chose before these tables are read; `pseudo` is for finding text that is in no table. */
const chosen = (globalThis as { nuvrahLanguage?: string }).nuvrahLanguage ?? '';

/** The language that was chosen, to be handed on to where else tables are read; empty where none was. */
export const languageChosen = (): string => chosen;

const ACCENTS: Readonly<Record<string, string>> = {
  ...{ a: 'à', e: 'è', i: 'ì', o: 'ò', u: 'ù', y: 'ÿ', c: 'ç', n: 'ñ' },
  ...{ A: 'À', E: 'È', I: 'Ì', O: 'Ò', U: 'Ù' },
};

/** Accented, and every word a third longer: what is not so on the page is in no table of words. */
export function pseudo(text: string): string {
  if (!/[A-Za-z]/.test(text)) return text;
  // What was put into the sentence is in brackets already.
  const parts = text.split(/(⟦.*⟧)/s);
  const said = parts.map((part, index) => (index % 2 === 1 ? part : part.replace(/[A-Za-z]+/g, longer)));
  return `⟦${said.join('')}⟧`;
}

const longer = (word: string): string =>
  word.replace(/[A-Za-z]/g, (letter) => ACCENTS[letter] ?? letter) + '~'.repeat(Math.ceil(word.length / 3));

function spoken<T>(word: T): T {
  if (typeof word === 'string') return pseudo(word) as T;
  if (typeof word === 'function')
    return ((...values: unknown[]) =>
      pseudo(String((word as (...all: unknown[]) => unknown)(...values)))) as T;
  if (Array.isArray(word)) return word.map(spoken) as T;
  return Object.fromEntries(Object.entries(word as object).map(([key, inner]) => [key, spoken(inner)])) as T;
}

/** A table of words as it is shown: in English, or in the pseudo-language made from it. */
/* @__NO_SIDE_EFFECTS__ */
export function inLanguage<T extends Words>(words: T): T {
  return chosen === 'pseudo' ? spoken(words) : words;
}

/**
 * Data of which some fields are read by people, as they are shown; ids and codes stay as they are.
 * @param shown names of the fields that hold words, at any depth
 */
/* @__NO_SIDE_EFFECTS__ */
export function textsInLanguage<T>(data: T, ...shown: readonly string[]): T {
  return chosen === 'pseudo' ? (spokenIn(data, shown) as T) : data;
}

function spokenIn(data: unknown, shown: readonly string[]): unknown {
  if (Array.isArray(data)) return data.map((one) => spokenIn(one, shown));
  if (typeof data !== 'object' || data === null) return data;
  return Object.fromEntries(
    Object.entries(data).map(([key, inner]) => [
      key,
      // What a row lacks is said in no language.
      shown.includes(key) && inner !== null ? spoken(inner as unknown) : spokenIn(inner, shown),
    ]),
  );
}

let counting: { numbers: Intl.NumberFormat; plurals: Intl.PluralRules } | null = null;

/** Made when first needed, or at a quiet moment before: the first format of numbers costs a browser 30 ms. */
export const forCounts = (): NonNullable<typeof counting> =>
  (counting ??= {
    numbers: new Intl.NumberFormat(undefined, { useGrouping: true }),
    plurals: new Intl.PluralRules('en'),
  });

/** "1 sitting", "7 sittings". */
export function plural(count: number, one: string, other: string): string {
  const { numbers, plurals } = forCounts();
  return `${numbers.format(count)} ${plurals.select(count) === 'one' ? one : other}`;
}
