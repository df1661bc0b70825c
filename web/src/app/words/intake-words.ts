import { inLanguage } from '@nuvrah/core';

/** Words of the intake, step by step. */
export const intakeWords = inLanguage({
  newTitle: 'New student',
  title: (name: string) => `Intake: ${name}`,
  toStudent: 'To the student',
  cancel: 'Cancel',
  next: 'Next',
  steps: {
    who: 'Who',
    health: 'Health',
    seat: 'Seat and hand',
    capacity: 'Capacity',
    done: 'Done',
  },
  health: {
    ask: 'Is any of this true? Each tick is saved by itself. Nothing here leaves this application.',
    find: 'Find a condition',
    nothing: 'No condition is called like that.',
    everything: 'Everything was asked today',
    asked: 'Everything was asked today.',
    askedOn: (day: string) => `last asked on ${day}`,
  },
  capacity: {
    why: 'How long an inhale, an exhale and a hold stay easy decides every number that is proposed. Until it is measured only short breaths without holds are assumed.',
    measure: 'Measure with taps',
    type: 'Type values',
    skip: 'Skip for now',
    there: 'Measured. It can be measured again at any time.',
  },
  done: {
    ready: 'Nothing is missing.',
    next: 'Next, sessions are proposed that are safe for them.',
    propose: 'Propose sessions',
    back: 'Go to it',
  },
});
