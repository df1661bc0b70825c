/** A calendar day (2026-11-16) in the reader's own way of writing dates. */
export const dayInWords = (day: string): string =>
  new Intl.DateTimeFormat(undefined, { timeZone: 'UTC', dateStyle: 'medium' }).format(new Date(day));

/** "Wed". */
export const weekdayInWords = (day: string): string =>
  new Intl.DateTimeFormat(undefined, { timeZone: 'UTC', weekday: 'short' }).format(new Date(day));

/** A day without its year: "25 Nov". */
export const dayInShort = (day: string): string =>
  new Date(`${day}T00:00:00Z`).toLocaleDateString(undefined, {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });

/** Day and time of a moment where the instructor works. */
export const momentInWords = (moment: string, timeZone: string): string =>
  new Intl.DateTimeFormat(undefined, { timeZone, dateStyle: 'medium', timeStyle: 'short' }).format(
    new Date(moment),
  );

/** Hours and minutes of a moment, where the reader is. */
export const clockInWords = (moment: Date): string =>
  new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' }).format(moment);
