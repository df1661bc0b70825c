import { policyWords } from '../words/index.js';
/** Letters that a reason has at the least, whatever its words. */
const FEWEST_LETTERS = 4;
const FEWEST_WORDS = 2;

const lettersOf = (text: string): number => (text.match(/\p{L}/gu) ?? []).length;

/** Words of a text; languages that are written without spaces too. */
function wordsOf(text: string): number {
  const segments = new Intl.Segmenter(undefined, { granularity: 'word' }).segment(text);
  return [...segments].filter(({ isWordLike, segment }) => isWordLike && lettersOf(segment) > 0).length;
}

/** Whether a reason for an overruling, or for taking something back, says something: at least two words. Domain 9. */
export const isReason = (text: string): boolean =>
  wordsOf(text) >= FEWEST_WORDS && lettersOf(text) >= FEWEST_LETTERS;

/** Whether the name of a person says something: a letter or a dash is none. */
export const isPersonName = (text: string): boolean => lettersOf(text) >= 2;

/** What to do about a reason that says nothing. */
export const REASON_WANTED = policyWords.reasons.reasonWanted;
/** What to do about a name that says nothing. */
export const NAME_WANTED = policyWords.reasons.nameWanted;
