// What was led once although it must not be, tried through the API.
import { randomUUID } from 'node:crypto';
import { routes, type BodyOf, type StudentFields } from '@nuvrah/contract';
import {
  addDays,
  day,
  newPassage,
  type SessionJson,
  type SignId,
  type TechniqueId,
  DEFAULT_CONVENTIONS,
  describeNeed,
  reviewToLead,
  sessionFromChecked,
} from '@nuvrah/core';
import {
  aCapacity,
  aDay,
  addStudentWithSession,
  aStudent,
  documentOf,
  finishedRecord,
} from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

const TODAY = day('2026-03-10');

describe('what may not be led', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  type Change = Record<string, unknown>;
  const passages = (document: SessionJson, change: Change): SessionJson => ({
    ...document,
    passages: document.passages.map((passage) =>
      passage.kind === 'counted' ? ({ ...passage, ...change } as never) : passage,
    ),
  });
  const of = (technique: TechniqueId, change: Change = {}): SessionJson => {
    const passage = { ...newPassage(technique, randomUUID()), seat: 'chair', ...change } as never;
    return { ...documentOf(), passages: [passage, ...documentOf().passages.slice(1)] };
  };

  /** A student of whom everything was asked, measured where the row says so, with one session. */
  async function tried(
    document: SessionJson,
    who: Partial<StudentFields> = {},
    capacity: Partial<typeof aCapacity> | null = {},
  ) {
    const { id } = await client.must(routes.addStudent, { body: { ...aStudent, ...who } });
    await client.must(routes.addDayCheck, { params: { id }, body: aDay() });
    if (capacity)
      await client.must(routes.addCapacityCheck, { params: { id }, body: { ...aCapacity, ...capacity } });
    const body = { owner: { kind: 'student', studentId: id }, document } as const;
    const session = await client.must(routes.addSession, { body });
    return { id, session, begin: () => begin(session.id, session.version) };
  }
  const begin = (sessionId: string, sessionVersion = 1) =>
    client.call(routes.beginSitting, { body: { id: randomUUID(), sessionId, sessionVersion } });
  const consent = { guardian: 'Her aunt', consentOn: TODAY };

  const rows: readonly [string, SessionJson, Partial<StudentFields>, Partial<typeof aCapacity> | null][] = [
    [
      'in 30 / out 60 for a child measured at 5 / 6',
      documentOf('1:2', 30),
      { birthYear: 2015, ...consent },
      { inhale: 5, exhale: 6 },
    ],
    ['in 8 / out 16 for somebody who was never measured', documentOf('1:2', 8), {}, null],
    ['a hold that was never measured', documentOf('1:2:1', 4), {}, { inhale: 10, exhale: 14 }],
    [
      'a seat that is not possible',
      passages(documentOf(), { seat: 'cross-legged' }),
      { seats: ['chair'] },
      {},
    ],
    ['bellows without an approval', of('bhastrika'), { experienced: true }, {}],
  ];
  for (const [name, document, who, capacity] of rows) {
    it(name, async () => {
      const { id, session, begin: lead } = await tried(document, who, capacity);
      const refused = await lead();
      expect(refused.status).toBe(409);
      // The browser comes to the same answer with what it is told.
      const known = await client.must(routes.getStudent, { params: { id } });
      const now = { today: TODAY, now: server.now.getTime(), profile: DEFAULT_CONVENTIONS };
      const { needs } = reviewToLead(sessionFromChecked(session.document), known, [], now);
      const told = (refused.body as { errors?: { detail: string }[] }).errors ?? [];
      expect(told.map(({ detail }) => detail)).toEqual(needs.map(describeNeed));
      // What may not be led is not given out by a link either.
      const link = { id: randomUUID(), sessionId: session.id, called: 'Ada', expiresOn: addDays(TODAY, 30) };
      expect((await client.call(routes.addLink, { params: { id }, body: link })).status).toBe(409);
    });
  }

  it('bellows are led once they are approved of, and no more when that is withdrawn; both are audited', async () => {
    const { id, begin: lead } = await tried(of('bhastrika', { strokes: 20, rate: 40, sets: 1 }), {
      experienced: true,
    });
    const approval = {
      id: randomUUID(),
      of: { kind: 'technique', technique: 'bhastrika' } as const,
      by: 'Tamsin Hale-Okoro',
      givenOn: TODAY,
      note: '',
    };
    const approve = (body: BodyOf<typeof routes.addApproval>) =>
      client.call(routes.addApproval, { params: { id }, body });
    expect((await approve({ ...approval, by: 'x' })).status).toBe(422);
    expect((await approve(approval)).status).toBe(201);
    expect((await lead()).status).toBe(201);
    await client.must(routes.withdrawApproval, { params: { id: approval.id } });
    expect((await lead()).status).toBe(409);
    const kinds = (await client.must(routes.listAuditEvents, { query: { student: id } })).map(
      ({ kind }) => kind,
    );
    expect(kinds).toEqual(jasmine.arrayContaining(['approval-added', 'approval-withdrawn']));
  });

  async function ledWith(...signs: SignId[]) {
    const { student, session } = await addStudentWithSession(client);
    const begun = await client.must(routes.beginSitting, {
      body: { id: randomUUID(), sessionId: session.id, sessionVersion: 1 },
    });
    const record = { ...finishedRecord(session.document), signs };
    const sitting = await client.must(routes.recordSitting, {
      params: { id: begun.id },
      body: { version: 1, record, effort: 3, note: '' },
    });
    return { student, session, sitting };
  }

  it('a technique after a stop sign of that day; on the next day it may be led again', async () => {
    const { student, session } = await ledWith('dizzy');
    expect((await begin(session.id)).status).toBe(409);
    const at = server.now;
    server.setClock(new Date(at.getTime() + 24 * 3_600_000));
    await client.must(routes.addDayCheck, { params: { id: student.id }, body: aDay() });
    const next = await begin(session.id);
    server.setClock(at);
    expect(next.status).toBe(201);
  });

  it('anything after an emergency sign, until a clearance for that very sign is on file', async () => {
    const { student, session } = await ledWith('chest-pain');
    const clearance = {
      clinician: 'Dr. Feld',
      givenOn: TODAY,
      until: addDays(TODAY, 90),
      upTo: null,
      withdrawnOn: null,
      note: '',
      scope: 'everything',
    } as const;
    const file = (sign: SignId | null, fact: 'heart' | null) =>
      client.call(routes.addClearance, {
        params: { id: student.id },
        body: { ...clearance, id: randomUUID(), sign, fact },
      });
    const suspended = async () =>
      (await client.must(routes.getStudent, { params: { id: student.id } })).emergency?.sign ?? null;
    const listed = async () =>
      (await client.must(routes.listStudents)).find(({ id }) => id === student.id)?.emergency?.sign ?? null;
    expect(await listed()).toBe('chest-pain');
    expect(await suspended()).toBe('chest-pain');
    expect((await begin(session.id)).status).toBe(409);
    expect((await file(null, 'heart')).status).toBe(201);
    expect(await suspended()).toBe('chest-pain');
    expect((await file('faint', null)).status).toBe(201);
    expect(await suspended()).toBe('chest-pain');
    expect((await file('chest-pain', null)).status).toBe(201);
    expect(await suspended()).toBeNull();
    expect(await listed()).toBeNull();
  });

  it('a sign is taken back as a mistake within minutes; later only with a reason, and it counts all the same', async () => {
    const soon = await ledWith('chest-pain');
    const back = (sitting: typeof soon.sitting, reason: string) =>
      client.call(routes.takeSignBack, {
        params: { id: sitting.id },
        body: { version: sitting.version, sign: 'chest-pain', reason },
      });
    expect((await back(soon.sitting, '')).status).toBe(200);
    expect((await client.must(routes.getStudent, { params: { id: soon.student.id } })).emergency).toBeNull();

    const late = await ledWith('chest-pain');
    const at = server.now;
    server.setClock(new Date(at.getTime() + 60 * 60_000));
    const [empty, letter, reasoned] = [
      await back(late.sitting, ''),
      await back(late.sitting, 'x'),
      await back(late.sitting, 'It was heartburn after all'),
    ];
    server.setClock(at);
    expect(empty.status).toBe(422);
    expect(letter.status).toBe(422);
    expect(reasoned.status).toBe(200);
    const student = await client.must(routes.getStudent, { params: { id: late.student.id } });
    expect(student.emergency?.sign).toBe('chest-pain');
    const audit = await client.must(routes.listAuditEvents, { query: { student: late.student.id } });
    expect(audit.map(({ kind }) => kind)).toEqual(
      jasmine.arrayContaining(['signs-recorded', 'sign-taken-back']),
    );
  });

  it('no student is born in the future, or under three years ago', async () => {
    const add = async (birthYear: number) =>
      (await client.call(routes.addStudent, { body: { ...aStudent, birthYear } })).status;
    expect(await add(2027)).toBe(422);
    expect(await add(2024)).toBe(422);
    expect(await add(2022)).toBe(201);
  });

  it('an overruling needs a reason that says something', async () => {
    const { id, session } = await tried(documentOf('1:2', 8), {}, null);
    expect(id).toBeTruthy();
    const [passage] = session.document.passages;
    const overrule = (reason: string) =>
      client.call(routes.addOverruling, {
        params: { id: session.id },
        body: {
          id: randomUUID(),
          kind: 'overruled',
          rule: 'never-measured/inhale>unmeasured/change',
          passageId: passage?.id ?? null,
          value: 8,
          reason,
        },
      });
    expect((await overrule('x')).status).toBe(422);
    expect((await overrule('Watched her breathe so')).status).toBe(201);
  });
});
