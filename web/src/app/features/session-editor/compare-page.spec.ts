import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type SessionVersion, type Student } from '@nuvrah/contract';
import { DEFAULT_CONVENTIONS, newPassage, recordOfRounds } from '@nuvrah/core';
import {
  asthma,
  configure,
  ids,
  session,
  sittingOf,
  storedSession,
  student,
  withCounted,
} from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { ComparePage } from './compare-page';

const OTHER = '00000000-0000-4000-8000-0000000000aa';
const version: SessionVersion = {
  version: 1,
  document: withCounted({ base: 6 as never }) as never,
  savedAt: '2026-03-09T18:00:00.000Z',
};
const setup = { session, student: { hand: 'right' as const }, conventions: DEFAULT_CONVENTIONS };
const sitting = { ...sittingOf(), record: recordOfRounds(setup, [5, 5]) };

describe('a session compared', () => {
  let http: HttpTestingController;
  const show = (
    kind: string,
    which: string,
    other: Partial<Student> = {},
    of = session,
  ): Shown<ComparePage> => {
    http = configure();
    const page = new Shown(ComparePage, { id: ids.session, with: kind, which });
    const answers: Readonly<Record<string, unknown>> = {
      [`/sessions/${ids.session}`]: storedSession(of),
      [`/sessions/${ids.session}/versions`]: [version],
      '/variants': [],
      '/students': [student, { ...student, id: OTHER, name: 'Linnea Marsh', archived: false }],
      [`/students/${ids.student}`]: student,
      [`/students/${OTHER}`]: { ...student, id: OTHER, name: 'Linnea Marsh', ...other },
      [`/sittings?student=${ids.student}`]: [sitting],
    };
    // What is asked follows from what was answered.
    for (let turn = 0; turn < 4; turn++) {
      for (const [address, answer] of Object.entries(answers))
        for (const request of http.match(({ urlWithParams }) => urlWithParams === API_ROOT + address))
          request.flush(answer as never);
      page.fixture.detectChanges();
    }
    return page;
  };

  const cases: readonly { readonly kind: string; readonly which: string; readonly says: string }[] = [
    { kind: 'version', which: 'v1', says: '1 passage differs.' },
    { kind: 'school', which: 'counting=down', says: '1 passage differs.' },
    { kind: 'school', which: 'mealGap=by-technique', says: 'Choose what to compare it with.' },
    { kind: 'student', which: OTHER, says: 'Every passage is the same.' },
    { kind: 'sitting', which: ids.sitting, says: '5 of 8 rounds' },
    { kind: 'version', which: 'v7', says: 'Choose what to compare it with.' },
    { kind: 'nothing', which: '', says: 'Choose what to compare it with.' },
  ];
  for (const { kind, which, says } of cases)
    it(`with ${kind} ${which}: ${says}`, () => void expect(show(kind, which).text()).toContain(says));

  it('says what was changed for another student, and why', () => {
    const strokes = {
      ...session,
      passages: [newPassage('kapalabhati', ids.counted), ...session.passages.slice(1)],
    };
    const page = show('student', OTHER, { facts: [{ ...asthma, fact: 'hernia' }] }, strokes);
    expect(page.text('.changes')).toMatch(/replaced by .*Hernia/);
    expect(page.text('tr.differs')).toContain('differs');
  });
});
