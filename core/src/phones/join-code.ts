/** Letters and digits that nobody takes for one another, read or heard. */
const SIGNS = '2345679ACDEFHJKLMNPQRTUVWXYZ';
const HALF = 4;

/** So many signs: two hundred thousand million codes. */
export const JOIN_CODE_LENGTH = 2 * HALF;

/** What a code looks like when it is stored or sent: a regular expression. */
export const JOIN_CODE_PATTERN = `^[${SIGNS}]{${JOIN_CODE_LENGTH}}$`;

/** A new code. @param below a whole number from 0 to below the given one, by chance that nobody can guess. */
export const newJoinCode = (below: (limit: number) => number): string =>
  Array.from({ length: JOIN_CODE_LENGTH }, () => SIGNS[below(SIGNS.length)]).join('');

/** "ABCD EFGH", as it is shown and read out. */
export const showJoinCode = (code: string): string => `${code.slice(0, HALF)} ${code.slice(HALF)}`;

/** A code as it was typed, in any case, with spaces or hyphens; null where it cannot be one. */
export function readJoinCode(typed: string): string | null {
  const code = typed.toUpperCase().replace(/[\s\-–.]/g, '');
  return new RegExp(JOIN_CODE_PATTERN).test(code) ? code : null;
}
