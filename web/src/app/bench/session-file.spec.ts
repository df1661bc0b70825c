import { SESSION_FORMAT, sessionToJson, type Session } from '@nuvrah/core';
import { configure, ids, session } from '../testing/fixtures';
import { Shown } from '../testing/shown';
import { SessionFile } from './session-file';

describe('a session from a file', () => {
  let form: Shown<SessionFile>;
  let taken: Session[];

  beforeEach(() => {
    configure();
    taken = [];
    form = new Shown(SessionFile, { session });
    form.fixture.componentInstance.taken.subscribe((one) => taken.push(one));
  });
  const take = (text: string): void => {
    form.fixture.componentInstance.take(text);
    form.fixture.detectChanges();
  };

  it('is taken with ids of its own; a variant that is not here becomes its technique', () => {
    const [first, ...others] = session.passages;
    const foreign = { ...session, passages: [{ ...first, variant: ids.sitting }, ...others] } as Session;
    take(sessionToJson(foreign));
    expect(taken[0]?.passages.map(({ technique, variant }) => [technique, variant])).toEqual(
      session.passages.map(({ technique }) => [technique, null]),
    );
    expect(taken[0]?.passages[0]?.id).not.toBe(ids.counted);
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
    expect(taken).toEqual([]);
  });
});
