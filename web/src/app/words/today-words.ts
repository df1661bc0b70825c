import { inLanguage, plural } from '@nuvrah/core';

/** Words of Today. */
export const todayWords = inLanguage({
  title: 'Today',
  sun: (rise: string, set: string) => `sunrise ${rise} · sunset ${set}`,
  add: 'New',
  newStudent: 'New student',
  newSession: 'New session',
  day: {
    title: 'The day',
    summary: (coming: number, home: number) =>
      home === 0
        ? plural(coming, 'student', 'students')
        : `${plural(coming, 'student', 'students')} · ${home} at home`,
    nobody: 'Nobody is planned for today. Ladders plan the days of practice.',
    lead: 'Lead',
    leadWho: (name: string) => `Lead ${name}`,
    resolve: 'Resolve',
    resolveWho: (name: string) => `Resolve what is in the way for ${name}`,
    open: 'Open',
    toResolve: (count: number) => `${count} to resolve before leading`,
    noSession: 'The session of this ladder was deleted',
    home: 'At home',
    told: (name: string, clock: string) => `${name} ${clock}`,
    effort: (effort: number) => `effort ${effort}`,
  },
  waiting: {
    title: 'Waits for you',
    nothing: 'Nothing waits.',
    all: 'Show all',
    fewer: 'Show fewer',
    more: (count: number) => `and ${count} more`,
    acts: {
      suspended: 'Clear',
      goOn: 'Go on',
      close: 'Close',
      sign: 'See',
      untold: 'Tell',
      decision: 'Decide',
      intake: 'Finish',
      clearance: 'Renew',
      capacity: 'Check',
      log: 'Confirm',
      away: 'See',
    },
  },
  interrupted: (title: string) => `Leading “${title}” was interrupted in this browser.`,
  goOn: 'Go on or end it',
  newcomer: {
    title: 'Welcome',
    text: 'Add your first student. Their health is asked next, then a session is proposed that is safe for them.',
    add: 'Add a student',
  },
});
