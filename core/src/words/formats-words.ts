import { inLanguage, type Value } from '../language.js';

/** Sentences of formats. */
export const formatsWords = inLanguage({
  csvPassage: {
    techniqueMissing: 'The technique is missing.',
    thereIsNoTechnique: (told: Value) =>
      `There is no technique "${told}": use a name from the Shelf, like nadi-shodhana.`,
    doesNotGoWith: (kindTold: Value, kind: Value) =>
      `"${kindTold}" does not go with this technique: it is ${kind}.`,
    secondsLike125: 'seconds like 12.5; 14',
    breathsPlannedMissing: 'How many breaths were planned is missing.',
    breathsDoneMissing: 'How many breaths were done is missing.',
    inhaleMissing: 'The counts of the inhale are missing.',
    exhaleMissing: 'The counts of the exhale are missing.',
    countsGoByHalves: (value: Value) => `Counts go by halves: ${value} is none.`,
    notReadable: (wrong: Value, wanted: Value, column: Value) =>
      `"${wrong}" cannot be read: write ${wanted}, no number above ${column}.`,
    mostOfThem: (column: Value, value: Value) => `At most ${column} stand here; these are ${value}.`,
    easingForm: 'the round and its counts, like 3:4/0/8/0',
    setSideRateDone: 'set, side, rate, done of planned, like 1:left:60:28/30',
  },
  rulesMarkdown: {
    overSustainable: 'over what is sustainable',
    overMeasured: 'over what was measured',
    overMeasuredByHalf: 'over one and a half times what was measured',
    overAssumed: 'over what may be assumed',
    over: (over: Value, unit: Value) => ` over ${over} ${unit}`,
    tableHead: '| what is true | what speaks against it | why |',
  },
  variantFile: {
    at: (pointer: Value, message: Value) => `${pointer}: ${message}`,
    variantExpected: 'a variant is expected here',
    notJson: 'This file is no JSON: choose one that was saved from a Shelf.',
    nothingWasTaken: 'Nothing was taken from the file.',
  },
  sessionFile: {
    fileTooLarge: 'This file is too large for a session: 1 MB is the most.',
    notJson: 'This file is no JSON: choose one that was saved as a session.',
    notThisFormat: (format: Value) => `This file is no session: its "format" is not "${format}".`,
    isExpected: (format: Value) => `"${format}" is expected.`,
    unknownVersion: (shown: Value, version: Value) =>
      `This file has version ${shown}; up to ${version} can be read here.`,
    versionExpected: (version: Value) => `1 to ${version} is expected.`,
    sessionNotReadable: 'This session cannot be read: nothing was taken from it.',
    sessionExpected: 'A session is expected.',
  },
  sittingsCsvRead: {
    quotationOpen: 'A quotation mark is not closed: write it twice inside a text.',
    tooManyRows: (most: Value) =>
      `The file has more than ${most} rows: split it, by year for example, and read its parts one after the other.`,
    columnsMissing: (missing: readonly string[]) =>
      `The first line has to name the columns, and ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} not among them. A file that was taken from the Ledger has all of them.`,
    columnTwice: (twice: Value) =>
      `The column "${twice}" stands twice in the first line: leave one of them out.`,
    notAnId: 'This is no identifier of a sitting: leave it empty, and one is made.',
    sittingAtSameMoment:
      'Another sitting of this student began at this very moment: leave one out, or mend its time.',
    tooManyPassages: (most: Value, value: Value) =>
      `A sitting has at most ${most} passages; this one has ${value}.`,
    fromAFile: 'From a file',
    techniqueNotKnown: 'This technique is not practised in this way: mend the technique or the kind.',
    textTooLong: (longest: Value) => `This is too long: ${longest} characters at most.`,
    severalStudents: (name: Value) =>
      `More than one student is called "${name}": give the student_id, as a file from the Ledger has it.`,
    studentMissing: 'Whose sitting it is is missing: give the name of the student.',
    noSuchStudent: (name: Value) => `There is no student "${name}": add the student first, or mend the name.`,
    notADayAndTime: (value: Value) => `"${value}" is no day and time: write it as 2026-03-10 06:30.`,
    liesInTheFuture: (value: Value) => `${value} lies in the future: what is on record has happened already.`,
    notASign: (strange: Value, list: Value) => `"${strange}" is no sign: use ${list}.`,
    notAmong: (value: Value, list: Value) => `"${value}" is none of ${list}.`,
    notInRange: (value: Value, value2: Value, from: Value, to: Value) =>
      `"${value}" is no ${value2} from ${from} to ${to}.`,
    wholeNumber: 'whole number',
  },
  timelineVtt: {
    theLast: ', the last',
    round: (round: Value, last: Value) => `Round ${round}${last}: `,
  },
});
