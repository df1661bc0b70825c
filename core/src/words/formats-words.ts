import { inLanguage, type Value } from '../language.js';

/** Sentences of formats. */
export const formatsWords = inLanguage({
  csvPassage: {
    theTechniqueIsMissing: 'The technique is missing.',
    thereIsNoTechnique: (told: Value) =>
      `There is no technique "${told}": use a name from the Shelf, like nadi-shodhana.`,
    doesNotGoWith: (kindTold: Value, kind: Value) =>
      `"${kindTold}" does not go with this technique: it is ${kind}.`,
    secondsLike125: 'seconds like 12.5; 14',
    howManyBreathsWere: 'How many breaths were planned is missing.',
    howManyBreathsWereDone: 'How many breaths were done is missing.',
    theCountsOfThe: 'The counts of the inhale are missing.',
    theCountsOfTheExhale: 'The counts of the exhale are missing.',
    countsGoByHalves: (value: Value) => `Counts go by halves: ${value} is none.`,
    cannotBeReadWrite: (wrong: Value, wanted: Value, column: Value) =>
      `"${wrong}" cannot be read: write ${wanted}, no number above ${column}.`,
    atMostStandHere: (column: Value, value: Value) => `At most ${column} stand here; these are ${value}.`,
    theRoundAndIts: 'the round and its counts, like 3:4/0/8/0',
    setSideRateDone: 'set, side, rate, done of planned, like 1:left:60:28/30',
  },
  rulesMarkdown: {
    overWhatIsSustainable: 'over what is sustainable',
    overWhatWasMeasured: 'over what was measured',
    overOneAndA: 'over one and a half times what was measured',
    overWhatMayBe: 'over what may be assumed',
    over: (over: Value, unit: Value) => ` over ${over} ${unit}`,
    whatIsTrueWhat: '| what is true | what speaks against it | why |',
  },
  variantFile: {
    at: (pointer: Value, message: Value) => `${pointer}: ${message}`,
    aVariantIsExpected: 'a variant is expected here',
    thisFileIsNo: 'This file is no JSON: choose one that was saved from a Shelf.',
    nothingWasTaken: 'Nothing was taken from the file.',
  },
  sessionFile: {
    thisFileIsToo: 'This file is too large for a session: 1 MB is the most.',
    thisFileIsNo: 'This file is no JSON: choose one that was saved as a session.',
    thisFileIsNoSession: (format: Value) => `This file is no session: its "format" is not "${format}".`,
    isExpected: (format: Value) => `"${format}" is expected.`,
    thisFileHasVersion: (shown: Value, version: Value) =>
      `This file has version ${shown}; up to ${version} can be read here.`,
    n1ToIsExpected: (version: Value) => `1 to ${version} is expected.`,
    thisSessionCannotBe: 'This session cannot be read: nothing was taken from it.',
    aSessionIsExpected: 'A session is expected.',
  },
  sittingsCsvRead: {
    aQuotationMarkIs: 'A quotation mark is not closed: write it twice inside a text.',
    theFileHasMore: (most: Value) =>
      `The file has more than ${most} rows: split it, by year for example, and read its parts one after the other.`,
    theFirstLineHas: (missing: readonly string[]) =>
      `The first line has to name the columns, and ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} not among them. A file that was taken from the Ledger has all of them.`,
    theColumnStandsTwice: (twice: Value) =>
      `The column "${twice}" stands twice in the first line: leave one of them out.`,
    thisIsNoIdentifier: 'This is no identifier of a sitting: leave it empty, and one is made.',
    anotherSittingOfThis:
      'Another sitting of this student began at this very moment: leave one out, or mend its time.',
    aSittingHasAt: (most: Value, value: Value) =>
      `A sitting has at most ${most} passages; this one has ${value}.`,
    fromAFile: 'From a file',
    thisTechniqueIsNot: 'This technique is not practised in this way: mend the technique or the kind.',
    thisIsTooLong: (longest: Value) => `This is too long: ${longest} characters at most.`,
    moreThanOneStudent: (name: Value) =>
      `More than one student is called "${name}": give the student_id, as a file from the Ledger has it.`,
    whoseSittingItIs: 'Whose sitting it is is missing: give the name of the student.',
    thereIsNoStudent: (name: Value) =>
      `There is no student "${name}": add the student first, or mend the name.`,
    isNoDayAnd: (value: Value) => `"${value}" is no day and time: write it as 2026-03-10 06:30.`,
    liesInTheFuture: (value: Value) => `${value} lies in the future: what is on record has happened already.`,
    isNoSignUse: (strange: Value, list: Value) => `"${strange}" is no sign: use ${list}.`,
    isNoneOf: (value: Value, list: Value) => `"${value}" is none of ${list}.`,
    isNoFromTo: (value: Value, value2: Value, from: Value, to: Value) =>
      `"${value}" is no ${value2} from ${from} to ${to}.`,
    wholeNumber: 'whole number',
  },
  timelineVtt: {
    theLast: ', the last',
    round: (round: Value, last: Value) => `Round ${round}${last}: `,
  },
});
