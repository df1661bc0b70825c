import { inLanguage, type Value } from '@nuvrah/core';

/** Words of the kit of controls. */
export const kitWords = inLanguage({
  choose: 'choose …',
  chartTable: {
    asATable: (label: Value) => `${label}, as a table`,
    day: 'day',
  },
  pages: {
    size: 'Rows on a page:',
    next: 'Next page',
    previous: 'Previous page',
    first: 'First page',
    last: 'Last page',
    range: (from: number, to: number, all: number) => (all === 0 ? '0 of 0' : `${from} – ${to} of ${all}`),
  },
  field: {
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
  },
  numberField: {
    empty: 'empty',
    less: (label: Value) => `less ${label}`,
    more: (label: Value) => `more ${label}`,
    theNearestIs: (hint: Value, print: Value) => `${hint} The nearest is ${print}.`,
  },
  numberForms: {
    countsGoInHalves: 'Counts go in halves: 6, 6½ or 6.5, up to 100.',
    fromTo100Counts: 'From ½ to 100 counts, in halves.',
    wholeRoundsFrom1: 'Whole rounds, from 1 to 500.',
    roundsGoInHalves: 'Rounds go in halves: 7 or 7½.',
    paceRange: 'From 0.5 to 3 seconds a count.',
    minutesForExample10: 'Minutes, for example 10, 7.5 or 7:30, up to 240.',
    minutesForExample1: 'Minutes, for example 1, 1.5 or 1:30, up to 60.',
    pulseRange: 'Beats a minute, from 30 to 220.',
    fromTo: (from: Value, to: Value, unit: Value) => `From ${from} to ${to}${unit === '' ? '' : ` ${unit}`}.`,
    minutes: 'minutes',
    secondsRange: (from: Value, to: Value) => `From ${from} to ${to} s, in half seconds.`,
    stepForm: 'A step in half counts, for example 1 or −½.',
  },
  qrCode: {
    squareToScan: 'a square to scan with a phone: it opens the private link',
  },
  unsaved: {
    leaveWithoutSaving: 'Leave without saving?',
    somethingThatWasTyped: 'Something that was typed here is not saved yet.',
    leave: 'Leave',
    stay: 'Stay',
  },
});
