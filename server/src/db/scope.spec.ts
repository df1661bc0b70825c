import { randomUUID } from 'node:crypto';
import { routes, type Route } from '@nuvrah/contract';
import { dailySittings, DEFAULT_GATE, variantOf, day } from '@nuvrah/core';
import { aCapacity, aDay, aStudent, addStudentWithSession, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe("somebody else's rows", () => {
  let server: TestServer;
  let owner: TestClient;
  let other: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => {
    [owner, other] = [await server.instructor(), await server.instructor()];
  });
  afterAll(() => server.close());

  it('answer 404 on every route that names one', async () => {
    const { student, session } = await addStudentWithSession(owner);
    const sitting = await owner.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const variant = { id: randomUUID(), document: variantOf('ujjayi', 'Softer') };
    await owner.must(routes.addVariant, { body: variant as never });
    const record = {
      outcome: 'stopped',
      led: 0,
      pauses: 0,
      signs: [],
      passages: [
        {
          kind: 'natural',
          passageId: randomUUID(),
          technique: 'closing-stillness',
          secondsPlanned: 1,
          secondsDone: 0,
        },
      ],
    } as const;
    const fact = { fact: 'heart', since: null, until: null, due: null, note: '' } as const;
    const factId = randomUUID();
    await owner.must(routes.addFact, { params: { id: student.id }, body: { id: factId, ...fact } });
    const clearance = {
      clinician: 'Dr. Feld',
      givenOn: day('2026-03-01'),
      until: day('2026-06-01'),
      sign: null,
      fact: 'heart',
      scope: 'holds',
      upTo: null,
      withdrawnOn: null,
      note: '',
    } as const;
    const clearanceId = randomUUID();
    await owner.must(routes.addClearance, {
      params: { id: student.id },
      body: { id: clearanceId, ...clearance },
    });
    const overruling = {
      id: randomUUID(),
      kind: 'overruled',
      rule: 'fainting/hold>4/change',
      passageId: null,
      value: 5,
      reason: 'Seen often.',
    } as const;
    await owner.must(routes.addOverruling, { params: { id: session.id }, body: overruling });
    const approval = {
      id: randomUUID(),
      of: { kind: 'all-locks' },
      by: 'Tamsin Hale',
      givenOn: day('2026-03-01'),
      note: '',
    } as const;
    await owner.must(routes.addApproval, { params: { id: student.id }, body: approval });
    const group = { name: 'Tuesday', members: [], note: '' };
    const { id: classId } = await owner.must(routes.addClass, { body: { id: randomUUID(), ...group } });
    const climb = {
      id: randomUUID(),
      sessionId: session.id,
      passageId: session.document.passages[0]?.id ?? '',
      school: 'count-first' as const,
      target: {
        kind: 'counts',
        counts: { inhale: 8, internalHold: 0, exhale: 16, externalHold: 0 },
      } as never,
      gate: DEFAULT_GATE,
      plan: { weekdays: [1], sittings: [...dailySittings(1)] },
      wished: null,
    };
    const { rungs } = await owner.must(routes.addLadder, { body: climb });
    const ladderBody = { rungs, at: 0, gate: climb.gate, plan: climb.plan, wished: null, ended: true };
    const link = { sessionId: session.id, called: 'Ada', expiresOn: day('2026-06-01') };
    const { id: linkId } = await owner.must(routes.addLink, {
      params: { id: student.id },
      body: { id: randomUUID(), ...link },
    });
    const live = randomUUID();
    await owner.must(routes.openLive, { params: { id: classId }, body: { id: live, people: ['Ada'] } });
    const requests: Partial<Record<keyof typeof routes, readonly [string, unknown]>> = {
      getStudent: [student.id, undefined],
      changeStudent: [student.id, { ...aStudent, version: 1, archived: true }],
      studentArchive: [student.id, undefined],
      eraseStudent: [student.id, { name: student.name }],
      addCapacityCheck: [student.id, aCapacity],
      listCapacityChecks: [student.id, undefined],
      addDayCheck: [student.id, aDay()],
      addClearance: [student.id, { id: randomUUID(), ...clearance }],
      changeClearance: [clearanceId, { version: 1, ...clearance }],
      listSessionVersions: [session.id, undefined],
      addOverruling: [session.id, { ...overruling, id: randomUUID() }],
      withdrawOverruling: [overruling.id, undefined],
      addFact: [student.id, { id: randomUUID(), ...fact }],
      changeFact: [factId, fact],
      removeFact: [factId, undefined],
      changeVariant: [variant.id, { version: 1, document: variant.document, archived: true }],
      changeClass: [classId, { version: 1, ...group, archived: true }],
      getClass: [classId, undefined],
      beginClass: [
        classId,
        {
          sessionId: session.id,
          sessionVersion: 1,
          lanes: [
            {
              students: [{ studentId: student.id, sittingId: randomUUID() }],
              session: session.document,
            },
          ],
        },
      ],
      openLive: [classId, { id: randomUUID(), people: [] }],
      changeLive: [classId, { people: [], lanes: [], place: null }],
      placeLive: [classId, { place: null, handled: [] }],
      endLive: [classId, undefined],
      showClass: [classId, { run: {}, names: {}, place: null }],
      placeShown: [classId, { place: { at: 0, when: 0, goesOn: true } }],
      endShown: [classId, undefined],
      shownClass: [classId, undefined],
      getLadder: [climb.id, undefined],
      ladderCalendar: [climb.id, undefined],
      ladderCalendarFile: [climb.id, undefined],
      changeLadder: [climb.id, { version: 1, ...ladderBody }],
      decideRung: [climb.id, { id: randomUUID(), version: 1, step: 'stay', reason: '' }],
      listLinks: [student.id, undefined],
      addLink: [student.id, { id: randomUUID(), ...link }],
      revokeLink: [linkId, undefined],
      getSession: [session.id, undefined],
      saveSession: [session.id, { version: 1, document: documentOf() }],
      fileSession: [session.id, { tags: ['theirs'], archived: true }],
      deleteSession: [session.id, undefined],
      restoreSession: [session.id, undefined],
      listCorrections: [sitting.id, undefined],
      trends: [student.id, undefined],
      getSitting: [sitting.id, undefined],
      recordSitting: [sitting.id, { version: 1, record, effort: null, note: '' }],
      takeSignBack: [sitting.id, { version: 1, sign: 'dizzy', reason: '' }],
      addApproval: [student.id, { ...approval, id: randomUUID() }],
      withdrawApproval: [approval.id, undefined],
      confirmLogged: [student.id, undefined],
    };
    const withId = Object.entries(routes)
      .filter(([, { path }]) => path.includes(':id'))
      .map(([name]) => name);
    expect(Object.keys(requests).sort()).toEqual(withId.sort());

    for (const [name, [id, body]] of Object.entries(requests)) {
      const route = routes[name as keyof typeof routes] as Route;
      const answer = await other.call(route, { params: { id, live }, body } as never);
      expect(answer.status).withContext(String(name)).toBe(404);
    }
    const facts = [{ id: factId, ...fact }];
    expect(await owner.must(routes.getStudent, { params: { id: student.id } })).toEqual({
      ...student,
      facts,
      approvals: [approval],
      clearances: [{ id: clearanceId, version: 1, filedAt: server.now.toISOString(), ...clearance }],
    });
    const { overrulings, ...stored } = await owner.must(routes.getSession, { params: { id: session.id } });
    expect({ ...stored, overrulings: session.overrulings }).toEqual(session);
    expect(overrulings.map(({ id }) => id)).toEqual([overruling.id]);
    expect(await owner.must(routes.getSitting, { params: { id: sitting.id } })).toEqual(sitting);
  });

  it('answer 404 where a body names one', async () => {
    const { student, session } = await addStudentWithSession(owner);
    const adding = await other.call(routes.addSession, {
      body: { owner: { kind: 'student', studentId: student.id }, document: documentOf() },
    });
    const beginning = await other.call(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    expect(adding.status).toBe(404);
    expect(beginning.status).toBe(404);
  });

  it('stand in no list', async () => {
    const { student } = await addStudentWithSession(owner);
    expect(await other.must(routes.listStudents)).toEqual([]);
    const variant = { id: randomUUID(), document: variantOf('ujjayi', 'Softer') };
    await owner.must(routes.addVariant, { body: variant as never });
    expect(await other.must(routes.listVariants)).toEqual([]);
    expect(await other.must(routes.listSessions, { query: { student: student.id } })).toEqual([]);
    expect(await other.must(routes.listSittings, { query: { student: student.id } })).toEqual([]);
    expect(await other.must(routes.listAuditEvents, { query: { student: student.id } })).toEqual([]);
    expect(await other.must(routes.ruleBook)).toEqual({ students: [], touched: [] });
  });

  it('do not give way to an id that was taken by somebody else', async () => {
    const mine = await addStudentWithSession(owner);
    const theirs = await addStudentWithSession(other);
    const id = randomUUID();
    await owner.must(routes.beginSitting, { body: { id, sessionId: mine.session.id, sessionVersion: 1 } });
    const taken = await other.call(routes.beginSitting, {
      body: { id, sessionId: theirs.session.id, sessionVersion: 1 },
    });
    expect(taken.status).toBe(409);
    expect(taken.body.code).toBe('id-taken');
  });
});
