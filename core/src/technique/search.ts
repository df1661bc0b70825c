import type { Naming, Technique } from './technique.js';
import { techniqueOf, type TechniqueId } from './catalogue/index.js';

export const techniqueName = (id: TechniqueId, naming: Naming): string => techniqueOf(id).names[naming];

/** What stands beside the name in smaller type: the Latin name beside the English one, and the other way round. */
export const nameBeside = ({ names }: Pick<Technique, 'names'>, naming: Naming): string =>
  naming === 'english' ? names.plain : names.english;

/**
 * A spelling brought to one form, so that common transliterations meet: marks dropped, sh/s, v/w, ee/i, aa/a, ch/c,
 * doubled letters, and a final a left out.
 */
export function foldSpelling(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .split(' ')
    .map(foldWord)
    .join('');
}

const foldWord = (word: string): string =>
  word
    .replace(/w/g, 'v')
    .replace(/ee/g, 'i')
    .replace(/oo/g, 'u')
    .replace(/([bcdgjkpst])h/g, '$1')
    .replace(/(.)\1+/g, '$1')
    .replace(/(?<=..)a$/, '');

/** Whether a technique answers to what was typed, in any of its names and spellings. */
export function answersTo(technique: Pick<Technique, 'names' | 'aliases'>, typed: string): boolean {
  const wanted = foldSpelling(typed);
  return [...Object.values(technique.names), ...technique.aliases].some((name) =>
    foldSpelling(name).includes(wanted),
  );
}
