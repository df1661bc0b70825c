import { TestBed } from '@angular/core/testing';
import { beginClass, DEFAULT_CONVENTIONS, endOfClass, millis, pauseClass, type ClassRun } from '@nuvrah/core';
import { configure, ids, session } from '../../../testing/fixtures';
import { machineClock, openShow, type ShowMessage } from './class-on-show';
import { ClassMirror } from './second-screen-page';

/** A class of one lane. */
const run: ClassRun = beginClass(
  {
    lanes: [
      {
        students: [ids.student],
        session,
        standsFor: session.passages.map(({ id }) => id),
        gaveUp: [],
        left: [],
      },
    ],
    meetings: [],
  },
  { session, conventions: DEFAULT_CONVENTIONS, handOf: () => 'right' },
);

describe('a second screen', () => {
  let leader: BroadcastChannel;
  let mirror: ClassMirror;

  beforeEach(() => {
    configure(ClassMirror);
    leader = openShow();
    mirror = TestBed.inject(ClassMirror);
  });
  afterEach(() => leader.close());

  /** Tells it, and waits until what was told has come: messages of one channel come in order. */
  async function told(...messages: readonly ShowMessage[]): Promise<void> {
    const after = openShow();
    const came = new Promise((resolve) => (after.onmessage = resolve));
    for (const message of messages) leader.postMessage(message);
    await came;
    after.close();
  }
  const shows = (of: ClassRun, sessionId = ids.session): ShowMessage => ({
    kind: 'shows',
    sessionId,
    run: of,
    names: { [ids.student]: 'Hesper' },
  });

  it('asks for what is led, and shows nothing of another session', async () => {
    const asked = new Promise<ShowMessage>((resolve) => {
      leader.onmessage = ({ data }: MessageEvent<ShowMessage>) => resolve(data);
    });
    mirror.show(ids.session);
    expect(await asked).toEqual({ kind: 'asks' });
    await told(shows(run, 'another'));
    expect(mirror.run()).toBeNull();
  });

  it('stands where the leader stands, moves on with the clock, and stands still in a pause', async () => {
    mirror.show(ids.session);
    const when = machineClock() - 5_000;
    await told({ kind: 'stands', sessionId: ids.session, at: 60_000, when });
    await told(shows(run));
    expect(mirror.namesOf([ids.student])).toBe('Hesper');
    expect(endOfClass(mirror.run() ?? run)).toBe(endOfClass(run));
    expect(mirror.position()).toBeGreaterThanOrEqual(65_000);
    expect(mirror.position()).toBeLessThan(90_000);
    await told(shows(pauseClass(run, millis(66_000))));
    expect(mirror.position()).toBe(60_000);
  });
});
