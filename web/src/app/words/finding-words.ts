import { inLanguage, type Value } from '@nuvrah/core';

/** Words of what stands in the way and of deciding about it. */
export const findingWords = inLanguage({
  approvalForm: {
    approvedBy: 'Approved by',
    note: 'Note',
    recordApprovalOf: (what: Value) => `Record approval of ${what}`,
  },
  findingItem: {
    whatToDo: 'What to do:',
    whatCanBeDone: 'What can be done',
    overrule: 'Overrule …',
    acknowledge: 'Acknowledge',
    fileAClearance: 'File a clearance',
    takeBack: 'Take back',
    whyInYourWords: 'Why, in your words: kept with the session',
    reason: 'reason',
    overruleWithThisReason: 'Overrule with this reason',
    clearedByUntil: (clinician: Value, day: Value) => `Cleared by ${clinician}, until ${day}.`,
    overruled: (reason: Value) => `Overruled: ${reason}`,
    acknowledgedSayItOnce: 'Acknowledged: say it once when the passage begins.',
    sayWhyAnOverruling: 'Say why: an overruling is kept with its reason.',
  },
  findingList: {
    applyAllSafeFixes: 'Apply all safe fixes',
    inTheWayOf: (blocking: Value) => `${blocking} in the way of leading`,
    changedAndUndoneWith: 'Changed, and undone with Undo',
    stillInTheWay: 'Still in the way: no change of the session lifts this',
    nothingKnownOfSpeaks: (name: Value) => `Nothing known of ${name} speaks against it.`,
    theWholeSession: 'The whole session',
  },
  findingWays: {
    noChangeLifts: 'No change of the session lifts this alone.',
    whatWouldAllowThis: 'What would allow this?',
    nothingOnRecordWould: 'Nothing on record would: it is left out for this student.',
    leaveItOut: 'leave it out',
    replaceItBy: 'replace it by',
    waitUntil: (after: Value) => `Wait until ${after}.`,
    waitingUntil: (after: Value) => `Waiting until ${after}.`,
    thenMoreWouldStill: (count: Value) => `Then ${count} more would still speak against it.`,
  },
  orderList: {
    whatCanBeDone: 'What can be done',
    noSingleChangePuts: 'No single change puts it right.',
    theWholeSession: 'The whole session',
  },
  levels: {
    no: 'No',
    clearance: 'Clearance',
    change: 'Change',
    care: 'Care',
  },
});
