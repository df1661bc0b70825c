/** Fewest characters of a password. */
export const SHORTEST_PASSWORD = 10;

/** How long ago today may have been asked, in milliseconds: what waited longer counts as asked then. */
export const LONGEST_WAIT = 366 * 86_400_000;

/** By what the Ledger is put in order. */
export const LEDGER_SORTS = ['day', 'student', 'effort', 'led'] as const;
export type LedgerSort = (typeof LEDGER_SORTS)[number];

/** Rows on a page of the Ledger. */
export const LEDGER_SIZES = [25, 50, 100] as const;

/** People who are led at once. */
export const MOST_IN_CLASS = 40;

/** Sittings that are put on record in one go. */
export const MOST_LOGGED = 50;
