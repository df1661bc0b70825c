import { Type } from '@sinclair/typebox';
import { addresses } from './addresses.js';
import { route } from './route.js';
import { fileOf, listOf, moment, nothing, object, uuid } from './schema-parts.js';
import {
  accountSchema,
  auditEventSchema,
  classChangeSchema,
  classSchema,
  newClassSchema,
  newVariantSchema,
  passwordChangeSchema,
  preferencesSchema,
  ruleBookSchema,
  signInSchema,
  storedVariantSchema,
  variantChangeSchema,
  workplaceSchema,
} from './schemas.js';
import {
  ownVoiceSchema,
  recordedWordsSchema,
  recordingSchema,
  soundSchema,
  voiceVersionSchema,
} from './sound-schema.js';
import {
  ledgerFilterSchema,
  ledgerPageSchema,
  ledgerQuerySchema,
  loggedSittingsSchema,
  sittingCorrectionSchema,
  trendPointSchema,
  classSittingsSchema,
  newSittingSchema,
  sittingRecordSchema,
  signBackSchema,
  sittingSchema,
} from './sitting-schemas.js';
import { homeReportSchema, homeSchema, linkSchema, newLinkSchema, reportedSchema } from './home-schemas.js';
import {
  calendarQuerySchema,
  calendarSittingSchema,
  ladderChangeSchema,
  ladderSchema,
  newLadderSchema,
  newRungDecisionSchema,
} from './ladder-schemas.js';
import { todaySchema } from './today-schemas.js';
import {
  approvalSchema,
  capacityCheckSchema,
  clearanceChangeSchema,
  clearanceSchema,
  dayCheckSchema,
  erasureSchema,
  factChangeSchema,
  newApprovalSchema,
  newCapacityCheckSchema,
  newClearanceSchema,
  newDayCheckSchema,
  newFactSchema,
  newStudentSchema,
  studentChangeSchema,
  studentFactSchema,
  studentLineSchema,
  studentSchema,
} from './student-schemas.js';
import { liveRoutes } from './live-routes.js';
import { sessionRoutes } from './session-routes.js';

const ofStudent = Type.Object({ student: Type.Optional(uuid) }, { additionalProperties: false });

/** All requests of the application. */
export const routes = {
  signIn: route(addresses.signIn, {
    summary: 'Sign in with e-mail and password',
    body: signInSchema,
    answer: accountSchema,
    access: 'public',
  }),
  signOut: route(addresses.signOut, { summary: 'Sign out here', answer: nothing, status: 204 }),
  signOutEverywhere: route(addresses.signOutEverywhere, {
    summary: 'End every web session of this account, this one too',
    answer: nothing,
    status: 204,
  }),
  changePassword: route(addresses.changePassword, {
    summary: 'Change the password; every other web session ends',
    body: passwordChangeSchema,
    answer: nothing,
    status: 204,
  }),
  account: route(addresses.account, { summary: 'Who is signed in', answer: accountSchema }),

  changePreferences: route(addresses.changePreferences, {
    summary: 'How names are written, and where the instructor stands where schools differ',
    body: preferencesSchema,
    answer: accountSchema,
  }),

  changeWorkplace: route(addresses.changeWorkplace, {
    summary: 'Where the instructor works: time zone, place on the earth, local emergency number',
    body: workplaceSchema,
    answer: accountSchema,
  }),

  changeSound: route(addresses.changeSound, {
    summary: 'How a session sounds: what is said aloud, and how loud it is',
    body: soundSchema,
    answer: accountSchema,
  }),

  ownVoice: route(addresses.ownVoice, {
    summary: "The instructor's own recordings of cues and words, in the order of their file",
    answer: ownVoiceSchema,
  }),
  ownVoiceFile: route(addresses.ownVoiceFile, {
    summary: 'The recordings as one WAV file, as they were with this version',
    query: voiceVersionSchema,
    answer: fileOf('audio/wav'),
  }),
  keepRecording: route(addresses.keepRecording, {
    summary: 'Keep a recording of some words, instead of one that is there',
    body: recordingSchema,
    answer: ownVoiceSchema,
  }),
  removeRecording: route(addresses.removeRecording, {
    summary: 'Say some words with the shipped voice again, or leave them unsaid',
    body: recordedWordsSchema,
    answer: ownVoiceSchema,
  }),

  listVariants: route(addresses.listVariants, {
    summary: "The instructor's own variants of techniques, by name",
    answer: listOf(storedVariantSchema),
  }),
  addVariant: route(addresses.addVariant, {
    summary: 'Add a variant; the same id again answers what is there',
    body: newVariantSchema,
    answer: storedVariantSchema,
    status: 201,
  }),
  changeVariant: route(addresses.changeVariant, {
    summary: 'Change or archive a variant; a stale save is refused with what is stored now',
    body: variantChangeSchema,
    answer: storedVariantSchema,
  }),

  listClasses: route(addresses.listClasses, {
    summary: 'All classes, by name, with who comes to them',
    answer: listOf(classSchema),
  }),
  addClass: route(addresses.addClass, {
    summary: 'Add a class; the same id again answers what is there',
    body: newClassSchema,
    answer: classSchema,
    status: 201,
  }),
  getClass: route(addresses.getClass, { summary: 'One class', answer: classSchema }),
  changeClass: route(addresses.changeClass, {
    summary: 'Change or archive a class; a stale save is refused with what is stored now',
    body: classChangeSchema,
    answer: classSchema,
  }),
  beginClass: route(addresses.beginClass, {
    summary:
      'Begin leading a class, if each may be led in their lane; the same ids again answer what was begun',
    body: classSittingsSchema,
    answer: listOf(sittingSchema),
    status: 201,
  }),
  ledger: route(addresses.ledger, {
    summary: 'Sittings, the newest first, filtered and a page at a time',
    query: ledgerQuerySchema,
    answer: ledgerPageSchema,
  }),
  ledgerFile: route(addresses.ledgerFile, {
    summary: 'Sittings with their passages as CSV, filtered, the newest first',
    query: ledgerFilterSchema,
    answer: fileOf('text/csv'),
  }),
  knownSittings: route(addresses.knownSittings, {
    summary: 'Which sittings are on record, and when they began: what a log from outside is read against',
    answer: listOf(object({ id: uuid, studentId: uuid, startedAt: moment })),
  }),
  addLogged: route(addresses.addLogged, {
    summary: 'Put sittings of a log from outside on record; what is there already is not added again',
    body: loggedSittingsSchema,
    answer: object({ added: Type.Integer(), there: Type.Integer() }),
    status: 201,
  }),
  listCorrections: route(addresses.listCorrections, {
    summary: 'How a sitting stood before each correction, the newest first',
    answer: listOf(sittingCorrectionSchema),
  }),
  trends: route(addresses.trends, {
    summary: "What is drawn of a student's practice, the oldest first",
    answer: listOf(trendPointSchema),
  }),

  listLadders: route(addresses.listLadders, {
    summary: 'Ladders of a student, or of all: the newest first',
    query: ofStudent,
    answer: listOf(ladderSchema),
  }),
  getLadder: route(addresses.getLadder, { summary: 'One ladder', answer: ladderSchema }),
  addLadder: route(addresses.addLadder, {
    summary: "Build a ladder from a session's passage to a target; the same id again answers what is there",
    body: newLadderSchema,
    answer: ladderSchema,
    status: 201,
  }),
  changeLadder: route(addresses.changeLadder, {
    summary: 'Edit the rungs, gate or plan of a ladder, or end it; a stale save is refused',
    body: ladderChangeSchema,
    answer: ladderSchema,
  }),
  decideRung: route(addresses.decideRung, {
    summary:
      'Accept what the rules say, or do otherwise with a reason; the next session has the numbers of the rung',
    body: newRungDecisionSchema,
    answer: ladderSchema,
    status: 201,
  }),
  ladderCalendar: route(addresses.ladderCalendar, {
    summary: 'The dated sittings of the weeks to come, with the numbers of each day',
    query: calendarQuerySchema,
    answer: listOf(calendarSittingSchema),
  }),
  ladderCalendarFile: route(addresses.ladderCalendarFile, {
    summary: 'The dated sittings of the weeks to come as iCalendar',
    query: calendarQuerySchema,
    answer: fileOf('text/calendar'),
  }),
  today: route(addresses.today, {
    summary: 'Who comes, whose decision waits, what runs out, who is away: what needs most first',
    answer: todaySchema,
  }),

  listLinks: route(addresses.listLinks, {
    summary: 'Private links of a student for practice at home, the newest first',
    answer: listOf(linkSchema),
  }),
  addLink: route(addresses.addLink, {
    summary: 'Give a private link to a session of the student; the same id again answers what is there',
    body: newLinkSchema,
    answer: linkSchema,
    status: 201,
  }),
  revokeLink: route(addresses.revokeLink, {
    summary: 'End a private link at once; ending twice is ending once',
    answer: linkSchema,
  }),
  home: route(addresses.home, {
    summary: 'What a private link opens: what the practice needs, and nothing else',
    answer: homeSchema,
    access: 'public',
  }),
  reportHome: route(addresses.reportHome, {
    summary: 'Report a practice at home; the same id again changes nothing',
    body: homeReportSchema,
    answer: reportedSchema,
    access: 'public',
    status: 201,
  }),
  homeVoice: route(addresses.homeVoice, {
    summary: 'The recordings with which the practice of a private link is led',
    answer: ownVoiceSchema,
    access: 'public',
  }),
  homeVoiceFile: route(addresses.homeVoiceFile, {
    summary: 'These recordings as one WAV file, as they were with this version',
    query: voiceVersionSchema,
    answer: fileOf('audio/wav'),
    access: 'public',
  }),
  homeCalendarFile: route(addresses.homeCalendarFile, {
    summary: 'The planned sittings of a private link as iCalendar, to be subscribed to',
    answer: fileOf('text/calendar'),
    access: 'public',
  }),

  listStudents: route(addresses.listStudents, {
    summary: 'All students, by name',
    answer: listOf(studentLineSchema),
  }),
  addStudent: route(addresses.addStudent, {
    summary: 'Add a student',
    body: newStudentSchema,
    answer: studentSchema,
    status: 201,
  }),
  getStudent: route(addresses.getStudent, { summary: 'One student', answer: studentSchema }),
  changeStudent: route(addresses.changeStudent, {
    summary: 'Change or archive a student',
    body: studentChangeSchema,
    answer: studentSchema,
  }),
  studentArchive: route(addresses.studentArchive, {
    summary: 'Everything that is kept of a student, as one archive of open files',
    answer: fileOf('application/zip'),
  }),
  eraseStudent: route(addresses.eraseStudent, {
    summary: 'Erase a student and everything of theirs; only anonymous entries of the audit trail stay',
    body: erasureSchema,
    answer: object({ sittings: Type.Integer(), sessions: Type.Integer() }),
  }),
  addCapacityCheck: route(addresses.addCapacityCheck, {
    summary: 'Record a comfortable capacity',
    body: newCapacityCheckSchema,
    answer: capacityCheckSchema,
    status: 201,
  }),
  listCapacityChecks: route(addresses.listCapacityChecks, {
    summary: 'Every comfortable capacity of a student that was recorded, the oldest first',
    answer: listOf(capacityCheckSchema),
  }),
  addDayCheck: route(addresses.addDayCheck, {
    summary: 'Record what is true of a student today; the same id again answers what is there',
    body: newDayCheckSchema,
    answer: dayCheckSchema,
    status: 201,
  }),
  addClearance: route(addresses.addClearance, {
    summary: "Put a clinician's clearance on file; the same id again answers what is there",
    body: newClearanceSchema,
    answer: clearanceSchema,
    status: 201,
  }),
  changeClearance: route(addresses.changeClearance, {
    summary: 'Change or end a clearance; a stale save is refused with what is stored now',
    body: clearanceChangeSchema,
    answer: clearanceSchema,
  }),

  addApproval: route(addresses.addApproval, {
    summary: "Record a teacher's approval; the same id again answers what is there",
    body: newApprovalSchema,
    answer: approvalSchema,
    status: 201,
  }),
  withdrawApproval: route(addresses.withdrawApproval, {
    summary: "Withdraw a teacher's approval",
    answer: nothing,
    status: 204,
  }),
  confirmLogged: route(addresses.confirmLogged, {
    summary: 'Confirm that the sittings from a log outside were led: from then on they count',
    answer: object({ confirmed: Type.Integer() }),
  }),

  addFact: route(addresses.addFact, {
    summary: 'Put a fact about a student on record; the same id again answers what is there',
    body: newFactSchema,
    answer: studentFactSchema,
    status: 201,
  }),
  changeFact: route(addresses.changeFact, {
    summary: 'Change or end a fact; what was true on a past day stays',
    body: factChangeSchema,
    answer: studentFactSchema,
  }),

  removeFact: route(addresses.removeFact, {
    summary: 'Take a fact off the record that was put there today by mistake; an older one is ended instead',
    answer: nothing,
    status: 204,
  }),

  ...liveRoutes,
  ...sessionRoutes,

  listSittings: route(addresses.listSittings, {
    summary: 'Sittings, newest first',
    query: ofStudent,
    answer: listOf(sittingSchema),
  }),
  beginSitting: route(addresses.beginSitting, {
    summary: 'Begin leading a session, if it may be led; the same id again answers what was begun',
    body: newSittingSchema,
    answer: sittingSchema,
    status: 201,
  }),
  getSitting: route(addresses.getSitting, { summary: 'One sitting', answer: sittingSchema }),
  recordSitting: route(addresses.recordSitting, {
    summary: 'Put what was really done on record',
    body: sittingRecordSchema,
    answer: sittingSchema,
  }),

  takeSignBack: route(addresses.takeSignBack, {
    summary:
      'Take a sign back: within ten minutes as pressed by mistake, later with a reason, and then it counts all the same',
    body: signBackSchema,
    answer: sittingSchema,
  }),

  listAuditEvents: route(addresses.listAuditEvents, {
    summary: 'What was decided against a rule, and on whose word, newest first',
    query: ofStudent,
    answer: listOf(auditEventSchema),
  }),
  ruleBook: route(addresses.ruleBook, {
    summary: 'Whom the rules concern today, and whom they touched when they were led',
    answer: ruleBookSchema,
  }),
} as const;
