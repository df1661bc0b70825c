import { inLanguage, type Value } from '@nuvrah/core';

/** Words of the frame: the rail, the bar on top and the search. */
export const frameWords = inLanguage({
  skip: 'Skip to the page',
  main: 'Main',
  places: {
    today: 'Today',
    students: 'Students',
    bench: 'Bench',
    lead: 'Lead',
    ledger: 'Ledger',
    shelf: 'Shelf',
  },
  signs: 'Signs',
  you: 'You',
  close: 'Close',
  search: {
    open: 'Search',
    box: 'Find a student, session, technique',
    title: 'Search',
    label: 'Search students, sessions, techniques, rules and commands',
    nothing: 'Nothing answers to that. Try another spelling, or a part of the name.',
    start: 'Type a name, a technique in any spelling, a condition, or what you want to do.',
    kinds: {
      student: 'student',
      session: 'session',
      technique: 'technique',
      rule: 'rule',
      command: 'command',
    },
    archived: 'archived',
    forNobody: 'template',
    loading: 'Loading …',
    away: 'Students and sessions cannot be reached just now; techniques, rules and commands can.',
  },
  commands: {
    newStudent: 'New student',
    newSession: 'New session',
    classes: 'Classes',
    ruleBook: 'Rule book',
    conventions: 'Conventions: where schools differ',
    importLog: 'Import log',
    exportCsv: 'Export CSV of the Ledger',
    signs: 'Signs to stop at',
    keys: 'Keyboard shortcuts',
    account: 'Account, password, where you work',
    signOut: 'Sign out',
    appearance: 'Light or dark',
  },
  notFound: {
    thereIsNoSuch: 'There is no such page',
    theAddressLeadsNowhere: 'The address leads nowhere.',
    goToTheStudents: 'Go to the students.',
  },
  shell: {
    nuvrah: 'Nuvrah',
  },
  loadingNote: {
    loading: 'Loading …',
    tryAgain: 'Try again',
  },
  waitingNote: {
    youAreSignedOut: (what: Value) =>
      `You are signed out. Kept in this browser: ${what}. It is sent once you`,
    signInAgain: 'sign in again',
    serverAway: (what: Value) => `The server is away. Kept in this browser and sent by itself: ${what}.`,
    notAcceptedAndKept: (name: Value, refused: Value) =>
      `Not accepted and kept in this browser: ${name}. ${refused}`,
    seeOnRecord: 'See what is on record',
    saveAsFile: 'Save it as a file',
    discardIt: 'Discard it',
    anEditedSession: 'an edited session',
    editedSessions: 'edited sessions',
    record: 'a record of a sitting',
    recordsOfSittings: 'records of sittings',
    aReportFromHome: 'a report from home',
    reportsFromHome: 'reports from home',
    aHealthFact: 'a health fact',
    healthFacts: 'health facts',
    aDayCheck: 'a day check',
    dayChecks: 'day checks',
    discardWhat: 'Discard it?',
    itIsKeptNowhere: 'It is kept nowhere else.',
  },
  api: {
    serverAway: 'The server cannot be reached just now. Try again in a moment; what is typed here stays.',
  },
  loaded: {
    serverAway: 'The server cannot be reached just now. It is asked again by itself.',
  },
  sessions: {
    templateForNobodyYet: 'template, for nobody yet',
  },
  pageTrouble: {
    thatPageCouldNot:
      'That page could not be opened: the server cannot be reached just now. Try again in a moment.',
  },
  localNumber: {
    theLocalNumber: 'the local number',
  },
  words: {
    serverAway:
      'The server is away, and this browser keeps nothing: leave this page open until the server is back.',
    doneKept: 'What was done is kept in this browser and sent by itself.',
  },
});
