import type { HttpTestingController } from '@angular/common/http/testing';
import { API_ROOT, type BodyOf, type routes } from '@nuvrah/contract';
import { SESSION_FORMAT, sessionToJson, type Session } from '@nuvrah/core';
import { configure, ids, session } from '../../testing/fixtures';
import { Shown } from '../../testing/shown';
import { SessionFile } from './session-file';

type NewSession = BodyOf<typeof routes.addSession>;

describe('a session from a file', () => {
  let form: Shown<SessionFile>;
  let http: HttpTestingController;

  beforeEach(() => {
    http = configure();
    form = new Shown(SessionFile, { session, owner: { kind: 'nobody' } });
  });
  const take = (text: string): void => {
    form.fixture.componentInstance.take(text);
    form.fixture.detectChanges();
  };

  it('becomes a new session with ids of its own; a variant that is not here becomes its technique', () => {
    const [first, ...others] = session.passages;
    const foreign = { ...session, passages: [{ ...first, variant: ids.sitting }, ...others] } as Session;
    take(sessionToJson(foreign));
    const sent = http.expectOne(`${API_ROOT}/sessions`).request.body as NewSession;
    expect(sent.owner).toEqual({ kind: 'nobody' });
    expect(sent.document.passages.map(({ technique, variant }) => [technique, variant])).toEqual(
      session.passages.map(({ technique }) => [technique, null]),
    );
    expect(sent.document.passages[0]?.id).not.toBe(ids.counted);
    expect(form.text('[role=status]')).toContain('Variants that are not on your Shelf');
  });

  it('is refused whole, with pointers, when something in it is wrong', () => {
    take(JSON.stringify({ format: SESSION_FORMAT, version: 9, session }));
    expect(form.text('[role=alert]')).toContain('has version 9');
    const [first, ...others] = session.passages;
    take(sessionToJson({ ...session, passages: [{ ...first, pace: 5 }, ...others] } as never));
    expect(form.text('[role=alert]')).toContain('/session/passages/0/pace');
    take(sessionToJson({ ...session, passages: [{ ...first, route: 'one-sided' }, ...others] } as never));
    expect(form.text('[role=alert]')).toContain('/passages/0/route');
    http.expectNone(`${API_ROOT}/sessions`);
  });
});
