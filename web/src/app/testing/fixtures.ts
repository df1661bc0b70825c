// Rows and providers that several specs share.
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import {
  API_ROOT,
  type Account,
  type DayCheck,
  type Sitting,
  type StoredSession,
  type Student,
  type StudentFact,
} from '@nuvrah/contract';
import {
  DEFAULT_CONVENTIONS,
  DEFAULT_SOUND,
  newSession,
  type CountedPassage,
  type Session,
  type SessionJson,
  day,
  type ScreeningDay,
} from '@nuvrah/core';
import { AccountStore } from '../api/account';
import { NOW } from '../api/now';
import { EntryDisk } from '../shared/offline-queue/entry-disk';
import { provideIcons } from '../ui/icons';
import { Questions } from '../ui/questions';
import { PlainDisk } from './plain-disk';
import { PlainQuestions } from './plain-questions';

export const ids = {
  counted: '6f1c2a52-54e6-4f0c-9a5e-1d7f3a1b2c3d',
  natural: '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21',
  session: '9a1d0f6e-1111-4222-8333-444455556666',
  student: '1b2c3d4e-5f60-4711-8222-933344445555',
  sitting: '7c7c7c7c-1234-4321-8abc-def012345678',
};

/** The account's day that specs take for today. */
export const TODAY = day('2026-03-10');

export const account: Account = {
  id: ids.student,
  name: 'Tamsin Hale-Okoro',
  email: 'tamsin@orrins-quay.example',
  naming: 'plain',
  emergencyNumber: '112',
  timeZone: 'Europe/London',
  place: null,
  conventions: DEFAULT_CONVENTIONS,
  sound: DEFAULT_SOUND,
};

export const student: Student = {
  id: ids.student,
  version: 1,
  name: 'Hesper Vane',
  birthYear: 1988,
  hand: 'right',
  tongueRolls: null,
  experienced: false,
  seats: [],
  goals: [],
  guardian: '',
  consentOn: null,
  healthAskedOn: day('2026-03-01'),
  comfort: null,
  note: '',
  archived: false,
  capacity: {
    id: ids.natural,
    checkedOn: day('2026-03-01'),
    inhale: 10,
    exhale: 13,
    hold: 14,
    emptyHold: null,
    tries: null,
    restingRate: null,
    freerNostril: null,
    strokes: null,
    atLeast: [],
  },
  dayCheck: null,
  clearances: [],
  facts: [],
  emergency: null,
  sittings: 7,
  longestSitting: null,
  easySittings: 0,
  easyRounds: [],
  practised: [],
  entriesToday: [],
  ledEasily: { inhale: null, internalHold: null, exhale: null, externalHold: null },
  stopSigns: [],
  approvals: [],
  unconfirmed: 0,
};

/** A health fact without dates. */
export const asthma: StudentFact = {
  id: ids.session,
  fact: 'asthma',
  since: null,
  until: null,
  due: null,
  note: '',
};

/** The moment that specs take for now, on the account's day. */
export const NOON = Date.parse('2026-03-10T12:00:00Z');

/** When students are screened in specs. */
export const DAY: ScreeningDay = { today: TODAY, now: NOON, profile: DEFAULT_CONVENTIONS };

/** A day check of just now, with nothing special in it. */
export const dayCheck: DayCheck = {
  id: ids.sitting,
  day: TODAY,
  checkedAt: '2026-03-10T11:50:00.000Z',
  facts: [],
  lastMealAt: null,
  freerNostril: null,
  sleep: null,
  calm: null,
  alert: null,
  mood: null,
  pulse: null,
  note: '',
};

export const session = newSession('Evening', ids);
export const countedOf = (of: Session): CountedPassage => of.passages[0] as CountedPassage;
export const withCounted = (change: Partial<CountedPassage>, of = session): Session => ({
  ...of,
  passages: of.passages.map((passage) => (passage.kind === 'counted' ? { ...passage, ...change } : passage)),
});

export const storedSession = (of = session, version = 1): StoredSession => ({
  id: ids.session,
  version,
  owner: { kind: 'student', studentId: ids.student },
  document: of as unknown as SessionJson,
  tags: [],
  archived: false,
  updatedAt: '2026-03-10T12:00:00.000Z',
  overrulings: [],
});

export const sittingOf = (of = session): Sitting => ({
  id: ids.sitting,
  version: 1,
  studentId: ids.student,
  sessionId: ids.session,
  startedAt: '2026-03-10T12:00:00.000Z',
  place: 'with-instructor',
  reportedAt: null,
  led: {
    session: of as unknown as SessionJson,
    conventions: DEFAULT_CONVENTIONS,
    hand: 'right',
    variants: [],
    dayCheck: null,
    findings: [],
  },
  record: null,
  recordedAt: null,
  confirmed: true,
  effort: null,
  feltBefore: null,
  feltAfter: null,
  note: '',
});

// What one spec left behind is not found by the next.
afterEach(() => {
  PlainDisk.clear();
  localStorage.clear();
});

/** A test bed with a signed-in account and a server whose answers the spec gives. */
export function configure(...providers: unknown[]): HttpTestingController {
  TestBed.configureTestingModule({
    providers: [
      provideIcons(),
      provideRouter([]),
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: NOW, useValue: () => NOON },
      { provide: EntryDisk, useClass: PlainDisk },
      { provide: Questions, useClass: PlainQuestions },
      ...providers,
    ],
  });
  const http = TestBed.inject(HttpTestingController);
  TestBed.inject(AccountStore).load().subscribe();
  http.expectOne(`${API_ROOT}/auth/account`).flush(account);
  return http;
}
