import { inLanguage, plural } from './language';

/** Words of ladders: making one, and working with it. */
export const ladderWords = inLanguage({
  start: {
    link: 'Start a ladder from this',
  },
  make: {
    title: (name: string) => `New ladder for ${name}`,
    back: 'To the student',
    about:
      'A ladder is a row of rungs from what is practised today to a target. A rung is one set of numbers, practised until the next opens.',
    what: '1. What climbs',
    passage: 'Passage',
    today: (numbers: string) => `Today: ${numbers}`,
    where: '2. Where to',
    target: 'Target',
    targetOf: (what: string) => `Target: ${what}`,
    phases: { inhale: 'inhale', internalHold: 'hold', exhale: 'exhale', externalHold: 'empty hold' },
    strokes: 'strokes a set',
    sets: 'sets',
    rate: 'strokes a minute',
    minutes: 'minutes',
    further: 'Choose a target that is further on than today.',
    nearest: 'The nearest that this school comes by:',
    how: '3. How it grows',
    school: 'School',
    schoolAbout: 'A school is an order in which counts, ratio and holds grow. Teachers differ; choose yours.',
    preview: 'Preview',
    beside: 'Another school beside it',
    noOther: 'none',
    terms: 'Days of practice and gate',
    keep: 'Start this ladder',
    noSession: 'A ladder is climbed by a passage of a session: write a session for this student first.',
    newSession: 'New session',
  },
  plan: {
    gateAbout: 'The gate: what has to be done on a rung before the next one opens.',
    days: 'days on a rung',
    sittings: 'sittings on a rung',
    medianEffort: 'median effort at most',
    effort: 'no effort above',
    weekdays: 'Days of practice',
    wished: 'Wished date',
    gate: ({ days, sittings, medianEffort }: GateWords) =>
      `a rung is passed after ${plural(sittings, 'sitting', 'sittings')} in ${plural(days, 'day', 'days')} with a median effort of ${medianEffort} at most`,
  },
  page: {
    rungOf: (rung: number, all: number, numbers: string) => `rung ${rung} of ${all}: ${numbers}`,
    calendar: 'Practice calendar',
    onBench: (title: string) => `${title} on the Bench`,
    end: 'End it',
    takeUp: 'Take it up again',
    ended: 'This ladder has ended: nothing is decided on it.',
    sessionGone: 'Its session is gone: decisions are kept, but no session gets the numbers.',
    stairs: 'The stairs',
    next: 'The next step',
    forecast: 'Forecast',
    rungs: 'Rungs',
    rungsAbout: 'A rung is one set of numbers. It is practised until the gate opens the next one.',
    saveRungs: 'Save the rungs',
    dropRungs: 'Leave them as they were',
    editRungs: 'Edit the rungs',
    terms: 'Days of practice, gate and wished date',
  },
});

interface GateWords {
  readonly days: number;
  readonly sittings: number;
  readonly medianEffort: number;
}
