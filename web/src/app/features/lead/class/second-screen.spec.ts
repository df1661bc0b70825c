import type { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { API_ROOT } from '@nuvrah/contract';
import {
  beginClass,
  classToKeep,
  DEFAULT_CONVENTIONS,
  endOfClass,
  millis,
  pauseClass,
  type ClassRun,
} from '@nuvrah/core';
import { configure, ids, session } from '../../../testing/fixtures';
import { EVEN_CLOCK, SharedTime } from '../../../api/shared-time';
import { NEWS_STREAM } from '../../../api/news-stream';
import { FakeStream } from '../../../testing/fake-stream';
import { machineClock, openShow, type ShowMessage } from './class-on-show';
import { ClassMirror } from './second-screen-page';

const CLASS = '7a2c3d4e-5f60-4711-8222-933344445555';
const AT = `${API_ROOT}/classes/${CLASS}/shown`;

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

  let http: HttpTestingController;
  let stream: FakeStream;
  let own: number;

  beforeEach(() => {
    own = 1_000;
    http = configure(
      ClassMirror,
      SharedTime,
      { provide: EVEN_CLOCK, useValue: () => own },
      { provide: NEWS_STREAM, useValue: (address: string) => (stream = new FakeStream(address)) },
    );
    leader = openShow();
    mirror = TestBed.inject(ClassMirror);
  });
  afterEach(() => leader.close());

  /** Tells it, and waits until what was told has come: messages of one channel come in order. */
  async function told(...messages: readonly ShowMessage[]): Promise<void> {
    const after = openShow();
    let left = messages.length;
    const came = new Promise<void>((resolve) => {
      after.onmessage = () => {
        if (--left === 0) resolve();
      };
    });
    for (const message of messages) leader.postMessage(message);
    await came;
    after.close();
  }
  const shows = (of: ClassRun, classId = CLASS): ShowMessage => ({
    kind: 'shows',
    classId,
    run: of,
    names: { [ids.student]: 'Hesper' },
  });

  it('asks for what is led, and shows nothing of another class', async () => {
    const asked = new Promise<ShowMessage>((resolve) => {
      leader.onmessage = ({ data }: MessageEvent<ShowMessage>) => resolve(data);
    });
    mirror.show(CLASS);
    expect(await asked).toEqual({ kind: 'asks' });
    await told(shows(run, 'another'));
    expect(mirror.run()).toBeNull();
  });

  it('stands where the leader stands, moves on with the clock, and stands still in a pause', async () => {
    mirror.show(CLASS);
    const when = machineClock() - 5_000;
    await told({ kind: 'stands', classId: CLASS, place: { at: 60_000, when, goesOn: true } });
    await told(shows(run));
    expect(mirror.namesOf([ids.student])).toBe('Hesper');
    expect(endOfClass(mirror.run() ?? run)).toBe(endOfClass(run));
    expect(mirror.position()).toBeGreaterThanOrEqual(65_000);
    expect(mirror.position()).toBeLessThan(90_000);
    const place = { at: 66_000, when, goesOn: false };
    await told(shows(pauseClass(run, millis(66_000))), { kind: 'stands', classId: CLASS, place });
    expect(mirror.position()).toBe(66_000);
    expect(stream.closed).withContext('the server is not asked in the same browser').toBeTrue();
  });

  it('on another machine shows what the server was told, in step by the shared clock, and nothing once that is over', () => {
    mirror.show(CLASS);
    expect(stream.address).toBe(`${AT}/news`);
    http.expectOne(`${API_ROOT}/live/clock`).flush({ now: 5_000 });
    stream.tell({ kind: 'changed' });
    const shown = { run: classToKeep(run), names: { [ids.student]: 'Hesper' }, version: 3 };
    http.expectOne(AT).flush({ shown: { ...shown, place: { at: 60_000, when: 3_000, goesOn: true } } });
    expect(endOfClass(mirror.run() ?? run)).toBe(endOfClass(run));
    expect(mirror.namesOf([ids.student])).toBe('Hesper');
    expect(mirror.position()).toBe(62_000);
    own += 4_000;
    expect(mirror.position()).toBe(66_000);
    stream.tell({ kind: 'place', version: 3, place: { at: 65_900, when: 9_000, goesOn: true } });
    expect(mirror.position()).toBe(65_900);
    // A place of lanes that are not shown yet is asked for with them.
    stream.tell({ kind: 'place', version: 4, place: { at: 1_000, when: 9_000, goesOn: true } });
    http.expectOne(AT).flush({ shown: { ...shown, version: 4, place: null } });
    expect(mirror.position()).toBe(65_900);
    stream.tell({ kind: 'changed' });
    http.expectOne(AT).flush({ shown: null });
    expect(mirror.run()).toBeNull();
  });

  it('says so where it was told by another version of the application', () => {
    mirror.show(CLASS);
    stream.tell({ kind: 'changed' });
    http
      .expectOne(AT)
      .flush({ shown: { run: { lanes: [{ run: {} }] }, names: {}, version: 1, place: null } });
    expect(mirror.run()).toBeNull();
    expect(mirror.problem()).toContain('different versions');
  });
});
