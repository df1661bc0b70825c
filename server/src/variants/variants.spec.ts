import { randomUUID } from 'node:crypto';
import { routes, type Problem, type StoredVariant } from '@nuvrah/contract';
import { newPassage, sessionFromChecked, variantOf, type SessionJson, type Variant } from '@nuvrah/core';
import { addStudentWithSession, aStudent, documentOf } from '../testing/documents.js';
import { startTestServer, type TestClient, type TestServer } from '../testing/test-server.js';

describe('variants of techniques', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const add = (variant: Variant, id = randomUUID()) =>
    client.call(routes.addVariant, {
      body: { id, document: variant as unknown as StoredVariant['document'] },
    });
  const pointersOf = (body: unknown): string[] =>
    (body as Problem).errors?.map(({ pointer }) => pointer) ?? [];

  it('are added once, listed by name, changed and archived, with a version', async () => {
    const id = randomUUID();
    const variant = variantOf('ujjayi', ' Softer sound ');
    expect((await add(variant, id)).status).toBe(201);
    expect((await add(variant, id)).body).toEqual(jasmine.objectContaining({ id, version: 1 }));
    const [stored] = await client.must(routes.listVariants);
    expect(stored?.document.name).toBe('Softer sound');
    expect(stored?.archived).toBeFalse();

    const document = {
      ...variant,
      name: 'Softest',
      note: 'For singers.',
    } as unknown as StoredVariant['document'];
    const body = { version: 1, document, archived: true };
    const changed = await client.must(routes.changeVariant, { params: { id }, body });
    expect(changed.version).toBe(2);
    expect(changed.archived).toBeTrue();
    expect(changed.document.note).toBe('For singers.');
    const stale = await client.call(routes.changeVariant, { params: { id }, body });
    expect(stale.status).toBe(409);
    expect(stale.body.code).toBe('stale');
  });

  it('are refused whole when something is wrong with them, each with a pointer and what to do', async () => {
    const wrong = {
      ...variantOf('kapalabhati', 'Fast'),
      ranges: { rate: { from: 90, to: 60 } },
      start: { sets: 40 },
    };
    const refused = await add(wrong);
    expect(refused.status).toBe(422);
    expect(pointersOf(refused.body)).toEqual(['/document/ranges/rate/to', '/document/start/sets']);
    const unknown = await add({ ...wrong, technique: 'levitation' as 'ujjayi' });
    expect(unknown.status).toBe(422);
    expect(pointersOf(unknown.body)).toEqual(['/document/technique']);
    expect(await client.must(routes.listVariants)).toEqual([]);
  });

  it('do not take the name of a technique or of another variant', async () => {
    await add(variantOf('ujjayi', 'Softer'));
    for (const name of ['softer', 'Nadi shodhana', 'Śītalī']) {
      const refused = await add(variantOf('ujjayi', name));
      expect(refused.status).withContext(name).toBe(422);
      expect(pointersOf(refused.body)).withContext(name).toEqual(['/document/name']);
    }
  });

  it('are used by sessions of their own instructor only, and kept as they were in a sitting', async () => {
    const id = randomUUID();
    await add(variantOf('ujjayi', 'Softer'), id);
    const passage = { ...newPassage('ujjayi', randomUUID()), variant: id };
    const document = { ...documentOf(), passages: [passage] } as unknown as SessionJson;
    const { session } = await addStudentWithSession(client, document);
    const body = { id: randomUUID(), sessionId: session.id, sessionVersion: 1 };
    const sitting = await client.must(routes.beginSitting, { body });
    expect(sitting.led.variants).toEqual([
      { id, version: 1, document: jasmine.objectContaining({ name: 'Softer' }) },
    ]);

    const other = await server.instructor();
    const student = await other.must(routes.addStudent, { body: aStudent });
    const stolen = await other.call(routes.addSession, {
      body: { owner: { kind: 'student', studentId: student.id }, document },
    });
    expect(stolen.status).toBe(422);
    expect(pointersOf(stolen.body)).toEqual(['/document/passages/0/variant']);
  });
});

describe('every technique', () => {
  let server: TestServer;
  let client: TestClient;
  beforeAll(async () => (server = await startTestServer()));
  beforeEach(async () => (client = await server.instructor()));
  afterAll(() => server.close());

  const withPassage = (...passages: ReturnType<typeof newPassage>[]): SessionJson =>
    ({ ...documentOf(), passages }) as unknown as SessionJson;

  it('goes to the database and back without a change', async () => {
    const techniques = [
      'three-part',
      'viloma-inhale',
      'even-rapid',
      'bhramari',
      'sheetali',
      'breath-watching',
    ] as const;
    const document = withPassage(...techniques.map((id) => newPassage(id, randomUUID())));
    const { session } = await addStudentWithSession(client, document);
    expect((await client.must(routes.getSession, { params: { id: session.id } })).document).toEqual(document);
    expect(sessionFromChecked(session.document).passages.length).toBe(6);
  });

  it('is refused where the tongue does not roll, when saved and when led', async () => {
    const student = await client.must(routes.addStudent, { body: { ...aStudent, tongueRolls: false } });
    const document = withPassage(newPassage('sheetali', randomUUID()));
    const refused = await client.call(routes.addSession, {
      body: { owner: { kind: 'student', studentId: student.id }, document },
    });
    expect(refused.status).toBe(422);
    expect(refused.body.errors?.[0]?.detail).toEqual(jasmine.stringContaining('over the teeth'));

    const able = await client.must(routes.addStudent, { body: { ...aStudent, tongueRolls: true } });
    const session = await client.must(routes.addSession, {
      body: { owner: { kind: 'student', studentId: able.id }, document },
    });
    const change = { ...aStudent, tongueRolls: false, version: 1, archived: false };
    await client.must(routes.changeStudent, { params: { id: able.id }, body: change });
    const body = { id: randomUUID(), sessionId: session.id, sessionVersion: 1 };
    expect((await client.call(routes.beginSitting, { body })).status).toBe(422);
  });
});

describe('preferences', () => {
  it('are kept, and bear on what may be led from then on', async () => {
    const server = await startTestServer();
    const client = await server.instructor();
    const { conventions } = await client.must(routes.account);
    const body = { naming: 'english', conventions: { ...conventions, externalHold: 'equal' } } as const;
    const changed = await client.must(routes.changePreferences, { body });
    expect(changed.naming).toBe('english');
    expect(changed.conventions.externalHold).toBe('equal');
    expect(await client.must(routes.account)).toEqual(changed);
    await server.close();
  });
});
