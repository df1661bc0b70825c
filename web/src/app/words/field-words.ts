import { inLanguage } from './language';

/** Words of the controls themselves. */
export const fieldWords = inLanguage({
  openCalendar: (name: string) => `Choose ${name} from a calendar`,
  openTimes: (name: string) => `Choose ${name} from a list`,
  noDay: 'This is no day. Type it as 27 Nov 2026 or as 2026-11-27.',
  noTime: 'This is no time. Type it as 6:30 or as 18:00.',
  tooEarly: (day: string) => `Not before ${day}.`,
  tooLate: (day: string) => `Not after ${day}.`,
  cancel: 'Cancel',
  close: 'Close',
  undo: 'Undo',
  removeTag: (tag: string) => `Remove ${tag}`,
});
