import { newSession } from '@nuvrah/core';
import { Ajv } from 'ajv';
import { API_ROOT, newSessionSchema, routes } from './index.js';

const ids = {
  counted: '6f1c2a52-54e6-4f0c-9a5e-1d7f3a1b2c3d',
  natural: '0b8f3c3e-8c0a-4d43-a6a0-7e6d5c4b3a21',
};

describe('the table of routes', () => {
  const all = Object.values(routes);

  it('names every request once', () => {
    const addresses = all.map(({ method, path }) => `${method} ${path.replace(/:\w+/g, ':')}`);
    expect(new Set(addresses).size).toBe(all.length);
    expect(API_ROOT).toMatch(/^\/api\/v\d+$/);
  });

  it('lets nobody past without an account but to sign in, by a private link and by the code of a class', () => {
    const open = all.filter(({ access }) => access === 'public').map(({ path }) => path);
    expect(open).toEqual([
      '/auth/sign-in',
      '/home/:token',
      '/home/:token/reports',
      '/home/:token/voice',
      '/home/:token/voice.wav',
      '/home/:token/calendar.ics',
      '/live/clock',
      '/live/joining',
      '/live/:token',
      '/live/:token/person',
      '/live/:token/told',
    ]);
  });

  it('refuses fields that no request has', () => {
    const schemas = all
      .flatMap(({ body, query }) => [body, query])
      .filter((schema) => schema['type'] === 'object');
    expect(schemas.length).toBeGreaterThan(0);
    for (const schema of schemas) expect(schema['additionalProperties']).toBeFalse();
  });
});

describe('the session document', () => {
  const ajv = new Ajv({ discriminator: true, strictTypes: false, strictRequired: false });
  ajv.addFormat('uuid', /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/);
  const check = ajv.compile(newSessionSchema);
  const body = { owner: { kind: 'student', studentId: ids.counted }, document: newSession('First', ids) };

  it('is what core makes of a new session', () => {
    expect(check(body)).withContext(JSON.stringify(check.errors)).toBeTrue();
  });

  it('is refused with a field too many, a quarter count or a pace of 0.1 s', () => {
    const [counted] = body.document.passages;
    for (const change of [{ colour: 'red' }, { base: 4.25 }, { pace: 100 }, { kind: 'dance' }]) {
      const document = { ...body.document, passages: [{ ...counted, ...change }] };
      expect(check({ ...body, document }))
        .withContext(JSON.stringify(change))
        .toBeFalse();
    }
  });
});
